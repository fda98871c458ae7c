import { newlyUp, type EmergenceVisit } from './fitEmergence.ts';

/**
 * Mean emergence time and emergence rate index. Both take a plant as up at the visit that first saw it, so they
 * come late by half a round of visits; `fitEmergence` does not.
 *
 * Mean emergence time: Σ nᵢ tᵢ ÷ Σ nᵢ. Emergence rate index (Erbach 1982):
 * Σ (percent newly up at visit i) ÷ (days from planting to it), in percent of the plants that came up.
 *
 * @returns hours, and % a day; null while nothing is up
 * @throws RangeError as `fitEmergence`
 * @example emergenceIndices([{ hours: 192, emerged: 50 }, { hours: 240, emerged: 100 }])
 * // { meanEmergenceTimeH: 216, emergenceRateIndex: 11.25 }
 */
export function emergenceIndices(visits: readonly EmergenceVisit[]): {
  meanEmergenceTimeH: number | null;
  emergenceRateIndex: number | null;
} {
  const up = visits.at(-1)?.emerged ?? 0;
  const { hours, fresh } = newlyUp(visits, Number.MAX_VALUE);
  if (up === 0) return { meanEmergenceTimeH: null, emergenceRateIndex: null };
  const over = (of: (n: number, at: number) => number) =>
    fresh.reduce((sum, n, i) => sum + of(n, hours[i]!), 0) / up;
  return {
    meanEmergenceTimeH: over((n, at) => n * at),
    emergenceRateIndex: over((n, at) => (100 * n) / (at / 24)),
  };
}
