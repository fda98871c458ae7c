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
  const plan = new Map(dates.map((on) => [on, new Map() as Day]));
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
  for (const one of free.sort(
    (a, b) => a.visit.to.localeCompare(b.visit.to) || a.visit.key.localeCompare(b.visit.key),
  )) {
    const possible = dates.filter((on) => mayBe(one.visit, on, from));
    if (possible.length === 0) continue;
    const fits = possible.filter((on) => holds(plan.get(on)!, one, dayMinutes));
    // What is overdue goes to the first day that holds it; the rest where its grower is visited anyway.
    const chosen = one.visit.to < from ? fits[0] : fits.find((on) => plan.get(on)!.has(one.round));
    const [emptiest] = [...(fits.length > 0 ? fits : possible)].sort(
      (a, b) => minutesOf(plan.get(a)!) - minutesOf(plan.get(b)!) || a.localeCompare(b),
    );
    put(chosen ?? emptiest!, one);
  }
  relieve(plan, from, dayMinutes);
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

/** Whether a visit that nobody moved may be made on a day: in its window, or whenever that has passed. */
const mayBe = ({ on: moved, from: opens, to }: PlannedVisit, on: string, today: string) =>
  moved === null && on >= opens && (on <= to || to < today);

type Day = Map<string, PlannedVisit[]>;

/** Whether a day has room for one visit more. */
const holds = (day: Day, { visit, round }: VisitInRound, dayMinutes: number) =>
  minutesOf(day) + visit.minutes + (day.has(round) ? 0 : WAY_MINUTES) <= dayMinutes;

/** Takes visits off days that hold too much, as far as another day of their window holds them. */
function relieve(plan: ReadonlyMap<string, Day>, today: string, dayMinutes: number): void {
  for (const [on, day] of plan) {
    for (const [round, visits] of day)
      for (const visit of [...visits]) {
        if (minutesOf(day) <= dayMinutes) break;
        const other = [...plan].find(
          ([date, held]) =>
            date !== on && mayBe(visit, date, today) && holds(held, { visit, round }, dayMinutes),
        )?.[1];
        if (!other) continue;
        const left = day.get(round)!.filter((one) => one !== visit);
        if (left.length > 0) day.set(round, left);
        else day.delete(round);
        other.set(round, [...(other.get(round) ?? []), visit]);
      }
  }
}

const minutesOf = (day: ReadonlyMap<string, readonly PlannedVisit[]>) =>
  [...day.values()].reduce(
    (sum, own) => sum + WAY_MINUTES + own.reduce((total, { minutes }) => total + minutes, 0),
    0,
  );
