import { CROP_FACTS } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { leavesWindow, type Window } from './leavesWindow.ts';
import { visitsOf } from './visits.ts';
import type { PlantingFacts, WayMark } from './wayMark.ts';

/** Leaves between which plants are dug: nodal roots feed them by then. */
const [FROM_LEAVES, TO_LEAVES] = [4, 6];

function windowOf({ planting: { data }, predicted }: PlantingFacts): Window {
  const [first, last] = CROP_FACTS[data.crop].laterDays.plantDigs;
  return (
    leavesWindow(predicted, FROM_LEAVES, TO_LEAVES) ?? {
      from: addDays(data.plantedOn, first),
      to: addDays(data.plantedOn, last),
      byHeat: false,
    }
  );
}

/** The newest walk on which a plant was dug. */
const newestDug = ({ walks }: PlantingFacts) =>
  walks
    .filter(({ data }) => data.dugOn !== null && data.purpose === 'stand')
    .sort((a, b) => (a.data.dugOn! < b.data.dugOn! ? 1 : -1))[0];

export const plantDigs: WayMark = {
  mark: 'plantDigs',
  label: 'Plant digs',
  visit: { carry: ['spade', 'knife', 'water to wash roots', 'rule'], minutes: () => 60 },
  link(facts) {
    const { open } = visitsOf(facts, 'stand');
    const dug = newestDug(facts);
    return open
      ? `/walks/${open.id}`
      : dug
        ? `/walks/${dug.id}/result`
        : `/plantings/${facts.planting.id}/walk`;
  },
  action(facts) {
    const { open } = visitsOf(facts, 'stand');
    return open ? 'Go on with the walk' : newestDug(facts) ? 'See what was dug' : 'Dig plants';
  },
  state(facts) {
    const dugOn = newestDug(facts)?.data.dugOn ?? null;
    const { from, to, byHeat } = windowOf(facts);
    return {
      state: dugOn ? 'done' : facts.today < from ? 'later' : facts.today <= to ? 'due' : 'missed',
      from: dugOn ?? from,
      to: dugOn ?? to,
      reason: `Roots, crown and seed depth still show what the planter and the soil did. ${byHeat ? 'By the heat of this field.' : 'By days after planting (default).'}`,
    };
  },
};
