import { requirePositive, requireSome, requireWhole } from '../arguments/index.ts';
import { binomialUpperTail } from '../stats/index.ts';
import { emptySlots } from './emptySlots.ts';

/**
 * Whether gaps tend to be followed by another one turn of the disc later: what short tapes can tell of damaged cells, where `findRepeatingGaps` needs
 * long ones. Pairs of empty slots one turn apart, against chance (binomial, with the share of slots that are empty).
 *
 * @param runs plants of one row in order along tape, m; runs within a turn say nothing
 * @param options reference spacing, m; cells of the disc
 * @returns chance of so many pairs by accident; null where no gap has a slot one turn on
 * @throws RangeError naming the run and place that is wrong
 * @example gapsAgain([{ positionsM: [0.17, 0.34, 0.5] }], { referenceM: 0.166, cells: 40 }) // null: within one turn
 */
export function gapsAgain(
  runs: readonly { positionsM: ArrayLike<number> }[],
  { referenceM, cells }: { referenceM: number; cells: number },
): number | null {
  requireSome('runs', runs);
  requirePositive('referenceM', referenceM);
  requireWhole('cells', cells, 2);
  let [pairs, chances, expected] = [0, 0, 0];
  runs.forEach(({ positionsM }, r) => {
    const { slots, empty } = emptySlots(positionsM, referenceM, `runs[${r}]`);
    const isEmpty = new Set(empty);
    const withNext = empty.filter((slot) => slot + cells < slots);
    pairs += withNext.filter((slot) => isEmpty.has(slot + cells)).length;
    chances += withNext.length;
    expected += (withNext.length * (empty.length - 1)) / Math.max(1, slots - 1);
  });
  return chances === 0 ? null : binomialUpperTail(pairs, chances, Math.min(1, expected / chances));
}
