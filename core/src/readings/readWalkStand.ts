import { CROP_FACTS, type Crop } from '../crops/index.ts';
import type {
  Count,
  Field,
  Kept,
  Observation,
  Planter,
  Planting,
  SamplingPlan,
  StandWalk,
  Stop,
  Tape,
} from '../records/index.ts';
import {
  DEFAULT_WEIGHTS,
  standByRow,
  summariseStand,
  type LatenessWeights,
  type RowStand,
  type StandStop,
  type StandSummary,
} from '../stand/index.ts';
import { expectedStand, targetSpacing } from '../targets/index.ts';
import { planeAt } from '../geo/index.ts';
import type { Held } from './held.ts';
import { placeOfStop } from './placeOfStop.ts';
import { stagesAtStop, type StopStages } from './stagesAtStop.ts';

export type KeptCount = Held<Count>;
export interface WalkStop {
  id: string;
  data: Stop;
  counts: KeptCount[];
  tapes: Held<Tape>[];
  /** Its plants by stage; null where none was staged. */
  staged: StopStages | null;
  /** The counts with who lags: where none was counted as late, as the plants staged at the stop say. */
  plants: Count[];
  /** Everything else seen there. */
  seen: Held<Observation>[];
}

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

export interface WalkStand extends WalkFacts {
  stops: WalkStop[];
  /** Over the stops not chosen for their looks; null before the first plant is counted. */
  summary: StandSummary | null;
  rows: RowStand[];
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

/** A walk read: its stops with what was counted there, and what the counts say together. */
export function readWalkStand(
  facts: WalkFacts,
  observations: readonly (readonly Kept<'observation'>[])[],
): WalkStand {
  const byStop = new Map(observations.map((own) => [own[0]?.data.stopId, own]));
  const stops = facts.stops.map(({ id, data }) =>
    readStop(id, data, byStop.get(id) ?? [], facts.planting.data.crop),
  );
  return { ...facts, stops, ...summariseWalk(stops, facts) };
}

/** A tape as the analysis of spacing takes it. @example tapeRun(tape) // { positionsM: […], lengthM: 5.31 } */
export const tapeRun = ({ positionsM, readToM }: Tape) =>
  readToM === null ? { positionsM } : { positionsM, lengthM: readToM };

/** What share of the plants counted is behind its neighbours; 0 where none was. @example shareBehind(counts) // 0.12 */
export function shareBehind(counts: readonly Count[]): number {
  const all = counts.reduce((sum, one) => sum + plantsOf(one), 0);
  const late = counts.reduce((sum, one) => sum + one.oneBehind + one.twoBehind, 0);
  return all === 0 ? 0 : late / all;
}

/** The counts among what was observed. */
export const countsOf = (own: readonly Kept<'observation'>[]): KeptCount[] =>
  own.flatMap(({ id, data }) => (data.type === 'count' ? [{ id, data }] : []));

function summariseWalk(
  stops: readonly WalkStop[],
  { walk, weights, planter, denseStand, plan }: WalkFacts,
): Pick<WalkStand, 'summary' | 'rows'> {
  const usable = stops.filter(({ data, counts }) => !data.chosen && counts.length > 0);
  // A stop that the plan did not ask for is no part of its sample.
  const places =
    plan && usable.every(({ data }) => data.planned !== null) ? plan.data.places : null;
  const first = places?.[0]?.at;
  const plane = first ? planeAt(first) : null;
  const summary =
    usable.length > 0
      ? summariseStand(
          usable.map(({ id, data, plants }): StandStop => {
            const own = { id, counts: plants };
            const at = plane && placeOfStop(data, plan!.data);
            return at
              ? { ...own, at: plane.toMetres(at), zone: places![data.planned!]?.zone ?? '' }
              : own;
          }),
          { weights, plan: places ? { shares: plan!.data.shares } : undefined },
        )
      : null;
  const rowCounts = usable.map(({ counts }) =>
    counts.flatMap(({ data }) => (data.row === null ? [] : [{ ...data, row: data.row }])),
  );
  return {
    summary,
    rows:
      walk.data.method === 'everyRow'
        ? standByRow(rowCounts, { drilled: denseStand || planter?.type === 'drill' })
        : [],
  };
}

/** One stop of a walk with what was seen there. @example readStop(stop.id, stop.data, observations, 'corn').tapes.length */
export function readStop(
  id: string,
  data: Stop,
  own: readonly Kept<'observation'>[],
  crop: Crop,
): WalkStop {
  const counts = countsOf(own);
  const staged = stagesAtStop(
    crop,
    own.map(({ data: seen }) => seen),
  );
  return {
    id,
    data,
    counts,
    tapes: own.flatMap(({ id: at, data: tape }) =>
      tape.type === 'tape' ? [{ id: at, data: tape }] : [],
    ),
    staged,
    plants: withLaggards(
      counts.map(({ data: count }) => count),
      staged,
    ),
    seen: own.map(({ id: at, data: seen }) => ({ id: at, data: seen })),
  };
}

/** Nobody counts laggards twice: where plants were staged and none was counted as late, the shares staged are those of the count. */
function withLaggards(counts: Count[], staged: StopStages | null): Count[] {
  if (!staged || counts.some(({ oneBehind, twoBehind }) => oneBehind + twoBehind > 0))
    return counts;
  const { behind, plants } = staged.reading;
  return counts.map((count) => ({
    ...count,
    inStep: (count.inStep * behind.inStep) / plants,
    oneBehind: (count.inStep * behind.oneBehind) / plants,
    twoBehind: (count.inStep * behind.twoBehind) / plants,
  }));
}

/** Plants of one count, all stages. */
export const plantsOf = ({ inStep, oneBehind, twoBehind }: Count) => inStep + oneBehind + twoBehind;
