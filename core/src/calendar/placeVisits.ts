import type { PlannedVisit } from './plannedVisits.ts';
import { planRounds, type DayPlan, type VisitInRound } from './planRounds.ts';

/** Days that are planned to the round; what is further off stands at the beginning of its window. */
export const PLANNED_DAYS = 10;

export interface Placed<One extends VisitInRound> {
  one: One;
  /** The day it stands on: made, planned, or the first of its window. */
  on: string;
}

/**
 * Every visit on a day, and the rounds of the next ten.
 *
 * @example placeVisits(visits, '2027-05-27').placed.filter(({ on }) => on === '2027-05-28')
 */
export function placeVisits<One extends VisitInRound>(
  visits: readonly One[],
  today: string,
): { placed: Placed<One>[]; days: DayPlan[] } {
  const days = planRounds(visits, { from: today, days: PLANNED_DAYS });
  const planned = new Map(
    days.flatMap(({ on, rounds }) =>
      rounds.flatMap((round) => round.visits.map(({ key }) => [key, on] as const)),
    ),
  );
  const dayOf = ({ key, doneOn, on, from, to, state }: PlannedVisit) =>
    doneOn ?? planned.get(key) ?? on ?? (state === 'missed' ? to : from);
  return {
    placed: visits
      .map((one) => ({ one, on: dayOf(one.visit) }))
      .sort((a, b) => a.on.localeCompare(b.on) || a.one.visit.key.localeCompare(b.one.visit.key)),
    days,
  };
}
