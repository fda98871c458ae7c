import type { EmergenceCount, LengthReading, LengthVisit } from '@sendero/core';
import { useState } from 'react';
import { shortDate } from '../app/dates.ts';
import { FigureGrid, type GridChange } from '../units/FigureGrid.tsx';
import type { lengthNames } from './lengthNames.ts';
import { isCount, wrongCount } from './typedCount.ts';
import styles from './emergence.module.css';

/** A visit to the flagged lengths: the field's local day (ISO date), and which of that day. */
export interface Visit {
  on: string;
  round: number;
}

/** What was counted in a length at a visit. */
export const visitOf = (length: LengthReading, { on, round }: Visit): LengthVisit | undefined =>
  length.visits.find(({ count }) => count.data.on === on && count.data.round === round);

const keyOf = ({ on, round }: Visit) => `${on} ${round}`;

/** Counts that one tap enters; more are typed. */
const PAD = Array.from({ length: 24 }, (_, plants) => plants);

/** Counts as numbers: a length a row, a visit a column; a number that is cleared deletes the count. */
export function CountGrid({
  names,
  lengths,
  visit,
  before,
  current,
  onCurrent,
  onCount,
  onDelete,
}: {
  names: ReturnType<typeof lengthNames>;
  lengths: readonly LengthReading[];
  visit: Visit;
  /** Whether the visits before are shown to be corrected; else a pad for one thumb is. */
  before: boolean;
  /** Place of the length that the pad fills. */
  current: number;
  onCurrent(at: number): void;
  onCount(at: number, values: Partial<EmergenceCount>, visit: Visit): void;
  onDelete(countId: string): void;
}) {
  /** Text that is no count, by cell; what counts stands in the records. */
  const [refused, setRefused] = useState<Record<string, string>>({});
  const visits = before ? allVisits(lengths, visit) : [visit];
  const upWithout = (length: LengthReading, own: LengthVisit | undefined) =>
    (length.visits.at(-1)?.emerged ?? 0) - (own?.fresh ?? 0);
  const textOf = (length: LengthReading, of: Visit) =>
    refused[`${length.id} ${keyOf(of)}`] ?? String(visitOf(length, of)?.fresh ?? '');
  const count = (at: number, plants: number, of: Visit) =>
    onCount(at, { counted: 'new', lost: 0, plants }, of);

  const enter = (changes: readonly GridChange<string>[]) => {
    const next = { ...refused };
    for (const { id, column, entered } of changes) {
      const at = lengths.findIndex((length) => length.id === id);
      const length = lengths[at]!;
      const of = visits.find((one) => keyOf(one) === column)!;
      const own = visitOf(length, of);
      delete next[`${id} ${column}`];
      if (entered.text.trim() === '') {
        if (own) onDelete(own.count.id);
      } else if (isCount(entered.text, length.sown, upWithout(length, own)))
        count(at, Number(entered.text), of);
      else next[`${id} ${column}`] = entered.text;
    }
    setRefused(next);
  };

  return (
    <>
      <div className="scroll-x">
        <FigureGrid
          label="Plants newly up"
          narrow
          headOf="Length"
          columns={visits.map((of) => ({
            name: keyOf(of),
            label:
              of === visit
                ? 'newly up'
                : `${shortDate(of.on)}${of.round > 1 ? `, visit ${of.round}` : ''}`,
            kind: null,
          }))}
          rows={lengths.map((length, i) => ({
            id: length.id,
            name: names[i]!.name,
            head: (
              <>
                {names[i]!.name}
                <span className={styles.upSoFar}>
                  {length.visits.at(-1)?.emerged ?? 0} of about {length.sown.toFixed(0)} up
                </span>
              </>
            ),
            entries: Object.fromEntries(
              visits.map((of) => [keyOf(of), { text: textOf(length, of), value: null }]),
            ),
            problems: Object.fromEntries(
              visits.flatMap((of) => {
                const wrong = wrongCount(
                  textOf(length, of),
                  length.sown,
                  upWithout(length, visitOf(length, of)),
                );
                return wrong === null ? [] : [[keyOf(of), wrong]];
              }),
            ),
          }))}
          current={before ? undefined : lengths[current]?.id}
          onCurrent={(id) => onCurrent(lengths.findIndex((length) => length.id === id))}
          onEntered={enter}
        />
      </div>
      {!before && (
        <div className={styles.pad} role="group" aria-label={`Newly up, ${names[current]!.name}`}>
          {PAD.map((plants) => (
            <button
              key={plants}
              className="tool"
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => {
                const { [`${lengths[current]!.id} ${keyOf(visit)}`]: _, ...others } = refused;
                setRefused(others);
                count(current, plants, visit);
                if (current < lengths.length - 1) onCurrent(current + 1);
              }}
            >
              {plants}
            </button>
          ))}
        </div>
      )}
    </>
  );
}

/** The visit that is being made, and those before and after it, the newest first. */
function allVisits(lengths: readonly LengthReading[], now: Visit): Visit[] {
  const made = new Map(
    lengths
      .flatMap(({ visits }) => visits.map(({ count: { data } }) => data))
      .map(({ on, round }) => [keyOf({ on, round }), { on, round }] as const),
  );
  made.delete(keyOf(now));
  return [now, ...[...made.values()].sort((a, b) => (keyOf(a) < keyOf(b) ? 1 : -1))];
}
