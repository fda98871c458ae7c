import { requireFinite, requireNotNegative, requirePositive } from '../arguments/index.ts';
import type { ReplicatedTrial } from './analyseTrial.ts';

/** How much treatments of a trial usually differ in truth, SD as a share of the mean. A Sendero default: replace it with what your own trials showed. */
export const USUAL_DIFFERENCE = 0.03;
/** Treatments that the usual difference counts for beside those of the trial. A Sendero default. */
const COUNTS_FOR = 4;

/**
 * Variance of the true difference between two treatments: what the treatments of this trial show beyond chance (empirical Bayes, by moments from the
 * analysis of variance), together with what is usual.
 *
 * @param usual SD of true differences as a share of the mean, above zero
 * @returns in the square of the trial's unit
 * @throws RangeError for a share that is not above zero
 * @example varianceOfDifferences(analysis, 0.03) // 0.0012, for yields about 1.2 kg/m²
 */
export function varianceOfDifferences(
  { anova, treatments }: Pick<ReplicatedTrial, 'anova' | 'treatments'>,
  usual = USUAL_DIFFERENCE,
): number {
  requirePositive('usual', usual);
  const mean = treatments.reduce((sum, one) => sum + one.mean, 0) / treatments.length;
  const prior = (usual * Math.abs(mean)) ** 2;
  const of = (source: string) => anova.find((one) => one.source === source);
  const [between, residual] = [of('treatment'), of('residual')];
  if (!between || !residual) return prior;
  const plots = treatments.length / treatments.reduce((sum, { n }) => sum + 1 / n, 0);
  const seen = 2 * Math.max(0, (between.ms - residual.ms) / plots);
  return (between.df * seen + COUNTS_FOR * prior) / (between.df + COUNTS_FOR);
}

/**
 * What a difference is believed to be: drawn toward nothing as far as it is uncertain, since the best of several looks better than it is.
 *
 * @param se standard error of the difference; @param variance of true differences
 * @throws RangeError for an error or variance below zero
 * @example believedDifference(0.06, 0.03, 0.0012) // { difference: 0.034, se: 0.0227 }
 */
export function believedDifference(
  difference: number,
  se: number,
  variance: number,
): { difference: number; se: number } {
  requireFinite('difference', difference);
  requireNotNegative('se', se);
  requireNotNegative('variance', variance);
  const kept = variance + se * se > 0 ? variance / (variance + se * se) : 1;
  return { difference: kept * difference, se: Math.sqrt(kept) * se };
}
