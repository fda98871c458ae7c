import { requireNotNegative } from '../arguments/index.ts';
import { fieller, mean, sampleSd, tQuantile } from '../stats/index.ts';
import type { TagGroup } from './tagGroups.ts';

export interface OwnWeight {
  /** Yield of the group ÷ yield of those in step. */
  weight: number;
  /** Fieller's interval; null where it is no finite one, or all plants of a side are alike and nothing tells its spread. */
  lower: number | null;
  upper: number | null;
  n: number;
}

const FEWEST = 3;

/**
 * What a plant behind its neighbours carries of theirs, from tagged plants: the mean of the group ÷ the mean of those in step,
 * with Fieller's interval (each group with its own variance, Welch-Satterthwaite degrees of freedom at the estimate).
 *
 * @param plants yields in any one unit, zero or more
 * @returns for each group behind its weight; null with fewer than three plants on either side, or nothing borne in step
 * @throws RangeError for a yield below zero
 * @example estimateWeights(plants).oneBehind // { weight: 0.71, lower: 0.6, upper: 0.83, n: 14 }
 */
export function estimateWeights(
  plants: readonly { group: TagGroup; yield: number }[],
  { confidence = 0.95 }: { confidence?: number } = {},
): Record<'oneBehind' | 'twoBehind', OwnWeight | null> {
  const of = (group: TagGroup) =>
    plants.flatMap((plant) =>
      plant.group === group ? [requireNotNegative('yield', plant.yield)] : [],
    );
  const inStep = of('inStep');
  return {
    oneBehind: ratio(of('oneBehind'), inStep, confidence),
    twoBehind: ratio(of('twoBehind'), inStep, confidence),
  };
}

function ratio(
  above: readonly number[],
  below: readonly number[],
  confidence: number,
): OwnWeight | null {
  if (above.length < FEWEST || below.length < FEWEST) return null;
  const [m1, m0] = [mean(above)!, mean(below)!];
  if (!Number.isFinite(m1 / m0)) return null;
  const [v1, v0] = [above, below].map((one) => sampleSd(one)! ** 2 / one.length) as [
    number,
    number,
  ];
  const weight = m1 / m0;
  const own = { weight, lower: null, upper: null, n: above.length };
  const spread = v1 + weight ** 2 * v0;
  const df =
    spread ** 2 / (v1 ** 2 / (above.length - 1) + (weight ** 2 * v0) ** 2 / (below.length - 1));
  if (!Number.isFinite(df)) return own;
  const interval = fieller({
    p: m1,
    q: m0,
    vp: v1,
    vq: v0,
    vpq: 0,
    t: tQuantile((1 + confidence) / 2, df),
  });
  return { ...own, ...interval };
}
