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
import {
  plantedAs,
  stripSeedings,
  tapeLengthIn,
  withRowWidth,
  type Seeding,
  type TrialOfWalk,
} from './stripSeeding.ts';

/** A count, and who counted; '' where that is not known. */
export type KeptCount = Held<Count> & { by: string };

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
  rowWidthM: number;
  targetPerM2: number;
  expectedPerM2: number;
  spacingM: number;
  denseStand: boolean;
  /** Of stops in strips of a trial that were planted otherwise than the rest of the planting, by stop. */
  seedings: ReadonlyMap<string, Seeding>;
}

/**
 * What is known of a walk without its counts.
 * @param weights of plants behind, the user's own; null for the default
 * @param plan that its places were drawn by
 * @param trials of the planting: a stop in one of their strips is read with the row width and seeding rate of that strip
 */
export function readWalkFacts(
  walk: Held<StandWalk>,
  planting: Held<Planting>,
  field: Field,
  planter: Planter | null,
  stops: readonly Held<Stop>[],
  weights: LatenessWeights | null,
  plan: Held<SamplingPlan> | null = null,
  trials: readonly TrialOfWalk[] = [],
): WalkFacts {
  const { crop } = planting.data;
  return {
    walk: { id: walk.id, data: walk.data },
    planting,
    field,
    planter,
    plan,
    stops: [...stops].sort((a, b) => a.data.ordinal - b.data.ordinal),
    weights: weights ?? DEFAULT_WEIGHTS,
    ownWeights: weights !== null,
    ...targetsOf(planting.data),
    denseStand: CROP_FACTS[crop].denseStand,
    seedings: seedingsOf(planting.data, stops, trials),
  };
}

/** Row width, expected plants and spacing that follow from how it was planted. */
export const targetsOf = ({ rowWidthM, seedsPerM2, germination, fieldLoss }: Planting) => ({
  rowWidthM,
  targetPerM2: seedsPerM2,
  expectedPerM2: expectedStand({ seedsPerM2, germination, fieldLoss }),
  spacingM: targetSpacing({ rowWidthM, populationPerM2: seedsPerM2 }),
});

/** Row width and rate at each stop in a strip that was planted otherwise than its planting. */
export function seedingsOf(
  planting: Planting,
  stops: readonly Held<Stop>[],
  trials: readonly TrialOfWalk[],
): Map<string, Seeding> {
  const byTrial = new Map(
    trials.map((one) => [one.trial.id, stripSeedings(planting, one)] as const),
  );
  return new Map(
    stops.flatMap(({ id, data }) => {
      const own = data.strip !== null && byTrial.get(data.trialId ?? '')?.get(data.strip);
      const differs =
        own && (own.rowWidthM !== planting.rowWidthM || own.seedsPerM2 !== planting.seedsPerM2);
      return differs ? [[id, own] as const] : [];
    }),
  );
}

/** The facts as they are at one stop: row width, targets and spacing of its strip. @example factsAt(facts, stop.id).spacingM */
export function factsAt(facts: WalkFacts, stopId: string): WalkFacts {
  const seeding = facts.seedings.get(stopId);
  return seeding ? { ...facts, ...targetsOf(plantedAs(facts.planting.data, seeding)) } : facts;
}

/** Length of tape at a stop whose facts these are, m; null where plants are counted in a hoop. @example tapeAt(factsAt(facts, stop.id)) */
export const tapeAt = ({ walk, planting, rowWidthM }: WalkFacts): number | null =>
  walk.data.lengthM === null
    ? null
    : tapeLengthIn({ lengthM: walk.data.lengthM, rowWidthM: planting.data.rowWidthM }, rowWidthM);

/** The counts made at a stop, each with the row width of its strip. @example countsAt(facts, stop.id, observations)[0]?.data.rowWidthM */
export function countsAt(
  { seedings, walk }: Pick<WalkFacts, 'seedings' | 'walk'>,
  stopId: string,
  own: readonly Kept<'observation'>[],
): KeptCount[] {
  const seeding = seedings.get(stopId);
  const counts = countsOf(own);
  return seeding
    ? counts.map(({ data, ...count }) => ({
        ...count,
        data: withRowWidth(data, seeding.rowWidthM, walk.data.method),
      }))
    : counts;
}

/** The counts among what was observed. */
export const countsOf = (own: readonly Kept<'observation'>[]): KeptCount[] =>
  own.flatMap(({ id, data, editedBy }) =>
    data.type === 'count' ? [{ id, data, by: editedBy }] : [],
  );

/** Plants of one count, all stages. */
export const plantsOf = ({ inStep, oneBehind, twoBehind }: Count) => inStep + oneBehind + twoBehind;

/** Plants per m² of some counts together; null without one. @example perM2Of(counts) // 7.4 */
export function perM2Of(counts: readonly Count[]): number | null {
  const areaM2 = counts.reduce((sum, { lengthM, rowWidthM }) => sum + lengthM * rowWidthM, 0);
  return areaM2 === 0 ? null : counts.reduce((sum, one) => sum + plantsOf(one), 0) / areaM2;
}
