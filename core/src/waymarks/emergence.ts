import { CROP_FACTS } from '../crops/index.ts';
import { addDays, laterDay } from '../season/index.ts';
import { leavesWindow } from './leavesWindow.ts';
import type { MarkState, PlantingFacts, WayMark } from './wayMark.ts';

/** After so many days without a visit nobody counts on: the stand walk tells what became of it. */
const GIVEN_UP_DAYS = 7;

export const emergence: WayMark = {
  mark: 'emergence',
  label: 'Emergence',
  visit: {
    carry: ['flags of one colour a day', 'tape'],
    minutes: ({ emergence: { lengths } }) => 15 + 2 * (lengths || 12),
  },
  link: ({ planting }) => `/plantings/${planting.id}/emergence`,
  action: ({ emergence: { lengths } }) =>
    lengths > 0 ? 'Count what is up' : 'Flag lengths to count in',
  state(facts) {
    const { planting, today, predicted, emergence: seen } = facts;
    const { lengths, visits, coming, lookAgainOn } = seen;
    const { plantedOn, crop } = planting.data;
    const [first, last] = CROP_FACTS[crop].emergenceDays;
    const from = lookAgainOn ?? predicted?.first ?? addDays(plantedOn, first);
    // A day later is still in time.
    const to = lookAgainOn
      ? addDays(lookAgainOn, 1)
      : (lastPlants(predicted) ?? addDays(plantedOn, last));
    const newest = visits.at(-1);
    const given = today > addDays(to, GIVEN_UP_DAYS) || isOutgrown(facts);
    const state: MarkState =
      coming === 'done' || (newest && coming === 'coming' && given)
        ? 'done'
        : today > to && (lengths === 0 || given)
          ? 'missed'
          : today < from
            ? 'later'
            : today <= to
              ? 'due'
              : 'overdue';
    return {
      state,
      from: state === 'done' ? newest! : from,
      to: state === 'done' ? newest! : to,
      reason: lookAgainOn
        ? 'Plants still come: every two days until they stop.'
        : predicted
          ? 'From the first plants to nine in ten, by the heat of this field: newly up by row, every two days.'
          : `Plants come up about ${first}–${last} days after planting (default): newly up by row, every two days.`,
    };
  },
};

/** When nine in ten should be up, or as late as half of them may be: before that nothing is missed. */
const lastPlants = (predicted: PlantingFacts['predicted']) =>
  predicted && laterDay(predicted.nineInTen, predicted.band[1]);

/** Leaves with a collar after which a plant that comes up late bears next to nothing: nobody counts on. */
const LAST_LEAVES = 3;

/** Whether the plants have outgrown counting: they are past V3. */
function isOutgrown({ planting, predicted, today }: PlantingFacts): boolean {
  const { crop, plantedOn } = planting.data;
  const until =
    leavesWindow(predicted, LAST_LEAVES, LAST_LEAVES)?.to ??
    addDays(plantedOn, CROP_FACTS[crop].standWalkDays[1]);
  return today > until;
}
