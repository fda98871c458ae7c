import { calendarEntry, calendarFile } from '@sendero/core';
import { Button } from '@mantine/core';
import { Dialog } from '../app/Dialog.tsx';
import { saveFile } from '../app/saveFile.ts';
import { useDevice } from '../data/hooks.ts';
import { Feeds } from './Feeds.tsx';
import type { PlacedVisit } from './useVisits.ts';

/** Visits in one's own calendar program: a file now, or an address it reads by itself. */
export function TakeAlong({
  placed,
  onClose,
}: {
  placed: readonly PlacedVisit[];
  onClose(): void;
}) {
  const device = useDevice();
  const save = () => {
    const text = calendarFile(
      placed.map(({ one, on }) =>
        calendarEntry(one.visit, {
          on,
          field: one.one?.field.data.name ?? '',
          grower: one.one?.growerName ?? '',
        }),
      ),
      { name: 'Sendero visits', at: device.moment().at },
    );
    saveFile('sendero-visits.ics', 'text/calendar', text);
  };
  return (
    <Dialog title="To your calendar" onClose={onClose}>
      <div className="stack">
        <section className="stack tight">
          <h3>As a file</h3>
          <p>
            Every visit as it stands now, as a whole day. Brought again later, it moves what has
            moved.
          </p>
          <div>
            <Button h={48} onClick={save}>
              Save the file
            </Button>
          </div>
        </section>
        <Feeds />
      </div>
    </Dialog>
  );
}
