import { CROP_FACTS } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { leavesWindow, type Window } from './leavesWindow.ts';
import { visitsOf } from './visits.ts';
import type { PlantingFacts, WayMark } from './wayMark.ts';

/** Leaves between which the stand is walked, with a collar: V2 and V3. */
const [FROM_LEAVES, TO_LEAVES] = [2, 3];

/** Window for a stand walk: V2 to V3 by the heat of the field, else days after planting, a default of this app. */
function windowOf({ planting: { data }, predicted }: PlantingFacts): Window {
  const [first, last] = CROP_FACTS[data.crop].standWalkDays;
  return (
    leavesWindow(predicted, FROM_LEAVES, TO_LEAVES) ?? {
      from: addDays(data.plantedOn, first),
      to: addDays(data.plantedOn, last),
      byHeat: false,
    }
  );
}

export const standWalk: WayMark = {
  mark: 'standWalk',
  label: 'Stand walk',
  visit: { carry: ['tape or hoop', 'trowel', 'flags'], minutes: () => 80 },
  link(facts) {
    const { open } = visitsOf(facts, 'stand');
    return open ? `/walks/${open.id}` : `/plantings/${facts.planting.id}/walk`;
  },
  action(facts) {
    const { open, done } = visitsOf(facts, 'stand');
    return open ? 'Go on with the walk' : done.length > 0 ? 'New stand walk' : 'Walk the stand';
  },
  state(facts) {
    const { days, open } = visitsOf(facts, 'stand');
    const { from, to, byHeat } = windowOf(facts);
    const made = days.at(-1);
    const [first, last] = CROP_FACTS[facts.planting.data.crop].standWalkDays;
    return {
      state: made ? 'done' : facts.today < from ? 'later' : facts.today <= to ? 'due' : 'overdue',
      from: made ?? from,
      to: made ?? to,
      reason: byHeat
        ? `Plants are up and still easy to tell apart: V${FROM_LEAVES} to V${TO_LEAVES} by the heat of this field.`
        : `Plants are up and still easy to tell apart ${first}–${last} days after planting (default).`,
      ...(open ? { underWay: { since: open.data.startedOn, by: open.data.walkedBy } } : {}),
    };
  },
};

export const result: WayMark = {
  mark: 'result',
  label: 'Result',
  link(facts) {
    const { newestDone } = visitsOf(facts, 'stand');
    return newestDone ? `/walks/${newestDone.id}/result` : null;
  },
  action: () => 'See the result',
  state(facts) {
    const made = visitsOf(facts, 'stand').days.at(-1);
    const { from, to } = windowOf(facts);
    return {
      state: made ? 'done' : 'later',
      from: made ?? from,
      to: made ?? to,
      reason: 'What the walk found: population, effective stand and spacing against the target.',
      instead: made ? undefined : 'after the walk',
    };
  },
};
