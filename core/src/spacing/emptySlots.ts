import { requireNotNegative, requirePositive } from '../arguments/index.ts';

/** How fast the grid of slots follows the plants: bounce averages out, a rate that is a little off does not add up. */
const FOLLOW = 0.07;
/** A second plant of a slot, so far toward an empty one beside it, is that one’s, thrown aside: in slots. */
const THROWN = 0.3;

export interface Slots {
  /** Slots from the first plant to the last. */
  slots: number;
  /** Numbers of those without a plant. */
  empty: number[];
}

/**
 * Slots of a run: the grid starts at the first plant and follows those that come.
 *
 * @param positionsM plants in order along the run, m; @param referenceM spacing, m; @param name what errors call the run
 * @throws RangeError for a plant that steps back or is no number
 * @example emptySlots([0, 0.17, 0.5], 0.17, 'run') // { slots: 4, empty: [2] }
 */
export function emptySlots(positionsM: ArrayLike<number>, referenceM: number, name: string): Slots {
  requirePositive('referenceM', referenceM);
  let before = -Infinity;
  for (let i = 0; i < positionsM.length; i++) {
    const at = requireNotNegative(`${name}.positionsM[${i}]`, positionsM[i]!);
    if (at < before)
      throw new RangeError(
        `${name}.positionsM[${i}] must not lie before its neighbour at ${before}, got ${at}`,
      );
    before = at;
  }
  if (positionsM.length === 0) return { slots: 0, empty: [] };
  let spacing = trueSpacing(positionsM, referenceM);
  let origin = positionsM[0]!;
  // What lies in each slot: how many, and how far off its middle to either side, in slots.
  const held = [{ plants: 1, before: 0, after: 0 }];
  for (let i = 1; i < positionsM.length; i++) {
    const ahead = Math.round((positionsM[i]! - origin) / spacing);
    for (let s = 0; s < ahead; s++) held.push({ plants: 0, before: 0, after: 0 });
    origin += Math.max(0, ahead) * spacing;
    const off = positionsM[i]! - origin;
    const slot = held.at(-1)!;
    slot.plants += 1;
    slot.before = Math.min(slot.before, off / spacing);
    slot.after = Math.max(slot.after, off / spacing);
    // A second plant in a slot moves nothing.
    if (ahead <= 0) continue;
    origin += FOLLOW * off;
    spacing += (FOLLOW ** 2 / 4) * off;
  }
  const spare = (s: number) => (held[s]?.plants ?? 0) > 1;
  const empty = held.flatMap(({ plants }, s) =>
    plants > 0 ||
    (spare(s - 1) && held[s - 1]!.after > THROWN) ||
    (spare(s + 1) && held[s + 1]!.before < -THROWN)
      ? []
      : [s],
  );
  return { slots: held.length, empty };
}

/** Stretches in which plants are held against a grid, in slots. */
const STRETCH = 30;

/**
 * What this machine really spaced: of the spacings within a seventh of the reference the one whose grid the plants
 * lie on best, stretch by stretch (the length of the sum of their directions in a turn of one slot).
 */
function trueSpacing(positionsM: ArrayLike<number>, referenceM: number): number {
  let best = { spacing: referenceM, fit: -1 };
  for (let part = 0.86; part <= 1.14; part += 0.005) {
    const spacing = part * referenceM;
    let [fit, along, across] = [0, 0, 0];
    let from = positionsM[0] ?? 0;
    for (let i = 0; i < positionsM.length; i++) {
      const angle = (2 * Math.PI * positionsM[i]!) / spacing;
      along += Math.cos(angle);
      across += Math.sin(angle);
      if (positionsM[i]! - from < STRETCH * referenceM && i < positionsM.length - 1) continue;
      fit += Math.hypot(along, across);
      [along, across, from] = [0, 0, positionsM[i]!];
    }
    if (fit > best.fit) best = { spacing, fit };
  }
  return best.spacing;
}
