import { minutesText } from '@sendero/core';
import { Button, TextInput } from '@mantine/core';
import { Link } from 'react-router';
import { Dialog } from '../app/Dialog.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice, useToday } from '../data/hooks.ts';
import { nameOf, placeOf, useDecide, type PlacedVisit } from './useVisits.ts';
import { standingWords } from './visitWords.ts';

/** A visit's window, reason and load, the way there, and what a person can decide of it. */
export function VisitDialog({
  placed,
  onMove,
  onClose,
}: {
  placed: PlacedVisit;
  onMove(on: string): void;
  onClose(): void;
}) {
  const { visit, one } = placed.one;
  const device = useDevice();
  const decide = useDecide();
  const offerUndo = useOfferUndo();
  const today = useToday();
  const over = visit.state === 'done' || visit.state === 'missed';
  const own = visit.of === null;
  // What has a screen of its own is ticked off by what is recorded there.
  const byHand = own || (one && visit.link === `/plantings/${one.planting.id}`);
  const settle = (says: string, undo: (() => void) | null) => {
    if (undo) offerUndo({ says, undo });
    onClose();
  };
  return (
    <Dialog title={nameOf(placed.one)} onClose={onClose}>
      <div className="stack">
        {placeOf(placed.one) && <p className="soft">{placeOf(placed.one)}</p>}
        <p>
          <strong className={visit.state === 'overdue' ? 'warn' : ''}>
            {standingWords(visit)}
          </strong>
          . {visit.reason}
        </p>
        <p>
          About {minutesText(visit.minutes)}
          {!own && (visit.decided?.data.minutes ?? null) === null ? ' (default)' : ''}.
          {visit.carry.length > 0 && ` Carry: ${visit.carry.join(', ')}.`}
        </p>
        {!over && (
          <TextInput
            type="date"
            label="On"
            value={placed.on}
            min={today}
            style={{ maxWidth: 220 }}
            onChange={({ currentTarget: { value } }) => {
              if (/^2\d{3}-\d\d-\d\d$/.test(value)) onMove(value);
            }}
          />
        )}
        <div className="row">
          {visit.link && (
            <Button component={Link} to={visit.link} h={48}>
              {own ? 'See the planting' : visit.action}
            </Button>
          )}
          {byHand && visit.doneOn === null && (
            <Button
              variant="default"
              h={48}
              onClick={() =>
                settle(`${nameOf(placed.one)}: done.`, decide(visit, { doneOn: today }))
              }
            >
              Done
            </Button>
          )}
          {byHand && visit.decided?.data.doneOn && (
            <Button
              variant="default"
              h={48}
              onClick={() =>
                settle(`${nameOf(placed.one)}: not done.`, decide(visit, { doneOn: null }))
              }
            >
              Not done yet
            </Button>
          )}
          {!own && visit.on !== null && !over && (
            <Button
              variant="default"
              h={48}
              onClick={() =>
                settle(
                  `${nameOf(placed.one)}: back where its window puts it.`,
                  decide(visit, { on: null }),
                )
              }
            >
              Back to its window
            </Button>
          )}
          {own && (
            <Button
              variant="default"
              h={48}
              onClick={() => {
                const { id } = visit.decided!;
                device.remove('visit', id);
                settle(`${visit.label}: deleted.`, () => device.restore('visit', id));
              }}
            >
              Delete
            </Button>
          )}
        </div>
      </div>
    </Dialog>
  );
}
