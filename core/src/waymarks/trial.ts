import { CROP_FACTS } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { visitsOf } from './visits.ts';
import type { WayMark } from './wayMark.ts';

/** Days after planting within which somebody still knows what was done in which strip. A default of this app. */
const TICK_WITHIN_DAYS = 3;

/** A comparison in strips: planned before planting, ticked on the day, walked, harvested strip by strip. */
export const trial: WayMark = {
  mark: 'trial',
  label: 'Trial',
  visit: {
    carry: ['plan of the strips', 'scale tickets', 'moisture meter'],
    minutes: ({ trial: own }) => 20 + 10 * (own?.strips ?? 0),
  },
  link: ({ planting, trial: own }) =>
    own ? `/trials/${own.id}` : `/plantings/${planting.id}/trial`,
  action: ({ trial: own }) =>
    !own
      ? 'Plan a trial'
      : own.ticked < own.strips
        ? 'Tick what was done'
        : own.harvested > 0
          ? 'See what the trial says'
          : 'Open the trial',
  state(facts) {
    const { planting, trial: own, today } = facts;
    const { plantedOn, crop } = planting.data;
    if (!own)
      return {
        state: 'notNeeded',
        from: plantedOn,
        to: plantedOn,
        reason:
          'Two ways side by side, in strips that can answer: depth, downforce, rate, variety.',
        instead: 'when something is to be compared',
      };
    const ticked = own.ticked >= own.strips;
    const [first, last] = CROP_FACTS[crop].laterDays.harvest;
    if (!ticked) {
      const to = addDays(plantedOn, TICK_WITHIN_DAYS);
      return {
        state: today < plantedOn ? 'later' : today <= to ? 'due' : 'overdue',
        from: plantedOn,
        to,
        reason: `What was really done in each strip, while somebody knows: ${own.ticked} of ${own.strips} are ticked.`,
      };
    }
    if (own.primary !== 'yield') {
      const walked = visitsOf(facts, 'stand').days.at(-1) ?? facts.emergence.visits.at(-1);
      const [from, to] = CROP_FACTS[crop].standWalkDays.map((days) => addDays(plantedOn, days)) as [
        string,
        string,
      ];
      return walked
        ? { state: 'done', from: walked, to: walked, reason: 'What its strips showed.' }
        : {
            state: today < from ? 'later' : today <= to ? 'due' : 'overdue',
            from,
            to,
            reason: 'Its strips are walked: what they show is what the trial asked.',
          };
    }
    if (own.harvestedOn && own.harvested >= own.toHarvest)
      return {
        state: 'done',
        from: own.harvestedOn,
        to: own.harvestedOn,
        reason: 'Every strip is weighed: what they say, and what it is worth.',
      };
    const [from, to] = [addDays(plantedOn, first), addDays(plantedOn, last)];
    return {
      state: today < from ? 'later' : today <= to ? 'due' : 'overdue',
      from,
      to,
      reason: `Weight, moisture, length and width of each strip: ${own.harvested} of ${own.toHarvest} are in.`,
    };
  },
};
