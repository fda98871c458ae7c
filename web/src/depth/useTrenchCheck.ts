import { readTrenchCheck, trenchStop, type TrenchCheck } from '@sendero/core';
import { useMemo } from 'react';
import { selectOne, useChildren, useChildrenOfEach, useWalksRead } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { useAppSelector } from '../data/store.ts';

/**
 * Everything a screen needs to know of one trench check, computed by the core from what is kept.
 * @returns undefined while it is read from the disk; null when there is no such check
 */
export function useTrenchCheck(walkId: string | undefined): TrenchCheck | null | undefined {
  const read = useWalksRead([walkId]);
  const walk = useAppSelector((state) => selectOne(state, 'walk', walkId));
  const planting = useAppSelector((state) => selectOne(state, 'planting', walk?.data.plantingId));
  const field = useAppSelector((state) => selectOne(state, 'field', planting?.data.fieldId));
  const planter = useAppSelector((state) => selectOne(state, 'planter', planting?.data.planterId));
  const stops = useChildren('stop', 'walkId', walkId);
  const observations = useChildrenOfEach('observation', 'stopId', stops);
  return useMemo(() => {
    if (walk?.data.purpose !== 'trench' || !planting || !field) return null;
    if (!read) return undefined;
    return readTrenchCheck(
      { id: walk.id, data: walk.data },
      planting,
      field.data,
      planter?.data ?? null,
      stops
        .map((stop, i) => trenchStop(stop, observations[i] ?? []))
        .sort((a, b) => a.data.ordinal - b.data.ordinal),
    );
  }, [read, walk, planting, field, planter, stops, observations]);
}

/** The newest finished trench check of a planting, by its walk; undefined when there is none. */
export function useNewestCheck(plantingId: string | undefined): string | undefined {
  const walks = useChildren('walk', 'plantingId', plantingId);
  return walks
    .filter(({ data }) => data.purpose === 'trench' && data.finishedAt)
    .sort(newestFirst)[0]?.id;
}
