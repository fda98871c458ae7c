import { requireFinite } from '../arguments/index.ts';
import type { Interval } from './intervals.ts';

/**
 * Fieller's interval of a ratio of two estimates (Fieller 1954): the values r that p − r·q = 0 does not rule out.
 *
 * @param p, q estimates; @param of.vp, of.vq their variances; @param of.vpq their covariance; @param t two-sided quantile
 * @returns null where the values are no finite interval: q is not told from 0
 * @throws RangeError for a figure that is none
 * @example fieller({ p: 2, q: 4, vp: 0.01, vq: 0.04, vpq: 0, t: 2 }) // { lower: 0.43, upper: 0.58 }
 */
export function fieller({
  p,
  q,
  vp,
  vq,
  vpq,
  t,
}: {
  p: number;
  q: number;
  vp: number;
  vq: number;
  vpq: number;
  t: number;
}): Interval | null {
  for (const [name, value] of Object.entries({ p, q, vp, vq, vpq, t })) requireFinite(name, value);
  const a = q * q - t * t * vq;
  if (!(a > 0)) return null;
  const half = p * q - t * t * vpq;
  const root = Math.sqrt(Math.max(0, half * half - a * (p * p - t * t * vp)));
  const interval = { lower: (half - root) / a, upper: (half + root) / a };
  // A denominator next to nothing leaves no finite interval.
  return Number.isFinite(interval.lower) && Number.isFinite(interval.upper) ? interval : null;
}
