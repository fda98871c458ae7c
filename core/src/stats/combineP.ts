import { requireShare, requireSome } from '../arguments/index.ts';

/**
 * One p-value of several independent tests of the same thing: Fisher's method (Fisher 1932). Twice as many degrees of freedom as
 * tests make the chi-square tail a finite sum, so small ones keep their digits.
 *
 * @param p a p-value a test
 * @throws RangeError naming the value that is no share
 * @example combineP([0.05, 0.05]) // 0.0175
 */
export function combineP(p: readonly number[]): number {
  requireSome('p', p);
  const half = -p.reduce(
    (sum, value, i) => sum + Math.log(Math.max(requireShare(`p[${i}]`, value), 1e-300)),
    0,
  );
  let [term, sum] = [1, 1];
  for (let k = 1; k < p.length; k++) {
    term *= half / k;
    sum += term;
  }
  return Math.min(1, Math.exp(-half) * sum);
}
