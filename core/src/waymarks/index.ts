import { belowGround } from './belowGround.ts';
import { emergence } from './emergence.ts';
import { plantDigs } from './plantDigs.ts';
import { planterCard } from './planterCard.ts';
import { replant } from './replant.ts';
import { result, standWalk } from './standWalk.ts';
import { taggedPlants } from './taggedPlants.ts';
import { targets } from './targets.ts';
import { trenchCheck } from './trenchCheck.ts';
import { trial } from './trial.ts';
import type { MarkStanding, PlantingFacts, WayMark } from './wayMark.ts';

export { leavesWindow, type Window } from './leavesWindow.ts';
export { tagsDone } from './taggedPlants.ts';
export { pinOf, pinsOn, type Pin } from './pins.ts';
export {
  MARK_STATES,
  NO_EMERGENCE,
  NO_TAGS,
  type MarkState,
  type PlantingFacts,
  type WayMark,
} from './wayMark.ts';

/** The stations of a planting's season in the order of the work. A later capability adds a file and a line here. */
export const WAY_MARKS: readonly WayMark[] = [
  targets,
  trenchCheck,
  belowGround,
  emergence,
  standWalk,
  result,
  plantDigs,
  replant,
  planterCard,
  taggedPlants,
  trial,
];

/** A way-mark as it stands for one planting. */
export interface TrailMark extends MarkStanding {
  mark: string;
  label: string;
  link: string | null;
  action: string;
}

/**
 * Where a planting stands on its trail: what the trail draws, what Today lists.
 *
 * @example trailOf({ planting, walks: [], today: '2027-05-27' })[2].state // 'due'
 */
export const trailOf = (facts: PlantingFacts): TrailMark[] =>
  WAY_MARKS.map((one) => ({
    mark: one.mark,
    label: one.label,
    link: one.link(facts),
    action: one.action(facts),
    ...one.state(facts),
  }));

/** How soon a mark wants somebody: under way, overdue, due; null when it does not now. */
export function urgencyOf({ state, underWay }: TrailMark): number | null {
  if (underWay) return 0;
  return state === 'overdue' ? 1 : state === 'due' ? 2 : null;
}

/** What is to be done next on a trail: the most urgent mark, the earlier one of two alike; null when nothing is. */
export function nextOnTrail(marks: readonly TrailMark[]): TrailMark | null {
  const [next] = marks
    .filter((mark) => urgencyOf(mark) !== null && mark.link)
    .sort((a, b) => urgencyOf(a)! - urgencyOf(b)!);
  return next ?? null;
}
