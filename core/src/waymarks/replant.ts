import { addDays } from '../season/index.ts';
import { visitsOf } from './visits.ts';
import type { WayMark } from './wayMark.ts';

/** Weak stands are weighed against replanting; a planting that nobody opened a case for can do without. */
export const replant: WayMark = {
  mark: 'replant',
  label: 'Replant',
  // Only an open case is a visit: it is decided at the desk, or after another count.
  visit: { carry: [], minutes: ({ replant: own }) => (own?.recountOn ? 80 : 20) },
  // A case can be opened as soon as a stand is counted, or without a walk when somebody tells it.
  link: ({ planting }) => `/plantings/${planting.id}/replant`,
  action: ({ replant: own }) =>
    !own
      ? 'Weigh replanting'
      : own.decidedOn
        ? 'See the replant call'
        : own.recountOn
          ? 'Recount and weigh replanting'
          : 'Decide on replanting',
  state(facts) {
    const { replant: own, today, planting } = facts;
    const walked = visitsOf(facts, 'stand').days.at(-1);
    if (!own) {
      const from = walked ?? addDays(planting.data.plantedOn, 14);
      return {
        state: 'notNeeded',
        from,
        to: from,
        reason:
          'Where a stand is weak, keeping it is weighed against replanting, filling in, changing the crop and waiting.',
        instead: 'when a stand is weak',
      };
    }
    if (own.decidedOn)
      return {
        state: 'done',
        from: own.decidedOn,
        to: own.decidedOn,
        reason: 'What was decided, what follows from it, and at harvest whether it was right.',
      };
    const from = own.recountOn ?? own.openedOn;
    const to = own.recountOn ?? own.replantOn ?? addDays(own.openedOn, 3);
    return {
      state: today < from ? 'later' : today <= to ? 'due' : 'overdue',
      from,
      to,
      reason: own.recountOn
        ? 'By then plants show whether they come back: count again and decide.'
        : 'A case is open: each day takes something from a replant.',
    };
  },
};
