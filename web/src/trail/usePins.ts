import { kindOf, KIND_NAMES, pinOf, pinsOn, type Pin, type TrailMark } from '@sendero/core';
import { sameItems, selectChildren } from '../data/hooks.ts';
import { useAppSelector, type RootState } from '../data/store.ts';
import type { PlantingOnTrail } from './useTrails.ts';

/** Kinds that stand on the trail of the planting they belong to. */
const PINNED = KIND_NAMES.filter((kind) => kindOf(kind).words.pin);
const pinned = (state: RootState, plantingId: string | undefined) =>
  PINNED.flatMap((kind) => selectChildren(state, kind, 'plantingId' as never, plantingId));

/** What is pinned to a planting's trail, whatever kind it is. */
export function usePins(
  plantingId: string | undefined,
  marks: readonly TrailMark[],
): Map<number, Pin[]> {
  return pinsOn(
    marks,
    useAppSelector((state) => pinned(state, plantingId), sameItems),
  );
}

/** What is pinned to any of some plantings, newest first. */
export function usePinsOfEach(trails: readonly PlantingOnTrail[]) {
  const records = useAppSelector(
    (state) => trails.flatMap(({ planting }) => pinned(state, planting.id)),
    sameItems,
  );
  return records
    .flatMap((record) => {
      const pin = pinOf(record);
      const { plantingId } = record.data as unknown as { plantingId: string };
      const one = trails.find(({ planting }) => planting.id === plantingId);
      return pin && one ? [{ pin, one }] : [];
    })
    .sort((a, b) => (a.pin.on < b.pin.on ? 1 : -1));
}
