import { kindOf, type Kept } from '../records/index.ts';
import type { TrailMark } from './index.ts';

/** Something that stands on the trail between its marks: rain, a note. */
export interface Pin {
  id: string;
  /** The field's day, ISO date. */
  on: string;
  label: string;
}

/** What a record pins to the trail of its planting, if it does. */
export function pinOf({ kind, id, data, deletedAt }: Kept): Pin | undefined {
  const pin = deletedAt === null ? kindOf(kind).words.pin?.(data) : undefined;
  return pin && { id, ...pin };
}

/**
 * What is pinned to a trail, by the mark it comes after (−1: before the first), oldest first. A kind says
 * itself what it pins: see `words.pin`.
 *
 * @example pinsOn(trailOf(facts), notes).get(1) // what was noted between the trench check and the next mark
 */
export function pinsOn(
  marks: readonly Pick<TrailMark, 'from' | 'to' | 'state'>[],
  records: readonly Kept[],
): Map<number, Pin[]> {
  const pins = records
    .flatMap((record) => pinOf(record) ?? [])
    .sort((a, b) => (a.on < b.on || (a.on === b.on && a.id < b.id) ? -1 : 1));
  const days = marks.map(({ state, from, to }) => (state === 'done' ? to : from));
  const at = new Map<number, Pin[]>();
  for (const pin of pins) {
    // The newest of those that were there by then; of the same day the last.
    const after = days.reduce(
      (newest, day, i) => (day <= pin.on && day >= (days[newest] ?? '') ? i : newest),
      -1,
    );
    at.set(after, [...(at.get(after) ?? []), pin]);
  }
  return at;
}
