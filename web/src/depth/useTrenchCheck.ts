import { useMemo } from 'react';
import { selectChildren, selectOne, useGrouped } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { readTrenchCheck, trenchStop, type TrenchCheck } from './readTrenchCheck.ts';

/** Everything a screen needs to know of one trench check, computed by the core from what is kept. */
export function useTrenchCheck(walkId: string | undefined): TrenchCheck | null {
  const walk = useAppSelector((state) => selectOne(state, 'walk', walkId));
  const planting = useAppSelector((state) => selectOne(state, 'planting', walk?.data.plantingId));
  const field = useAppSelector((state) => selectOne(state, 'field', planting?.data.fieldId));
  const planter = useAppSelector((state) => selectOne(state, 'planter', planting?.data.planterId));
  const stops = useAppSelector((state) => selectChildren(state, 'stop', 'walkId', walkId));
  const observations = useGrouped('observation', 'stopId');
  return useMemo(() => {
    if (walk?.data.purpose !== 'trench' || !planting || !field) return null;
    return readTrenchCheck(
      { id: walk.id, data: walk.data },
      planting,
      field.data,
      planter?.data ?? null,
      stops
        .map((stop) => trenchStop(stop, observations.get(stop.id) ?? []))
        .sort((a, b) => a.data.ordinal - b.data.ordinal),
    );
  }, [walk, planting, field, planter, stops, observations]);
}
