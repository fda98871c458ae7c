import type { ReplantDecision, ReplantRecord } from '../records/index.ts';
import { mean } from '../stats/index.ts';

/** A call whose harvest is known. */
export interface ScoredCall {
  plantingId: string;
  option: ReplantDecision;
  /** ISO date of the call. */
  on: string;
  /** Yielded less expected, kg/m². */
  error: number;
}

/**
 * How calls did: what stands yielded that were kept, against what had been expected of them then. Of what was replanted nobody knows what
 * keeping would have brought, so its harvest is held against nothing.
 *
 * @returns with the mean error as a share of what was expected, 0 without a call
 * @example scoreCalls(cases).scored[0].error // -0.04 kg/m²
 */
export function scoreCalls(cases: readonly ReplantRecord[]): {
  scored: ScoredCall[];
  meanError: number;
} {
  const known = cases.flatMap(({ plantingId, decided, yieldedKgPerM2 }) =>
    decided?.expectedKgPerM2 && yieldedKgPerM2 !== null
      ? [
          {
            plantingId,
            option: decided.option,
            on: decided.on,
            error: yieldedKgPerM2 - decided.expectedKgPerM2,
            share: (yieldedKgPerM2 - decided.expectedKgPerM2) / decided.expectedKgPerM2,
          },
        ]
      : [],
  );
  return {
    scored: known.map(({ share: _, ...call }) => call).sort((a, b) => (a.on < b.on ? 1 : -1)),
    meanError: mean(known.map(({ share }) => share)) ?? 0,
  };
}
