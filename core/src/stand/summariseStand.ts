import {
  requireNotNegative,
  requireOpenShare,
  requirePositive,
  requireSome,
} from '../arguments/index.ts';
import { mean, sampleSd, tInterval, tQuantile } from '../stats/index.ts';

/** Plants counted on one stretch of row. */
export interface RowCount {
  /** Length of row counted, m. */
  lengthM: number;
  rowWidthM: number;
  /** Plants at the stage of their neighbours. */
  inStep: number;
  /** Plants one leaf stage behind. */
  oneBehind?: number;
  /** Plants two or more leaf stages behind. */
  twoBehind?: number;
}

export interface StandStop {
  id: string;
  counts: readonly RowCount[];
}

/** Share of a full plant's yield that a plant behind its neighbours is expected to carry. */
export interface LatenessWeights {
  oneBehind: number;
  twoBehind: number;
}

/** A default of this app, nobody's research: replace it with weights from your own tagged plants. */
export const DEFAULT_WEIGHTS: LatenessWeights = { oneBehind: 0.75, twoBehind: 0 };

export interface StandEstimate {
  meanPerM2: number;
  /** Standard error over stops; null with one stop. */
  sePerM2: number | null;
  /** t-interval over stops; null with one stop: one stop says nothing of its neighbours. */
  intervalPerM2: [lower: number, upper: number] | null;
}

export interface StandSummary extends StandEstimate {
  /** Each stop's own density, all its plants ÷ all its area, in the order given. */
  stops: { id: string; perM2: number; effectivePerM2: number; plants: number; areaM2: number }[];
  /** SD over stops ÷ mean; null with one stop or no plant. */
  cv: number | null;
  /** The same with plants behind their neighbours discounted by the weights. */
  effective: StandEstimate;
  /**
   * Stops needed in all so that the t-interval is at most ± this share of the mean, at the spread
   * seen so far; Infinity while one stop or no plant gives no spread to go by.
   */
  stopsNeeded(relativeHalfWidth: number): number;
}

function estimate(densities: number[], confidence: number): StandEstimate & { sd: number | null } {
  const meanPerM2 = mean(densities)!;
  const sd = sampleSd(densities);
  if (sd === null) return { meanPerM2, sePerM2: null, intervalPerM2: null, sd };
  const sePerM2 = sd / Math.sqrt(densities.length);
  return {
    meanPerM2,
    sePerM2,
    intervalPerM2: tInterval(meanPerM2, sePerM2, densities.length - 1, confidence),
    sd,
  };
}

function stopsFor(
  relativeHalfWidth: number,
  meanPerM2: number,
  sd: number | null,
  confidence: number,
): number {
  requirePositive('relativeHalfWidth', relativeHalfWidth);
  if (sd === null || meanPerM2 === 0) return Infinity;
  if (sd === 0) return 2;
  const p = (1 + confidence) / 2;
  const enough = (n: number) =>
    (tQuantile(p, n - 1) * sd) / Math.sqrt(n) <= relativeHalfWidth * meanPerM2;
  let high = 2;
  while (!enough(high)) high *= 2;
  let low = Math.max(2, high / 2);
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle + 1;
  }
  return high;
}

/**
 * The stand of a planting from its stops. The stop is the sampling unit: each stop's density is all
 * its plants ÷ all its area; mean, standard error and t-interval are taken over stops.
 *
 * @param stops at least one, each with at least one count
 * @param opts.weights of plants behind, for the effective stand (default 0.75 and 0, a house default)
 * @param opts.confidence of the intervals, default 0.95
 * @returns plants per m²
 * @throws RangeError naming the stop, the count and the value that is wrong
 * @example
 * summariseStand([
 *   { id: 'a', counts: [{ lengthM: 5, rowWidthM: 0.8, inStep: 30, oneBehind: 2 }] },
 *   { id: 'b', counts: [{ lengthM: 5, rowWidthM: 0.8, inStep: 28 }] },
 * ]).meanPerM2 // 7.5
 */
export function summariseStand(
  stops: readonly StandStop[],
  opts: { weights?: LatenessWeights; confidence?: number } = {},
): StandSummary {
  requireSome('stops', stops);
  const weights = opts.weights ?? DEFAULT_WEIGHTS;
  requireNotNegative('weights.oneBehind', weights.oneBehind);
  requireNotNegative('weights.twoBehind', weights.twoBehind);
  const confidence = requireOpenShare('confidence', opts.confidence ?? 0.95);
  const perStop = stops.map((stop, s) => {
    requireSome(`stops[${s}].counts`, stop.counts);
    let plants = 0;
    let effective = 0;
    let areaM2 = 0;
    stop.counts.forEach((count, c) => {
      const at = `stops[${s}].counts[${c}]`;
      const inStep = requireNotNegative(`${at}.inStep`, count.inStep);
      const oneBehind = requireNotNegative(`${at}.oneBehind`, count.oneBehind ?? 0);
      const twoBehind = requireNotNegative(`${at}.twoBehind`, count.twoBehind ?? 0);
      areaM2 +=
        requirePositive(`${at}.lengthM`, count.lengthM) *
        requirePositive(`${at}.rowWidthM`, count.rowWidthM);
      plants += inStep + oneBehind + twoBehind;
      effective += inStep + weights.oneBehind * oneBehind + weights.twoBehind * twoBehind;
    });
    return {
      id: stop.id,
      perM2: plants / areaM2,
      effectivePerM2: effective / areaM2,
      plants,
      areaM2,
    };
  });
  const { sd, ...all } = estimate(
    perStop.map((stop) => stop.perM2),
    confidence,
  );
  const { sd: _, ...effective } = estimate(
    perStop.map((stop) => stop.effectivePerM2),
    confidence,
  );
  return {
    stops: perStop,
    ...all,
    cv: sd === null || all.meanPerM2 === 0 ? null : sd / all.meanPerM2,
    effective,
    stopsNeeded: (relativeHalfWidth) => stopsFor(relativeHalfWidth, all.meanPerM2, sd, confidence),
  };
}
