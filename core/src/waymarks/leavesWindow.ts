import { addDays, laterDay } from '../season/index.ts';
import type { PlantingFacts } from './wayMark.ts';

/** Days between which something is worth doing, and whether the heat of the field says it. */
export interface Window {
  from: string;
  to: string;
  byHeat: boolean;
}

/** From when plants have so many leaves until they get more than so many; null where heat does not tell it. */
export function leavesWindow(
  predicted: PlantingFacts['predicted'],
  from: number,
  to: number,
): Window | null {
  const at = (leaves: number) => predicted?.stages.find((stage) => stage.leaves === leaves)?.on;
  const [first, after] = [at(from), at(to + 1)];
  return first && after
    ? { from: first, to: laterDay(first, addDays(after, -1)), byHeat: true }
    : null;
}
