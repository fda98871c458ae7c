import { requireShare } from '../arguments/index.ts';

/**
 * Holm's step-down correction for testing several things at once (Holm 1979, Scand. J. Statist. 6:
 * 65–70): the chance of even one false call stays at the level chosen.
 *
 * @param p one p-value a test
 * @returns corrected p-values in the order given, each at most 1
 * @throws RangeError naming the value that is not a share
 * @example holm([0.01, 0.04, 0.03]) // [0.03, 0.06, 0.06]
 */
export function holm(p: readonly number[]): number[] {
  p.forEach((value, i) => requireShare(`p[${i}]`, value));
  const corrected = new Array<number>(p.length);
  let floor = 0;
  p.map((value, i) => ({ value, i }))
    .sort((a, b) => a.value - b.value)
    .forEach(({ value, i }, rank) => {
      floor = Math.max(floor, Math.min(1, value * (p.length - rank)));
      corrected[i] = floor;
    });
  return corrected;
}
