import type { Kept } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { longDate } from '../app/dates.ts';
import { Dialog } from '../app/Dialog.tsx';
import { useDevice, useOne } from '../data/hooks.ts';
import { DayOfWork } from '../fields/DayOfWork.tsx';
import { DeleteDialog } from '../fields/DeleteDialog.tsx';
import { MoreItem, MoreMenu } from '../fields/MoreMenu.tsx';

/** What can be done with a walk or a check beside going on with it: another day, or away with it. */
export function WalkMenu({ walk }: { walk: Kept<'walk'> }) {
  const [asks, setAsks] = useState<'day' | 'delete' | null>(null);
  const name = `${walk.data.purpose === 'trench' ? 'trench check' : 'walk'} of ${longDate(walk.data.startedOn)}`;
  return (
    <>
      <MoreMenu name={`the ${name}`}>
        <MoreItem onClick={() => setAsks('day')}>Change the day</MoreItem>
        <MoreItem onClick={() => setAsks('delete')}>Delete</MoreItem>
      </MoreMenu>
      {asks === 'day' && <DayDialog walk={walk} onClose={() => setAsks(null)} />}
      {asks === 'delete' && (
        <DeleteDialog record={walk} name={`the ${name}`} onClose={() => setAsks(null)} />
      )}
    </>
  );
}

function DayDialog({ walk, onClose }: { walk: Kept<'walk'>; onClose(): void }) {
  const device = useDevice();
  const planting = useOne('planting', walk.data.plantingId);
  const [on, setOn] = useState(walk.data.startedOn);
  const [problem, setProblem] = useState<string | null>(null);
  const keep = () => {
    if (on === walk.data.startedOn) return onClose();
    const { at, on: day, zoneOffsetMin } = device.momentOn(on);
    const { finishedAt } = walk.data;
    const kept = device.change('walk', walk.id, (data) => ({
      ...data,
      startedAt: at,
      startedOn: day,
      zoneOffsetMin,
      finishedAt: finishedAt === null || finishedAt >= at ? finishedAt : at,
    }));
    if (kept.ok) onClose();
    else setProblem(Object.values(kept.problems)[0] ?? null);
  };
  return (
    <Dialog title="Change the day" onClose={onClose}>
      <form
        className="stack tight"
        style={{ marginTop: '0.5rem' }}
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <DayOfWork
          value={on}
          from={planting?.data.plantedOn ?? walk.data.startedOn}
          error={problem}
          onChange={setOn}
        />
        <div className="row">
          <Button type="submit" h={48}>
            Keep
          </Button>
          <Button variant="default" h={48} onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
