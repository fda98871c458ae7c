import { mean } from '../stats/index.ts';

/** Rounds of alternating least squares; they settle within a dozen. */
const ROUNDS = 60;

/**
 * How far comparisons with one check lean on it: λ whose products λᵢλⱼ come nearest their correlations. Exact for whole blocks, and for up to
 * three comparisons.
 *
 * @param correlations a square, ones along its middle
 * @example leaningOn([[1, 0.5], [0.5, 1]]) // [0.707, 0.707]
 */
export function leaningOn(correlations: readonly (readonly number[])[]): number[] {
  const size = correlations.length;
  const others = (i: number) => correlations[i]!.filter((_, j) => j !== i);
  if (size < 2 || correlations.flat().some((one) => !Number.isFinite(one)))
    return correlations.map(() => Math.SQRT1_2);
  const start = correlations.map((_, i) => Math.sqrt(Math.max(0.01, mean(others(i))!)));
  for (let round = 0; round < ROUNDS; round++)
    for (let i = 0; i < size; i++) {
      let [above, below] = [0, 0];
      for (let j = 0; j < size; j++)
        if (j !== i) {
          above += correlations[i]![j]! * start[j]!;
          below += start[j]! ** 2;
        }
      start[i] = Math.max(0, Math.min(1, above / Math.max(below, 1e-9)));
    }
  // Rounding apart they are the same from trial to trial: what is looked up by them is found again.
  return start.map((one) => Math.round(one * 1e10) / 1e10);
}
