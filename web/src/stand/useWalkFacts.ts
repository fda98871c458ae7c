import { countsOf, readWalkFacts, type KeptCount, type WalkFacts } from '@sendero/core';
import { useMemo } from 'react';
import { useTrialsOfStops } from '../trials/useTrialsOfStops.ts';
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
  const trials = useTrialsOfStops(useChildren('trial', 'plantingId', planting?.id), stops);
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
