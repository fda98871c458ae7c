import { belowRates } from './belowRates.ts';
import { cardRates } from './cardRates.ts';
import { diagnosisRates } from './diagnosisRates.ts';
import { emergenceRates } from './emergenceRates.ts';
import { monitorRates } from './monitorRates.ts';
import { plantRates } from './plantRates.ts';
import { predictionRates } from './predictionRates.ts';
import { replantRates } from './replantRates.ts';
import { roughRates } from './roughRates.ts';
import { samplingRates } from './samplingRates.ts';
import { seasonRates } from './seasonRates.ts';
import { depthRates } from './depthRates.ts';
import type { Rate } from './rate.ts';
import { standRates } from './standRates.ts';

export { faultTable } from './diagnosisRates.ts';
export { errorBySeason } from './predictionRates.ts';
export { keeps, type Rate } from './rate.ts';

/**
 * Every error rate that the app states of its judgements, over simulated cases whose truth is known.
 *
 * @param seed of the simulation: none that a figure was tuned on; @param runs cases behind each rate
 * @example judgementRates({ seed: 1, runs: 400 }).every((rate) => keeps(rate)) // true
 */
export function judgementRates(of: { seed: number; runs: number }): Rate[] {
  return [
    ...depthRates(of),
    ...standRates(of),
    ...monitorRates(of),
    ...predictionRates(of),
    ...belowRates(of),
    ...emergenceRates(of),
    ...roughRates(of),
    ...samplingRates({ seed: of.seed, runs: Math.max(of.runs, Math.min(1000, 3 * of.runs)) }),
    ...plantRates({ seed: of.seed, runs: Math.max(300, of.runs) }),
    ...cardRates(of),
    ...diagnosisRates(of),
    ...replantRates({ seed: of.seed, runs: Math.max(2000, of.runs) }),
    ...seasonRates({ first: of.seed, runs: Math.ceil(of.runs / 2) }),
  ];
}
