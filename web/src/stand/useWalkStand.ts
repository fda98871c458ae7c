import {
  CROP_FACTS,
  expectedStand,
  standByRow,
  summariseStand,
  targetSpacing,
  type Count,
  type Field,
  type Kept,
  type LatenessWeights,
  type Planter,
  type Planting,
  type RowStand,
  type StandSummary,
  type StandWalk,
  type Stop,
  type Tape,
  DEFAULT_WEIGHTS,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAppSelector, type RootState } from '../data/store.ts';
import {
  selectChildren,
  selectOne,
  useChildren,
  useChildrenOfEach,
  useWalksRead,
  useWorkspace,
} from '../data/hooks.ts';

export interface KeptCount {
  id: string;
  data: Count;
}
export interface WalkStop {
  id: string;
  data: Stop;
  counts: KeptCount[];
  tapes: { id: string; data: Tape }[];
}

/** What is known of a walk without its counts. */
export interface WalkFacts {
  walk: { id: string; data: StandWalk };
  planting: { id: string; data: Planting };
  field: Field;
  planter: Planter | null;
  /** In the order they were made. */
  stops: { id: string; data: Stop }[];
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
 * What is known of a walk without its counts: a tap leaves it as it is.
 * @returns undefined while it is read from the disk; null when there is no such walk
 */
export function useWalkFacts(walkId: string | undefined): WalkFacts | null | undefined {
  const read = useWalksRead([walkId]);
  const walk = useAppSelector((state) => selectOne(state, 'walk', walkId));
  const planting = useAppSelector((state) => selectOne(state, 'planting', walk?.data.plantingId));
  const field = useAppSelector((state) => selectOne(state, 'field', planting?.data.fieldId));
  const planter = useAppSelector((state) => selectOne(state, 'planter', planting?.data.planterId));
  const stops = useChildren('stop', 'walkId', walkId);
  const weightsOfWorkspace = useWorkspace()?.data.weights ?? null;
  return useMemo(() => {
    if (walk?.data.purpose !== 'stand' || !planting || !field) return null;
    if (!read) return undefined;
    const { rowWidthM, seedsPerM2, germination, fieldLoss, crop } = planting.data;
    return {
      walk: { id: walk.id, data: walk.data },
      planting,
      field: field.data,
      planter: planter?.data ?? null,
      stops: [...stops].sort((a, b) => a.data.ordinal - b.data.ordinal),
      weights: weightsOfWorkspace ?? DEFAULT_WEIGHTS,
      ownWeights: weightsOfWorkspace !== null,
      targetPerM2: seedsPerM2,
      expectedPerM2: expectedStand({ seedsPerM2, germination, fieldLoss }),
      spacingM: targetSpacing({ rowWidthM, populationPerM2: seedsPerM2 }),
      denseStand: CROP_FACTS[crop].denseStand,
    };
  }, [read, walk, planting, field, planter, stops, weightsOfWorkspace]);
}

const NO_STOPS: WalkFacts['stops'] = [];

/**
 * Everything a screen needs to know of one walk, computed by the core from what is kept.
 * @returns undefined while it is read from the disk; null when there is no such walk
 */
export function useWalkStand(walkId: string | undefined): WalkStand | null | undefined {
  const facts = useWalkFacts(walkId);
  const observations = useWalkObservations(facts);
  return useMemo(() => facts && readWalkStand(facts, observations), [facts, observations]);
}

/** What was observed on a walk, one list a stop. */
export const useWalkObservations = (facts: WalkFacts | null | undefined) =>
  useChildrenOfEach('observation', 'stopId', facts?.stops ?? NO_STOPS);

/** A walk read: its stops with what was counted there, and what the counts say together. */
export function readWalkStand(
  facts: WalkFacts,
  observations: readonly (readonly Kept<'observation'>[])[],
): WalkStand {
  const byStop = new Map(observations.map((own) => [own[0]?.data.stopId, own]));
  const stops = facts.stops.map(({ id, data }) => stopWith(id, data, byStop.get(id) ?? []));
  return { ...facts, stops, ...summariseWalk(stops, facts.walk.data.method, facts.weights) };
}

/** What was counted at a stop, each change of it at once. */
export function useStopCounts(stopId: string): KeptCount[] {
  const observations = useChildren('observation', 'stopId', stopId);
  return useMemo(() => countsOf(observations), [observations]);
}

/** The count of one row at a stop. */
export const useCountAt = (stopId: string, row: number | null) =>
  useAppSelector((state) => selectCountAt(state, stopId, row));

export const selectCounts = (state: RootState, stopId: string): KeptCount[] =>
  countsOf(selectChildren(state, 'observation', 'stopId', stopId));
export const selectCountAt = (state: RootState, stopId: string, row: number | null) =>
  selectChildren(state, 'observation', 'stopId', stopId).find(
    ({ data }) => data.type === 'count' && data.row === row,
  );

const countsOf = (own: readonly Kept<'observation'>[]): KeptCount[] =>
  own.flatMap(({ id, data }) => (data.type === 'count' ? [{ id, data }] : []));

function summariseWalk(
  stops: readonly WalkStop[],
  method: StandWalk['method'],
  weights: LatenessWeights,
): Pick<WalkStand, 'summary' | 'rows'> {
  const usable = stops.filter(({ data, counts }) => !data.chosen && counts.length > 0);
  const summary =
    usable.length > 0
      ? summariseStand(
          usable.map(({ id, counts }) => ({ id, counts: counts.map(({ data }) => data) })),
          { weights },
        )
      : null;
  const rowCounts = usable.flatMap(({ counts }) =>
    counts.flatMap(({ data }) => (data.row === null ? [] : [{ ...data, row: data.row }])),
  );
  return { summary, rows: method === 'everyRow' ? standByRow(rowCounts) : [] };
}

function stopWith(id: string, data: Stop, own: readonly Kept<'observation'>[]): WalkStop {
  return {
    id,
    data,
    counts: countsOf(own),
    tapes: own.flatMap(({ id: at, data: tape }) =>
      tape.type === 'tape' ? [{ id: at, data: tape }] : [],
    ),
  };
}

/** Plants of one count, all stages. */
export const plantsOf = ({ inStep, oneBehind, twoBehind }: Count) => inStep + oneBehind + twoBehind;
