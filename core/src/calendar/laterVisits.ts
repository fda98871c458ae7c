import { CROP_FACTS, type CropFacts } from '../crops/index.ts';
import { addDays } from '../season/index.ts';
import { tagsDone, type PlantingFacts, type WayMark, type Window } from '../waymarks/index.ts';

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

/** A visit to the tagged plants: ticked off once every one of them was looked at. */
const tagged = (
  visit: 'flowering' | 'grainFill',
  label: string,
  reason: string,
  carry: readonly string[],
): WayMark => {
  const byHand = later(visit, label, byDays(visit), reason, carry, 45);
  return {
    ...byHand,
    link: ({ planting, tags }) =>
      tags.plants > 0 ? `/plantings/${planting.id}/tags` : `/plantings/${planting.id}`,
    action: ({ tags }) => (tags.plants > 0 ? 'Look at the tagged plants' : 'See the planting'),
    state: (facts) => {
      const standing = byHand.state(facts);
      const on = facts.tags.lookedOn;
      return tagsDone(facts, visit) && on
        ? { ...standing, state: 'done', from: on, to: on }
        : standing;
    },
  };
};

/** The visits after those of the trail, in the order of the work (field guide 3). */
export const LATER_VISITS: readonly WayMark[] = [
  tagged(
    'flowering',
    'Tagged plants at flowering',
    'Late plants flower late: see whether those tagged are in step.',
    ['tags', 'list of the tagged plants'],
  ),
  tagged(
    'grainFill',
    'Tagged plants at grain fill',
    'What late or crowded plants cost shows in their ears, heads or pods.',
    ['list of the tagged plants', 'scale', 'bags'],
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
