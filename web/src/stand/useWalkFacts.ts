import {
  countsOf,
  readWalkFacts,
  type Kept,
  type KeptCount,
  type TrialOfWalk,
  type WalkFacts,
} from '@sendero/core';
import { useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { useAppSelector, type RootState } from '../data/store.ts';
import {
  selectChildren,
  selectOne,
  useChildren,
  useWalksRead,
  useWorkspace,
} from '../data/hooks.ts';

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
  const plan =
    useAppSelector((state) => selectOne(state, 'samplingPlan', walk?.data.planId)) ?? null;
  const trials = useTrialsOfWalk(planting?.id, stops);
  const weightsOfWorkspace = useWorkspace()?.data.weights ?? null;
  return useMemo(() => {
    if (walk?.data.purpose !== 'stand' || !planting || !field) return null;
    if (!read) return undefined;
    return readWalkFacts(
      { id: walk.id, data: walk.data },
      planting,
      field.data,
      planter?.data ?? null,
      stops,
      weightsOfWorkspace,
      plan,
      trials,
    );
  }, [read, walk, planting, field, planter, stops, weightsOfWorkspace, plan, trials]);
}

/** The trials in whose strips stops of a walk stand; usually none. */
function useTrialsOfWalk(
  plantingId: string | undefined,
  stops: readonly Kept<'stop'>[],
): TrialOfWalk[] {
  const all = useChildren('trial', 'plantingId', plantingId);
  const ids = useMemo(() => new Set(stops.flatMap(({ data }) => data.trialId ?? [])), [stops]);
  const strips = useAppSelector(
    (state) =>
      all.flatMap((trial) =>
        ids.has(trial.id) ? selectChildren(state, 'trialStrip', 'trialId', trial.id) : [],
      ),
    shallowEqual,
  );
  return useMemo(
    () =>
      all.flatMap((trial) =>
        ids.has(trial.id)
          ? [{ trial, strips: strips.filter(({ data }) => data.trialId === trial.id) }]
          : [],
      ),
    [all, ids, strips],
  );
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
