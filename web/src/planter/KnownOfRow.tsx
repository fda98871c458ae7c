import {
  capital,
  figureOf,
  findingsShort,
  MEASURE_FACTS,
  rowOn,
  seedsToProve,
  type Kept,
} from '@sendero/core';
import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';
import { useChildren } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import type { SeasonOfPlanter } from './seasonOfPlanter.ts';
import { useSeasonOfPlanter } from './useSeasonOfPlanter.ts';
import { seasonEnds, useUnitMoves } from './useUnitMoves.ts';

/** What the planter card knows of a row, where it is dug again: what was mended and waits for its proof, and what it was named for elsewhere. */
export default function KnownOfRow({
  planterId,
  row,
  walkId,
}: {
  planterId: string;
  row: number;
  /** The check under way, which is no history. */
  walkId: string;
}) {
  const units = useUnits();
  const now = useSeasonOfPlanter(planterId, 0, walkId);
  const before = useSeasonOfPlanter(planterId, 1);
  const items = useChildren('workItem', 'planterId', planterId);
  const moves = useUnitMoves(planterId);
  // What is known goes with the unit, wherever it sits now.
  const own = items.filter(({ data }) =>
    data.rows.includes(rowOn(row, moves, seasonEnds(data.season))),
  );
  const satLast = before ? rowOn(row, moves, seasonEnds(before.season)) : row;
  const lines = [
    ...own.flatMap((item) => proofLine(item, before, units.show) ?? []),
    ...[now, before].flatMap((read, i) => {
      const known = read?.card().rows[(i === 0 ? row : satLast) - 1];
      return known && (known.findings.length > 0 || known.gaps?.repeating)
        ? [
            `${i === 0 ? 'This season elsewhere' : 'Last season'}: ${findingsShort(known, units.show)}.`,
          ]
        : [];
    }),
  ].slice(0, 2);
  if (lines.length === 0) return null;
  return (
    <div className="rule-left small" data-testid="known-of-row">
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      <Link to={`/planters/${planterId}`}>Planter card</Link>
    </div>
  );
}

/** What was mended since last season, and how many seeds tell whether it worked. */
function proofLine(
  { data }: Kept<'workItem'>,
  before: SeasonOfPlanter | null | undefined,
  show: ReturnType<typeof useUnits>['show'],
): string | null {
  if (data.state !== 'done' || data.measure !== 'depth' || !data.doneOn || !before) return null;
  if (data.season !== before.season) return null;
  const sdM = figureOf('depth', data.rows, before.cells, '')?.sd;
  const seeds = sdM && seedsToProve({ sdM, toleranceM: MEASURE_FACTS.depth.tolerance, places: 1 });
  const moved = data.byM
    ? `set ${show(Math.abs(data.byM), 'seedDepth')} ${data.byM > 0 ? 'deeper' : 'shallower'}`
    : 'mended';
  return `${capital(moved)} on ${shortDate(data.doneOn)}${seeds ? `: dig ${seeds} seeds here to prove it` : ''}.`;
}
