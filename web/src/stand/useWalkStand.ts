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
import { useAppSelector } from '../data/store.ts';
import {
  selectOne,
  useChildren,
  useChildrenOfEach,
  useWalksRead,
  useWorkspace,
} from '../data/hooks.ts';

export interface WalkStop {
  id: string;
  data: Stop;
  counts: { id: string; data: Count }[];
  tapes: { id: string; data: Tape }[];
}

export interface WalkStand {
  walk: { id: string; data: StandWalk };
  planting: { id: string; data: Planting };
  field: Field;
  planter: Planter | null;
  stops: WalkStop[];
  /** Over the stops not chosen for their looks; null before the first plant is counted. */
  summary: StandSummary | null;
  rows: RowStand[];
  weights: LatenessWeights;
  ownWeights: boolean;
  targetPerM2: number;
  expectedPerM2: number;
  spacingM: number;
  denseStand: boolean;
}

/**
 * Everything a screen needs to know of one walk, computed by the core from what is kept.
 * @returns undefined while it is read from the disk; null when there is no such walk
 */
export function useWalkStand(walkId: string | undefined): WalkStand | null | undefined {
  const read = useWalksRead([walkId]);
  const walk = useAppSelector((state) => selectOne(state, 'walk', walkId));
  const planting = useAppSelector((state) => selectOne(state, 'planting', walk?.data.plantingId));
  const field = useAppSelector((state) => selectOne(state, 'field', planting?.data.fieldId));
  const planter = useAppSelector((state) => selectOne(state, 'planter', planting?.data.planterId));
  const stops = useChildren('stop', 'walkId', walkId);
  const observations = useChildrenOfEach('observation', 'stopId', stops);
  const weightsOfWorkspace = useWorkspace()?.data.weights ?? null;
  return useMemo(() => {
    if (walk?.data.purpose !== 'stand' || !planting || !field) return null;
    if (!read) return undefined;
    const walkStops = stops
      .map(({ id, data }, i) => stopWith(id, data, observations[i] ?? []))
      .sort((a, b) => a.data.ordinal - b.data.ordinal);
    const weights = weightsOfWorkspace ?? DEFAULT_WEIGHTS;
    // Computed when first asked for: a key that is tapped is drawn without it.
    let computed: Pick<WalkStand, 'summary' | 'rows'> | null = null;
    const { method } = walk.data;
    const overall = () => (computed ??= summariseWalk(walkStops, method, weights));
    const { rowWidthM, seedsPerM2, germination, fieldLoss, crop } = planting.data;
    return {
      walk: { id: walk.id, data: walk.data },
      planting,
      field: field.data,
      planter: planter?.data ?? null,
      stops: walkStops,
      get summary() {
        return overall().summary;
      },
      get rows() {
        return overall().rows;
      },
      weights,
      ownWeights: weightsOfWorkspace !== null,
      targetPerM2: seedsPerM2,
      expectedPerM2: expectedStand({ seedsPerM2, germination, fieldLoss }),
      spacingM: targetSpacing({ rowWidthM, populationPerM2: seedsPerM2 }),
      denseStand: CROP_FACTS[crop].denseStand,
    };
  }, [read, walk, planting, field, planter, stops, observations, weightsOfWorkspace]);
}

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

function stopWith(id: string, data: Stop, own: Kept<'observation'>[]): WalkStop {
  return {
    id,
    data,
    counts: own.flatMap(({ id: at, data: count }) =>
      count.type === 'count' ? [{ id: at, data: count }] : [],
    ),
    tapes: own.flatMap(({ id: at, data: tape }) =>
      tape.type === 'tape' ? [{ id: at, data: tape }] : [],
    ),
  };
}

/** Plants of one count, all stages. */
export const plantsOf = ({ inStep, oneBehind, twoBehind }: Count) => inStep + oneBehind + twoBehind;
