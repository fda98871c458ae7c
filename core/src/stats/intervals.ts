import {
  requireFinite,
  requireNotNegative,
  requireOpenShare,
  requireWhole,
} from '../arguments/index.ts';
import { normalQuantile, tQuantile } from './distributions.ts';

export interface Interval {
  lower: number;
  upper: number;
}

/**
 * Wilson score interval of a share (Wilson 1927): it stays inside 0…1 and holds its coverage for
 * small samples and shares near the ends, where the textbook interval does not.
 *
 * @param successes whole number, 0…trials
 * @param trials whole number, at least 1
 * @param confidence share, default 0.95
 * @example wilsonInterval(9, 10) // { share: 0.9, lower: 0.596…, upper: 0.982… }
 */
export function wilsonInterval(
  successes: number,
  trials: number,
  confidence = 0.95,
): Interval & { share: number } {
  requireWhole('trials', trials, 1);
  requireWhole('successes', successes, 0);
  if (successes > trials)
    throw new RangeError(`successes must not exceed trials (${trials}), got ${successes}`);
  requireOpenShare('confidence', confidence);
  const z = normalQuantile((1 + confidence) / 2);
  const share = successes / trials;
  const denominator = 1 + (z * z) / trials;
  const centre = (share + (z * z) / (2 * trials)) / denominator;
  const half =
    (z / denominator) * Math.sqrt((share * (1 - share)) / trials + (z * z) / (4 * trials * trials));
  return {
    share,
    lower: successes === 0 ? 0 : Math.max(0, centre - half),
    upper: successes === trials ? 1 : Math.min(1, centre + half),
  };
}

/**
 * t-interval of a mean from its standard error.
 *
 * @param mean estimate, any unit
 * @param standardError same unit, zero or more
 * @param df degrees of freedom, at least 1
 * @returns [lower, upper] in the unit of `mean`
 * @example tInterval(10, 1, 9) // [7.737…, 12.262…]
 */
export function tInterval(
  mean: number,
  standardError: number,
  df: number,
  confidence = 0.95,
): [number, number] {
  requireFinite('mean', mean);
  requireNotNegative('standardError', standardError);
  requireOpenShare('confidence', confidence);
  const half = tQuantile((1 + confidence) / 2, df) * standardError;
  return [mean - half, mean + half];
}
