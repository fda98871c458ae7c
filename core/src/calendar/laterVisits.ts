import { CROP_FACTS, type CropFacts } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { leavesWindow, type PlantingFacts, type WayMark, type Window } from '../waymarks/index.ts';

const byDays =
  (of: keyof CropFacts['laterDays']) =>
  ({ planting: { data } }: PlantingFacts): Window => {
    const [from, to] = CROP_FACTS[data.crop].laterDays[of];
    return { from: addDays(data.plantedOn, from), to: addDays(data.plantedOn, to), byHeat: false };
  };

/** A visit that has no room of its own in the app yet: it is ticked off by hand. */
const later = (
  mark: string,
  label: string,
  windowOf: (facts: PlantingFacts) => Window | null,
  reason: string,
  carry: readonly string[],
  minutes: number,
): WayMark => ({
  mark,
  label,
  visit: { carry, minutes: () => minutes },
  link: ({ planting }) => `/plantings/${planting.id}`,
  action: () => 'See the planting',
  state(facts) {
    const window = windowOf(facts);
    if (!window) return { state: 'notNeeded', from: facts.today, to: facts.today, reason };
    const { from, to, byHeat } = window;
    return {
      state: facts.today < from ? 'later' : facts.today <= to ? 'due' : 'missed',
      from,
      to,
      reason: `${reason} ${byHeat ? 'By the heat of this field.' : 'By days after planting (default).'}`,
    };
  },
});

/** V4 to V6 by heat, where the crop's leaves are told by it. */
const plantDigsIn = (facts: PlantingFacts): Window =>
  leavesWindow(facts.predicted, 4, 6) ?? byDays('plantDigs')(facts);

/** The visits after those of the trail, in the order of the work (field guide 3). */
export const LATER_VISITS: readonly WayMark[] = [
  later(
    'plantDigs',
    'Plant digs',
    plantDigsIn,
    'Roots, crown and seed depth still show what the planter and the soil did.',
    ['spade', 'knife', 'water to wash roots', 'rule'],
    60,
  ),
  later(
    'flowering',
    'Tagged plants at flowering',
    byDays('flowering'),
    'Late plants flower late: see whether those tagged are in step.',
    ['tags', 'list of the tagged plants'],
    45,
  ),
  later(
    'grainFill',
    'Tagged plants at grain fill',
    byDays('grainFill'),
    'What late or crowded plants cost shows in their ears, heads or pods.',
    ['list of the tagged plants', 'scale', 'bags'],
    45,
  ),
  later(
    'harvest',
    'Harvest',
    byDays('harvest'),
    'Tagged plants and strips are weighed before the combine takes the rest.',
    ['scale', 'bags', 'moisture meter'],
    90,
  ),
  later(
    'winterList',
    'Winter list',
    ({ planter, planting }) => {
      const year = planting.data.plantedOn.slice(0, 4);
      return planter?.first ? { from: `${year}-11-15`, to: `${year}-12-31`, byHeat: false } : null;
    },
    'What each row of the planter needs before spring, while its season is still known.',
    ['the planter’s season'],
    60,
  ),
];
