import { CROP_FACTS } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import type { PlantingFacts, WayMark } from './wayMark.ts';

/** Days after planting from when it tells something, and after the first plants until when. Defaults of this app. */
const [FROM_DAYS, LAST_DAYS] = [3, 4];

const windowOf = ({ planting: { data }, predicted }: PlantingFacts) =>
  [
    addDays(data.plantedOn, FROM_DAYS),
    predicted?.half ?? addDays(data.plantedOn, CROP_FACTS[data.crop].emergenceDays[0] + LAST_DAYS),
  ] as const;

export const belowGround: WayMark = {
  mark: 'belowGround',
  label: 'Below ground',
  visit: { carry: ['trowel', 'rule', 'gloves: the seed is treated'], minutes: () => 40 },
  link: ({ planting }) => `/plantings/${planting.id}/below`,
  action: (facts) =>
    facts.below.length > 0
      ? 'See what was dug'
      : facts.today <= windowOf(facts)[1]
        ? 'Dig for the seeds'
        : 'Enter what was dug',
  state(facts) {
    const { today, below, emergence } = facts;
    const [from, to] = windowOf(facts);
    const newest = below.at(-1);
    // Plants are up: nothing is left to look for under them.
    const up = emergence.coming === 'coming' || emergence.coming === 'done';
    return {
      state: newest
        ? 'done'
        : up
          ? 'notNeeded'
          : today < from
            ? 'later'
            : today <= to
              ? 'due'
              : 'missed',
      from: newest ?? from,
      to: newest ?? to,
      reason: `A few seeds a row, ${FROM_DAYS} days after planting until plants are up ${facts.predicted ? 'by the heat of this field' : '(default)'}: are they on their way?`,
    };
  },
};
