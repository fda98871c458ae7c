import { CROP_FACTS } from '../crops/index.ts';
import { addDays, laterDay } from '../season/index.ts';
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
  state({ planting, today, predicted, emergence: { lengths, visits, coming, lookAgainOn } }) {
    const { plantedOn, crop } = planting.data;
    const [first, last] = CROP_FACTS[crop].emergenceDays;
    const from = lookAgainOn ?? predicted?.first ?? addDays(plantedOn, first);
    // A day later is still in time.
    const to = lookAgainOn
      ? addDays(lookAgainOn, 1)
      : (lastPlants(predicted) ?? addDays(plantedOn, last));
    const newest = visits.at(-1);
    const given = today > addDays(to, GIVEN_UP_DAYS);
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
