import { kindOf, KIND_NAMES, pinsOn, type Pin, type TrailMark } from '@sendero/core';
import { selectChildren, sameItems } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** Kinds that stand on the trail of the planting they belong to. */
const PINNED = KIND_NAMES.filter((kind) => kindOf(kind).words.pin);

/** What is pinned to a planting's trail, whatever kind it is. */
export function usePins(
  plantingId: string | undefined,
  marks: readonly TrailMark[],
): Map<number, Pin[]> {
  const records = useAppSelector(
    (state) =>
      PINNED.flatMap((kind) => selectChildren(state, kind, 'plantingId' as never, plantingId)),
    sameItems,
  );
  return pinsOn(marks, records);
}
