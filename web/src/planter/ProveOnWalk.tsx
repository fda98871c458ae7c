import { lower, MEASURE_WORDS, rowNow, rowsText } from '@sendero/core';
import { useChildren } from '../data/hooks.ts';
import { shortDate } from '../app/dates.ts';
import { seasonEnds, useUnitMoves } from './useUnitMoves.ts';

/** What a stand walk has to look at so that last winter's repairs are proven: those whose measure a walk counts. */
export default function ProveOnWalk({ planterId, season }: { planterId: string; season: number }) {
  const items = useChildren('workItem', 'planterId', planterId);
  const moves = useUnitMoves(planterId);
  const open = items.filter(
    ({ data }) =>
      data.season === season - 1 &&
      data.state === 'done' &&
      data.measure !== null &&
      LOOKED_AT[data.measure] !== undefined,
  );
  if (open.length === 0) return null;
  return (
    <section className="sheet stack tight" aria-label="To prove on this walk">
      <h2>To prove on this walk</h2>
      {open.map(({ id, data }) => {
        const rows = data.rows
          .map((row) => rowNow(row, moves, seasonEnds(data.season)))
          .sort((a, b) => a - b);
        return (
          <p key={id}>
            <strong>{rows.length === 0 ? 'All rows' : rowsText(rows)}</strong>:{' '}
            {lower(MEASURE_WORDS[data.measure!].name)} again, since “{data.what}” was done
            {data.doneOn && ` on ${shortDate(data.doneOn)}`}. {LOOKED_AT[data.measure!]}
          </p>
        );
      })}
    </section>
  );
}

/** How a walk looks at a measure; left out: a walk does not. */
const LOOKED_AT: Partial<Record<keyof typeof MEASURE_WORDS, string>> = {
  feed: 'Lay a tape in it at each stop.',
  skips: 'Lay a tape in it at each stop.',
  doubles: 'Lay a tape in it at each stop.',
  scatter: 'Lay a tape in it at each stop.',
  stand: 'Count every row at each stop.',
  late: 'Count every row at each stop, late plants by themselves.',
  digs: 'Dig at its gaps and late plants.',
};
