import { requireDate, requirePositive, requireWhole } from '../arguments/index.ts';
import { addDays } from '../season/index.ts';
import type { PlannedVisit } from './plannedVisits.ts';

/** A visit with what groups it into rounds. */
export interface VisitInRound {
  visit: PlannedVisit;
  /** Whose fields are visited on one way, e.g. the grower; empty for a person's own. */
  round: string;
}

export interface DayPlan {
  on: string;
  rounds: { round: string; visits: PlannedVisit[]; minutes: number }[];
  /** Visits and the ways between them, min. */
  minutes: number;
  /** More than fits into the day. */
  over: boolean;
}

/** A working day in the fields, and the way to each grower, min. Defaults of this app. */
export const DAY_MINUTES = 480;
const WAY_MINUTES = 25;

/**
 * Puts the visits that are to be made into days: what a person moved stays on its day; the rest, those with the nearest end
 * first, goes where its grower is visited anyway, else to the emptiest day of its window. What is overdue goes as early as
 * it fits. What makes a day too long is taken to another that holds it.
 *
 * @param from first day; @param days how many
 * @returns every day; visits whose window opens after them are left out
 * @example planRounds(visits, { from: '2027-05-27', days: 10 })[0].rounds[0].round // 'Halloran Mesa Farm'
 */
export function planRounds(
  visits: readonly VisitInRound[],
  { from, days, dayMinutes = DAY_MINUTES }: { from: string; days: number; dayMinutes?: number },
): DayPlan[] {
  requireDate('from', from);
  requireWhole('days', days, 1);
  requirePositive('dayMinutes', dayMinutes);
  const dates = Array.from({ length: days }, (_, i) => addDays(from, i));
  const plan = new Map(dates.map((on) => [on, new Map<string, PlannedVisit[]>()]));
  const open = visits.filter(({ visit: { state } }) => ['due', 'overdue', 'later'].includes(state));
  const put = (on: string, { visit, round }: VisitInRound) => {
    const day = plan.get(on)!;
    day.set(round, [...(day.get(round) ?? []), visit]);
  };
  const free: VisitInRound[] = [];
  for (const one of open) {
    const { on } = one.visit;
    if (on === null) free.push(one);
    // A day that has passed: today is when it can still be made.
    else if (on <= dates.at(-1)!) put(on < from ? from : on, one);
  }
  const end = ({ visit }: VisitInRound) => visit.to;
  for (const one of free.sort(
    (a, b) => end(a).localeCompare(end(b)) || a.visit.key.localeCompare(b.visit.key),
  )) {
    const possible = dates.filter(
      (on) => on >= one.visit.from && (on <= one.visit.to || one.visit.to < from),
    );
    if (possible.length === 0) continue;
    const { minutes } = one.visit;
    const fits = possible.filter(
      (on) =>
        minutesOf(plan.get(on)!) + minutes + (plan.get(on)!.has(one.round) ? 0 : WAY_MINUTES) <=
        dayMinutes,
    );
    const withRound = fits.find((on) => plan.get(on)!.has(one.round));
    const overdue = one.visit.to < from;
    const emptiest = [...(fits.length > 0 ? fits : possible)].sort((a, b) =>
      overdue && fits.length > 0
        ? a.localeCompare(b)
        : minutesOf(plan.get(a)!) - minutesOf(plan.get(b)!) || a.localeCompare(b),
    )[0]!;
    put(overdue && fits.length > 0 ? emptiest : (withRound ?? emptiest), one);
  }
  relieve(plan, dayMinutes, (visit, on) => {
    if (visit.on !== null) return false;
    return on >= visit.from && (on <= visit.to || visit.to < from);
  });
  return dates.map((on) => {
    const rounds = [...plan.get(on)!].map(([round, own]) => ({
      round,
      visits: own,
      minutes: own.reduce((sum, { minutes }) => sum + minutes, 0),
    }));
    const minutes = minutesOf(plan.get(on)!);
    return { on, rounds, minutes, over: minutes > dayMinutes };
  });
}

/** Takes visits off days that hold too much, as far as another day of their window holds them. */
function relieve(
  plan: ReadonlyMap<string, Map<string, PlannedVisit[]>>,
  dayMinutes: number,
  mayBe: (visit: PlannedVisit, on: string) => boolean,
): void {
  for (const [on, day] of plan) {
    for (const [round, visits] of day)
      for (const visit of [...visits]) {
        if (minutesOf(day) <= dayMinutes) break;
        const other = [...plan].find(
          ([date, held]) =>
            date !== on &&
            mayBe(visit, date) &&
            minutesOf(held) + visit.minutes + (held.has(round) ? 0 : WAY_MINUTES) <= dayMinutes,
        );
        if (!other) continue;
        const left = day.get(round)!.filter((one) => one !== visit);
        if (left.length > 0) day.set(round, left);
        else day.delete(round);
        other[1].set(round, [...(other[1].get(round) ?? []), visit]);
      }
  }
}

const minutesOf = (day: ReadonlyMap<string, readonly PlannedVisit[]>) =>
  [...day.values()].reduce(
    (sum, own) => sum + WAY_MINUTES + own.reduce((total, { minutes }) => total + minutes, 0),
    0,
  );
