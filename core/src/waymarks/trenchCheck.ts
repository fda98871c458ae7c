import { visitsOf } from './visits.ts';
import type { WayMark } from './wayMark.ts';

export const trenchCheck: WayMark = {
  mark: 'trenchCheck',
  label: 'Trench check',
  visit: {
    carry: ['trowel', 'two rules', 'tape', 'gloves: the seed is treated'],
    minutes: ({ planter }) => 15 + 4 * (planter?.rows ?? 12),
  },
  link(facts) {
    const { newest } = visitsOf(facts, 'trench');
    if (newest) return `/trench/${newest.id}${newest.data.finishedAt ? '/result' : ''}`;
    return facts.planting.data.plantedOn <= facts.today
      ? `/plantings/${facts.planting.id}/trench`
      : null;
  },
  action(facts) {
    if (visitsOf(facts, 'trench').open) return 'Go on with the trench check';
    return facts.planting.data.plantedOn < facts.today
      ? 'Enter a check made on paper'
      : 'Check behind the planter';
  },
  state(facts) {
    const { plantedOn } = facts.planting.data;
    const { today } = facts;
    const { days, open } = visitsOf(facts, 'trench');
    const made = days.at(-1);
    return {
      state: made ? 'done' : today < plantedOn ? 'later' : today === plantedOn ? 'due' : 'missed',
      from: made ?? plantedOn,
      to: made ?? plantedOn,
      reason: 'Behind the stopped planter: every row’s depth, moisture and spacing on the day.',
      ...(open && today === plantedOn
        ? { underWay: { since: open.data.startedOn, by: open.data.walkedBy } }
        : {}),
    };
  },
};
