import { requireFinite, requireOpenShare } from '../arguments/index.ts';
import { normalQuantile } from './distributions.ts';
import type { Interval } from './intervals.ts';

/**
 * Interval of a standard deviation that asks for no bell curve (Bonett 2006, Computational Statistics & Data
 * Analysis 50: 775–782): heavy tails, such as those that skips give to plant spacing, make it wider.
 *
 * @param values any unit; the interval is in the same
 * @param confidence share, default 0.95
 * @returns null below five values or where all are equal: they cannot tell
 * @example sdInterval([0.16, 0.17, 0.15, 0.33, 0.16, 0.18]) // { lower: 0.026…, upper: 0.234… } about an SD of 0.069
 */
export function sdInterval(values: readonly number[], confidence = 0.95): Interval | null {
  values.forEach((value, i) => requireFinite(`values[${i}]`, value));
  requireOpenShare('confidence', confidence);
  const n = values.length;
  if (n < 5) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const squares = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  if (!(squares > 0)) return null;
  const cut = Math.floor(n / (2 * Math.sqrt(n - 4)));
  const kept = [...values].sort((a, b) => a - b).slice(cut, n - cut);
  const middle = kept.length > 0 ? kept.reduce((sum, value) => sum + value, 0) / kept.length : mean;
  const kurtosis =
    n * values.reduce((sum, value) => sum + ((value - middle) ** 2 / squares) ** 2, 0);
  const z = normalQuantile((1 + confidence) / 2);
  const c = n / (n - z);
  const error = c * Math.sqrt(Math.max(0, kurtosis - (n - 3) / n) / (n - 1));
  const at = (sign: -1 | 1) => Math.sqrt(((c * squares) / (n - 1)) * Math.exp(sign * z * error));
  return { lower: at(-1), upper: at(1) };
}
