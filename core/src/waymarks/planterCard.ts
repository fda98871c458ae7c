import { addDays } from '../season/index.ts';
import type { WayMark } from './wayMark.ts';

/** Its rows can be judged from the first check or walk that is finished: reading it is all there is to do. */
export const planterCard: WayMark = {
  mark: 'planterCard',
  label: 'Planter card',
  link: ({ planter, walks }) =>
    planter && walks.some(({ data }) => data.finishedAt) ? `/planters/${planter.id}` : null,
  action: () => 'Read the planter card',
  state({ planter, walks, planting: { data } }) {
    const newest = walks.findLast((walk) => walk.data.finishedAt);
    const from = newest?.data.startedOn ?? addDays(data.plantedOn, 14);
    return {
      state: !planter ? 'notNeeded' : newest ? 'done' : 'later',
      from,
      to: from,
      reason: planter
        ? `Every check and walk of ${planter.name} adds to what its rows are judged by, over all its fields.`
        : 'Enter the planter of this planting: its rows are then judged over all its fields.',
    };
  },
};
