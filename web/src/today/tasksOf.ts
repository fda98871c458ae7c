import { cropWords, urgencyOf } from '@sendero/core';
import { shortDate } from '../app/dates.ts';
import type { PlacedVisit } from '../calendar/useVisits.ts';
import type { PlantingOnTrail } from '../trail/useTrails.ts';

/** Something to do today. */
export interface TaskToday {
  key: string;
  /** Which visit; null: a person's own. */
  of: string | null;
  one: PlantingOnTrail | null;
  title: string;
  says: string;
  warns: boolean;
  reason: string;
  link: string;
  action: string;
}

/**
 * What is to be done today: what is under way, then what is overdue, then what is due, those with the nearest end first. A
 * visit that a person moved to a later day is not, and one moved to today is.
 */
export function tasksOf(
  trails: readonly PlantingOnTrail[],
  placed: readonly PlacedVisit[],
): TaskToday[] {
  const underWay = trails.flatMap((one) =>
    one.marks.flatMap((mark): TaskToday[] =>
      urgencyOf(mark) === 0 && mark.link
        ? [
            {
              key: `${one.planting.id} ${mark.mark}`,
              of: mark.mark,
              one,
              title: `${mark.label} under way since ${shortDate(mark.underWay!.since)}, ${mark.underWay!.by}`,
              says: '',
              warns: false,
              reason: 'Go on at the next stop, or finish it.',
              link: mark.link,
              action: mark.action,
            },
          ]
        : [],
    ),
  );
  const begun = new Set(underWay.map(({ key }) => key));
  const rank = { overdue: 0, due: 1 } as Record<string, number>;
  const visits = placed
    .filter(
      ({ one: { visit } }) => visit.state in rank && !begun.has(`${visit.plantingId} ${visit.of}`),
    )
    .sort(
      (a, b) =>
        rank[a.one.visit.state]! - rank[b.one.visit.state]! ||
        endOf(a).localeCompare(endOf(b)) ||
        a.one.visit.key.localeCompare(b.one.visit.key),
    );
  return [
    ...underWay,
    ...visits.map(({ one: { one, visit } }): TaskToday => {
      const overdue = visit.state === 'overdue';
      const end = shortDate(visit.on ?? visit.to);
      return {
        key: visit.key,
        of: visit.of,
        one,
        title: one ? `${visit.label}, ${cropWords(one.planting.data)}` : visit.label,
        says: overdue ? `Overdue since ${end}.` : visit.on === null ? `By ${end}.` : 'Today.',
        warns: overdue,
        reason: visit.reason,
        link: visit.of !== null && visit.link ? visit.link : '/calendar',
        action: visit.of !== null && visit.link ? visit.action : 'See the visit',
      };
    }),
  ];
}

const endOf = ({ one: { visit } }: PlacedVisit) => visit.on ?? visit.to;
