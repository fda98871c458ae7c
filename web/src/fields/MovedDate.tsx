import type { Kept } from '@sendero/core';
import { Button } from '@mantine/core';
import { Dialog } from '../app/Dialog.tsx';
import { longDate, shortDate } from '../app/dates.ts';

/** A planting date moved past walks on that planting: what would happen, and whether it is meant. */
export function MovedDate({
  walks,
  from,
  to,
  onMove,
  onStay,
  onClose,
}: {
  /** Walks that would be before planting. */
  walks: readonly Kept<'walk'>[];
  from: string;
  to: string;
  onMove(): void;
  onStay(): void;
  onClose(): void;
}) {
  const many = walks.length;
  return (
    <Dialog title="Walks from before planting?" onClose={onClose}>
      <div className="stack">
        <p>
          Planted on {longDate(to)}, {many === 1 ? 'a walk' : `${many} walks`} would lie before
          planting:
        </p>
        <ul className="list-plain">
          {walks.map(({ id, data }) => (
            <li key={id}>
              {shortDate(data.startedOn)},{' '}
              {data.purpose === 'trench' ? 'trench check' : 'stand walk'}
              {data.walkedBy ? ` by ${data.walkedBy}` : ''}
            </li>
          ))}
        </ul>
        <p>
          What was counted stays as it is, but {many === 1 ? 'that walk' : 'those walks'} cannot be
          changed any more until the date is right, and every number of days after planting moves.
          If the field was planted again, add that planting beside this one instead.
        </p>
        <div className="row">
          <Button h={48} onClick={onStay}>
            Leave it at {shortDate(from)}
          </Button>
          <Button h={48} variant="default" onClick={onMove}>
            Move it to {shortDate(to)}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
