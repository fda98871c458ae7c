import { tCdf, tQuantile } from './distributions.ts';
import { mean } from './moments.ts';

/** A line of least squares: how much y changes for each unit of x, with its 95 % interval. */
export interface FittedLine {
  slope: number;
  interval: [lower: number, upper: number];
  /** Correlation. */
  r: number;
  p: number;
}

/**
 * A straight line through pairs, and whether it slopes.
 * @returns null with fewer than three pairs, or where either is the same everywhere
 * @example fitLine([[0, 1], [1, 3], [2, 5.1]])?.slope // 2.05
 */
export function fitLine(pairs: readonly (readonly [x: number, y: number])[]): FittedLine | null {
  if (pairs.length < 3) return null;
  const [x, y] = [mean(pairs.map(([one]) => one))!, mean(pairs.map(([, one]) => one))!];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [a, b] of pairs) {
    xx += (a - x) ** 2;
    xy += (a - x) * (b - y);
    yy += (b - y) ** 2;
  }
  if (xx <= 0 || yy <= 0) return null;
  const df = pairs.length - 2;
  const slope = xy / xx;
  const left = Math.max(yy - xy ** 2 / xx, 1e-12 * yy);
  const se = Math.sqrt(left / df / xx);
  const half = tQuantile(0.975, df) * se;
  // All but one place: no line that a figure could hold.
  if (!Number.isFinite(slope) || !Number.isFinite(half) || !Number.isFinite(slope / se))
    return null;
  return {
    slope,
    interval: [slope - half, slope + half],
    r: Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy))),
    p: Math.min(1, 2 * (1 - tCdf(Math.abs(slope / se), df))),
  };
}
