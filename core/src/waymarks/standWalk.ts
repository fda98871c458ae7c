import { CROP_FACTS } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { visitsOf } from './visits.ts';
import type { PlantingFacts, WayMark } from './wayMark.ts';

/** Window for a stand walk, days after planting: a default of this app. */
const windowOf = ({ planting: { data } }: PlantingFacts) =>
  CROP_FACTS[data.crop].standWalkDays.map((days) => addDays(data.plantedOn, days)) as [
    string,
    string,
  ];

export const standWalk: WayMark = {
  mark: 'standWalk',
  label: 'Stand walk',
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
    const [from, to] = windowOf(facts);
    const made = days.at(-1);
    const [first, last] = CROP_FACTS[facts.planting.data.crop].standWalkDays;
    return {
      state: made ? 'done' : facts.today < from ? 'later' : facts.today <= to ? 'due' : 'overdue',
      from: made ?? from,
      to: made ?? to,
      reason: `Plants are up and still easy to tell apart ${first}–${last} days after planting (default).`,
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
    const [from, to] = windowOf(facts);
    return {
      state: made ? 'done' : 'later',
      from: made ?? from,
      to: made ?? to,
      reason: 'What the walk found: population, effective stand and spacing against the target.',
      instead: made ? undefined : 'after the walk',
    };
  },
};
