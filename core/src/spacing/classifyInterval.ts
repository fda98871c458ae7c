import { requireNotNegative, requirePositive, requireWhole } from '../arguments/index.ts';

/**
 * Slots an interval spans at a reference spacing: 0 for a multiple (d ≤ 0.5X), 1 for a single
 * (≤ 1.5X), 2 for a miss with one empty slot (≤ 2.5X), and so on. A boundary belongs to the lower
 * class; a relative 1e-9 keeps it there for positions that decimals cannot hold exactly.
 *
 * @param intervalM distance between neighbouring plants, m
 * @param referenceM reference spacing X, m
 * @example slotsSpanned(0.34, 0.166) // 2: one empty slot
 */
export const slotsSpanned = (intervalM: number, referenceM: number): number =>
  slotsIn(requireNotNegative('intervalM', intervalM), requirePositive('referenceM', referenceM));

/** The same for figures that were looked at already: tapes and logs have millions. */
export const slotsIn = (intervalM: number, referenceM: number): number =>
  Math.max(0, Math.ceil((intervalM / referenceM) * (1 - 1e-9) - 0.5));

export type IntervalClass = 'multiple' | 'single' | 'miss';

/** The class of an interval by the slots it spans. @example intervalClass(slotsSpanned(0.05, 0.166)) // 'multiple' */
export function intervalClass(slots: number): IntervalClass {
  requireWhole('slots', slots, 0);
  return slots === 0 ? 'multiple' : slots === 1 ? 'single' : 'miss';
}
