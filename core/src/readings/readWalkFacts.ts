import { CROP_FACTS } from '../crops/index.ts';
import type {
  Count,
  Field,
  Kept,
  Planter,
  Planting,
  SamplingPlan,
  StandWalk,
  Stop,
} from '../records/index.ts';
import { DEFAULT_WEIGHTS, type LatenessWeights } from '../stand/index.ts';
import { expectedStand, targetSpacing } from '../targets/index.ts';
import type { Held } from './held.ts';

export type KeptCount = Held<Count>;

/** What is known of a walk without its counts. */
export interface WalkFacts {
  walk: Held<StandWalk>;
  planting: Held<Planting>;
  field: Field;
  planter: Planter | null;
  /** Where its stops were to be, drawn before it; null when the eye chose them. */
  plan: Held<SamplingPlan> | null;
  /** In the order they were made. */
  stops: Held<Stop>[];
  weights: LatenessWeights;
  ownWeights: boolean;
  targetPerM2: number;
  expectedPerM2: number;
  spacingM: number;
  denseStand: boolean;
}

/**
 * What is known of a walk without its counts.
 * @param weights of plants behind, the user's own; null for the default
 * @param plan that its places were drawn by
 */
export function readWalkFacts(
  walk: Held<StandWalk>,
  planting: Held<Planting>,
  field: Field,
  planter: Planter | null,
  stops: readonly Held<Stop>[],
  weights: LatenessWeights | null,
  plan: Held<SamplingPlan> | null = null,
): WalkFacts {
  const { rowWidthM, seedsPerM2, germination, fieldLoss, crop } = planting.data;
  return {
    walk: { id: walk.id, data: walk.data },
    planting,
    field,
    planter,
    plan,
    stops: [...stops].sort((a, b) => a.data.ordinal - b.data.ordinal),
    weights: weights ?? DEFAULT_WEIGHTS,
    ownWeights: weights !== null,
    targetPerM2: seedsPerM2,
    expectedPerM2: expectedStand({ seedsPerM2, germination, fieldLoss }),
    spacingM: targetSpacing({ rowWidthM, populationPerM2: seedsPerM2 }),
    denseStand: CROP_FACTS[crop].denseStand,
  };
}

/** The counts among what was observed. */
export const countsOf = (own: readonly Kept<'observation'>[]): KeptCount[] =>
  own.flatMap(({ id, data }) => (data.type === 'count' ? [{ id, data }] : []));

/** Plants of one count, all stages. */
export const plantsOf = ({ inStep, oneBehind, twoBehind }: Count) => inStep + oneBehind + twoBehind;

/** Plants per m² of some counts together; null without one. @example perM2Of(counts) // 7.4 */
export function perM2Of(counts: readonly Count[]): number | null {
  const areaM2 = counts.reduce((sum, { lengthM, rowWidthM }) => sum + lengthM * rowWidthM, 0);
  return areaM2 === 0 ? null : counts.reduce((sum, one) => sum + plantsOf(one), 0) / areaM2;
}
