import { summariseStand } from '../stand/index.ts';
import { shareBehind, type WalkStand } from './readWalkStand.ts';

/** What the stops chosen for their looks have, against the others of the walk. */
export interface LookedBad {
  ordinals: number[];
  perM2: number;
  /** Of the mean of the other stops. */
  share: number;
  /** Share of the plants that are behind, there and at the others. */
  behind: { there: number; others: number };
}

/**
 * The stops chosen because they looked bad, read for the diagnosis: they are in no mean, but tell what is wrong where it is.
 * @returns null when there are none with a count, or no others
 */
export function lookedBad({ stops, summary, weights }: WalkStand): LookedBad | null {
  const counted = stops.filter(({ counts }) => counts.length > 0);
  const [bad, others] = [true, false].map((chosen) =>
    counted.filter(({ data }) => data.chosen === chosen),
  );
  if (!summary || summary.meanPerM2 === 0 || bad!.length === 0) return null;
  const { meanPerM2 } = summariseStand(
    bad!.map(({ id, plants }) => ({ id, counts: plants })),
    { weights },
  );
  const behind = (of: typeof counted) => shareBehind(of.flatMap(({ plants }) => plants));
  return {
    ordinals: bad!.map(({ data }) => data.ordinal),
    perM2: meanPerM2,
    share: meanPerM2 / summary.meanPerM2,
    behind: { there: behind(bad!), others: behind(others!) },
  };
}
