import type { Planter, WorkItem } from '../records/index.ts';
import type { Held } from '../readings/index.ts';
import type { PlannedVisit } from './plannedVisits.ts';

/** Items of the workshop list as the calendar shows them, each on the day it is due; those without a day stay on the list. */
export const workVisits = (
  items: readonly Held<WorkItem>[],
  planters: readonly Held<Pick<Planter, 'name'>>[],
  today: string,
): PlannedVisit[] =>
  items.flatMap(({ id, data }): PlannedVisit[] => {
    const planter = planters.find((one) => one.id === data.planterId);
    if (data.due === null || !planter) return [];
    const done = data.state === 'done';
    return [
      {
        key: `work ${id}`,
        plantingId: null,
        of: WORK,
        nth: 1,
        decided: null,
        label: `${planter.data.name}: ${data.what}`,
        reason: data.why || 'On the workshop list.',
        carry: data.parts ? [data.parts] : [],
        minutes: 60,
        from: data.due,
        to: data.due,
        on: data.due,
        state: done ? 'done' : data.due < today ? 'overdue' : data.due === today ? 'due' : 'later',
        doneOn: done ? data.doneOn : null,
        link: `/planters/${data.planterId}/workshop`,
        action: 'Open the workshop list',
      },
    ];
  });

/** What a visit of the workshop is of; its key names the item. */
export const WORK = 'work';
/** The item a visit is of; null: none of the workshop’s. @example workItemOf({ of: 'work', key: 'work 019f…' }) // '019f…' */
export const workItemOf = ({ of, key }: Pick<PlannedVisit, 'of' | 'key'>): string | null =>
  of === WORK ? key.slice(WORK.length + 1) : null;
