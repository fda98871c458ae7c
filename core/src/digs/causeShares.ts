import { requireWhole } from '../arguments/index.ts';
import { wilsonInterval, type Interval } from '../stats/index.ts';

/**
 * Share of each cause among what was dug, against all others together (Wilson 1927).
 *
 * @param counts whole numbers by cause
 * @throws RangeError for a count that is none, or when all are 0
 * @example causeShares({ noSeed: 6, rotten: 6 }).noSeed // { share: 0.5, lower: 0.254…, upper: 0.746… }
 */
export function causeShares<Cause extends string>(
  counts: Readonly<Record<Cause, number>>,
): Record<Cause, Interval & { share: number }> {
  const causes = Object.keys(counts) as Cause[];
  const all = causes.reduce((sum, one) => sum + requireWhole(one, counts[one], 0), 0);
  if (all === 0) throw new RangeError('counts must have at least one find, got none');
  return Object.fromEntries(causes.map((one) => [one, wilsonInterval(counts[one], all)])) as Record<
    Cause,
    Interval & { share: number }
  >;
}
