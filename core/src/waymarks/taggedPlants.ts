import { CROP_FACTS } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { TAG_VISITS } from '../records/index.ts';
import type { PlantingFacts, WayMark } from './wayMark.ts';

/** Days between which tagged plants are looked at again. */
const windowOf = (
  { planting: { data } }: PlantingFacts,
  visit: (typeof TAG_VISITS)[number],
): [from: string, to: string] => {
  const [first, last] = CROP_FACTS[data.crop].laterDays[visit];
  return [addDays(data.plantedOn, first), addDays(data.plantedOn, last)];
};

/** Looked at every tagged plant at this visit. */
export const tagsDone = ({ tags }: PlantingFacts, visit: (typeof TAG_VISITS)[number]): boolean =>
  tags.plants > 0 && tags.looked[visit] >= tags.plants;

export const taggedPlants: WayMark = {
  mark: 'taggedPlants',
  label: 'Tagged plants',
  link: ({ planting, tags, walks }) =>
    tags.plants > 0 || walks.length > 0 ? `/plantings/${planting.id}/tags` : null,
  action: ({ tags }) => (tags.plants > 0 ? 'Look at the tagged plants' : 'Tag a late plant'),
  state(facts) {
    const { tags, today } = facts;
    const [from] = windowOf(facts, 'flowering');
    const reason =
      tags.plants === 0
        ? 'Late plants and their neighbours, marked on the stand walk, tell at grain fill what a late plant is worth here.'
        : `${tags.plants} plants are tagged: look at them at flowering and at grain fill.`;
    const due = TAG_VISITS.find(
      (visit) => !tagsDone(facts, visit) && today <= windowOf(facts, visit)[1],
    );
    if (tags.plants === 0)
      return { state: today < from ? 'later' : 'notNeeded', from, to: from, reason };
    if (tags.looked.grainFill > 0 && !due) {
      const on = tags.lookedOn ?? today;
      return { state: 'done', from: on, to: on, reason };
    }
    const [first, last] = windowOf(facts, due ?? 'grainFill');
    return {
      state: today < first ? 'later' : today <= last ? 'due' : 'overdue',
      from: first,
      to: last,
      reason,
    };
  },
};
