import { requireWhole } from '../arguments/index.ts';
import { wilsonInterval, type Interval } from '../stats/index.ts';

/** What is found where a plant should be (field guide 7), in the order they are looked through. */
export const GAP_FINDS = [
  'noSeed',
  'eaten',
  'hollow',
  'dry',
  'rotten',
  'dried',
  'bent',
  'leafedOut',
  'abnormal',
  'coming',
] as const;
export type GapFind = (typeof GAP_FINDS)[number];

/** What is found where two plants stand in one place. */
export const DOUBLE_FINDS = ['together', 'rolled', 'notSown'] as const;
export type DoubleFind = (typeof DOUBLE_FINDS)[number];

/** Losses that live seed lots have in perfect ground too: what the tag's germination is about. */
export const LOST_AS_SEED: readonly GapFind[] = ['rotten', 'abnormal'];

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
