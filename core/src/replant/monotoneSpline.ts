import { requireFinite, requireSome } from '../arguments/index.ts';

/**
 * A curve through points that never turns where they do not: cubic Hermite with the slopes of Fritsch & Carlson (1980), as R's
 * `splinefun(method = "monoH.FC")`. Beyond the ends it stays level.
 *
 * @param xs rising; @param ys one for each
 * @throws RangeError where the places do not rise, or the two differ in number
 * @example monotoneSpline([0, 1, 2], [0, 0.8, 1])(1.5) // 0.93…
 */
export function monotoneSpline(
  xs: readonly number[],
  ys: readonly number[],
): (x: number) => number {
  requireSome('xs', xs);
  if (xs.length !== ys.length)
    throw new RangeError(`ys must be as many as xs (${xs.length}), got ${ys.length}`);
  xs.forEach((x, i) => {
    requireFinite(`xs[${i}]`, x);
    requireFinite(`ys[${i}]`, ys[i]!);
    if (i > 0 && x <= xs[i - 1]!)
      throw new RangeError(`xs[${i}] must be above ${xs[i - 1]}, got ${x}`);
  });
  if (xs.length === 1) return () => ys[0]!;
  const steps = xs.slice(1).map((x, i) => (ys[i + 1]! - ys[i]!) / (x - xs[i]!));
  const slopes = xs.map((_, i) =>
    i === 0 ? steps[0]! : i === xs.length - 1 ? steps.at(-1)! : (steps[i - 1]! + steps[i]!) / 2,
  );
  steps.forEach((step, i) => {
    if (step === 0) {
      slopes[i] = slopes[i + 1] = 0;
      return;
    }
    const [a, b] = [slopes[i]! / step, slopes[i + 1]! / step];
    const [left, right] = [2 * a + b - 3, a + 2 * b - 3];
    if (left > 0 && right > 0 && a * (left + right) < left * left) {
      const size = (3 * step) / Math.hypot(a, b);
      slopes[i] = size * a;
      slopes[i + 1] = size * b;
    }
  });
  return (x) => {
    if (x <= xs[0]!) return ys[0]!;
    if (x >= xs.at(-1)!) return ys.at(-1)!;
    const i = xs.findIndex((at) => at > x) - 1;
    const h = xs[i + 1]! - xs[i]!;
    const t = (x - xs[i]!) / h;
    return (
      ys[i]! * (1 + 2 * t) * (1 - t) ** 2 +
      h * slopes[i]! * t * (1 - t) ** 2 +
      ys[i + 1]! * t * t * (3 - 2 * t) +
      h * slopes[i + 1]! * t * t * (t - 1)
    );
  };
}
