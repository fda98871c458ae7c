import { isFarFrom, type Kept } from '@sendero/core';
import { Button } from '@mantine/core';
import { useEffect } from 'react';
import { longDate } from '../app/dates.ts';
import { Dialog } from '../app/Dialog.tsx';
import { useUnits } from '../units/useUnits.ts';
import { useWalkStand } from './useWalkStand.ts';

/** Asks before a walk that is far from the one before becomes the newest result; one that is not ends without a question. */
export default function FarFromLast({
  walkId,
  last,
  onEnd,
  onClose,
}: {
  walkId: string;
  last: Kept<'walk'>;
  onEnd(): void;
  onClose(): void;
}) {
  const units = useUnits();
  const now = useWalkStand(walkId);
  const before = useWalkStand(last.id);
  const read = now !== undefined && before !== undefined;
  const found = now?.summary?.meanPerM2;
  const foundBefore = before?.summary?.meanPerM2;
  const far = found !== undefined && foundBefore !== undefined && isFarFrom(found, foundBefore);
  useEffect(() => {
    if (read && !far) onEnd();
  }, [read, far, onEnd]);
  if (!far || !now) return null;
  const kind = units.standKind(now.denseStand);
  return (
    <Dialog title="Far from the last walk" onClose={onClose}>
      <div className="stack tight" style={{ marginTop: '0.5rem' }}>
        <p>
          This walk found <strong>{units.show(found, kind)}</strong>, the walk of{' '}
          {longDate(last.data.startedOn)} found <strong>{units.show(foundBefore, kind)}</strong>.
          Its result will be the newest one, and a replant case goes by it.
        </p>
        <p>
          If frost, hail, pests or plants still coming explain it, finish the walk. If not, look at
          the counts: rows at a stop, length of tape, row width.
        </p>
        <div className="row">
          <Button h={48} onClick={onClose}>
            Back to the counts
          </Button>
          <Button variant="default" h={48} onClick={onEnd}>
            It is right: finish
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
