import { tQuantile, twoSidedP, type LinearFit } from '../stats/index.ts';

/** Sums of a fit's coefficients, with their variances and covariances. */
export interface Contrasts {
  estimate(weights: readonly number[]): number;
  covariance(u: readonly number[], w: readonly number[]): number;
  se(weights: readonly number[]): number;
}

/** @param variance residual, in the square of the figures' unit */
export function contrastsOf(fit: LinearFit, variance: number): Contrasts {
  const covariance = (u: readonly number[], w: readonly number[]) =>
    variance *
    u.reduce(
      (sum, own, i) =>
        own === 0
          ? sum
          : sum + own * w.reduce((all, other, j) => all + other * fit.inverse[i]![j]!, 0),
      0,
    );
  return {
    estimate: (weights) => weights.reduce((sum, weight, i) => sum + weight * fit.beta[i]!, 0),
    covariance,
    se: (weights) => Math.sqrt(Math.max(0, covariance(weights, weights))),
  };
}

/** A contrast of a mixed model with its p and interval. */
export function toldOf(
  { estimate, se, df }: { estimate: number; se: number; df: number },
  confidence = 0.95,
) {
  // Below one degree of freedom no interval has an end.
  const half = tQuantile((1 + confidence) / 2, Math.max(1, df)) * se;
  return {
    difference: estimate,
    se,
    df,
    p: twoSidedP(estimate, se, df),
    interval: [estimate - half, estimate + half] as [number, number],
  };
}

export const less = (u: readonly number[], w: readonly number[]): number[] =>
  u.map((own, i) => own - w[i]!);
