import type { Position } from '../geo/index.ts';
import type { SamplingPlan, Stop } from '../records/index.ts';

/** Where a stop was made: as the position source had it, else where its plan wanted it; null when neither is known. */
export const placeOfStop = (
  { at, planned }: Pick<Stop, 'at' | 'planned'>,
  plan: Pick<SamplingPlan, 'places'> | null,
): Position | null => at ?? (planned === null ? null : (plan?.places[planned]?.at ?? null));
