import { requireOpenShare, requirePositive, requireWhole } from '../arguments/index.ts';
import { noncentralTCdf, tQuantile } from '../stats/index.ts';
import { dunnettCritical, tukeyCritical } from './criticals.ts';
import type { Comparison } from './trialKinds.ts';

/**
 * The chance that a trial in complete blocks tells a true difference of one pair.
 *
 * @param residualSd, difference in one unit; @param alpha (default 0.05)
 * @throws RangeError for fewer than two replicates or treatments, or an SD or difference that is not above zero
 * @example trialPower({ replicates: 6, treatments: 4, residualSd: 0.05, difference: 0.08 }) // 0.73
 */
export function trialPower({
  replicates,
  treatments,
  residualSd,
  difference,
  alpha = 0.05,
  comparison = 'planned',
}: {
  replicates: number;
  treatments: number;
  residualSd: number;
  difference: number;
  alpha?: number;
  comparison?: Comparison;
}): number {
  requireWhole('replicates', replicates, 2);
  requireWhole('treatments', treatments, 2);
  requirePositive('residualSd', residualSd);
  requirePositive('difference', difference);
  requireOpenShare('alpha', alpha);
  const df = (replicates - 1) * (treatments - 1);
  const critical =
    comparison === 'planned'
      ? tQuantile(1 - alpha / 2, df)
      : comparison === 'all'
        ? tukeyCritical(treatments, df, alpha)
        : dunnettCritical(new Array<number>(treatments - 1).fill(Math.SQRT1_2), df, alpha);
  const away = difference / (residualSd * Math.sqrt(2 / replicates));
  // So far away that nothing is left on this side of it.
  if (away > critical + 37) return 1;
  return Math.max(
    0,
    Math.min(1, 1 - noncentralTCdf(critical, df, away) + noncentralTCdf(-critical, df, away)),
  );
}

/** Beyond this nobody plants a trial. */
const MOST = 10_000;

/**
 * Replicates that a trial needs to tell a true difference with a wanted power.
 *
 * @param power (default 0.8)
 * @returns 2…10,000; Infinity where more would be needed
 * @throws RangeError as `trialPower`
 * @example replicatesNeeded({ treatments: 4, residualSd: 0.05, difference: 0.08 }) // 7
 */
export function replicatesNeeded({
  power = 0.8,
  ...of
}: Omit<Parameters<typeof trialPower>[0], 'replicates'> & { power?: number }): number {
  requireOpenShare('power', power);
  const enough = (replicates: number) => trialPower({ ...of, replicates }) >= power;
  if (!enough(MOST)) return Infinity;
  let [low, high] = [1, MOST];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (enough(middle)) high = middle;
    else low = middle;
  }
  return high;
}

/**
 * The smallest true difference that so many strips tell with a wanted power: `replicatesNeeded` the other way round.
 *
 * @param power (default 0.8)
 * @returns in the unit of `residualSd`
 * @throws RangeError as `trialPower`
 * @example differenceSeen({ replicates: 6, treatments: 4, residualSd: 0.05 }) // 0.087
 */
export function differenceSeen({
  power = 0.8,
  residualSd,
  ...of
}: Omit<Parameters<typeof trialPower>[0], 'difference'> & { power?: number }): number {
  requireOpenShare('power', power);
  requirePositive('residualSd', residualSd);
  // Only its size against the residual matters.
  let [low, high] = [0, 1];
  const seen = (difference: number) => trialPower({ ...of, residualSd: 1, difference });
  while (seen(high) < power && high < 1e4) high *= 2;
  for (let i = 0; i < 32; i++) {
    const middle = (low + high) / 2;
    if (seen(middle) < power) low = middle;
    else high = middle;
  }
  return high * residualSd;
}
