import type { Visit } from '../records/index.ts';
import type { Held } from '../readings/index.ts';
import { COUNT_EVERY_DAYS } from '../emergence/index.ts';
import { addDays, laterDay } from '../season/index.ts';
import { WAY_MARKS, type MarkState, type PlantingFacts, type WayMark } from '../waymarks/index.ts';
import { LATER_VISITS } from './laterVisits.ts';

/** A visit of the calendar: one that a planting asks for, or a person's own. */
export interface PlannedVisit {
  /** The same on every device. */
  key: string;
  plantingId: string | null;
  /** Which visit of the planting; null: a person's own. */
  of: string | null;
  nth: number;
  /** The record in which a person decided something of it. */
  decided: Held<Visit> | null;
  label: string;
  reason: string;
  carry: readonly string[];
  minutes: number;
  /** Days between which it is worth making, ISO. */
  from: string;
  to: string;
  /** The day a person moved it to. */
  on: string | null;
  state: MarkState;
  /** The day it was made. */
  doneOn: string | null;
  link: string | null;
  action: string;
}

/** Emergence counts that are planned ahead. */
const MOST_COUNTS = 6;

/**
 * The visits of one planting, in the order of the work: those of its trail, then the later ones. Each is ticked off by what
 * was recorded, or by hand; where a person moved it, that day counts.
 *
 * @param decided `visit` records of the planting
 * @example plannedVisits(facts, []).map(({ label, from }) => `${from} ${label}`)
 */
export function plannedVisits(
  facts: PlantingFacts,
  decided: readonly Held<Visit>[],
): PlannedVisit[] {
  return [...WAY_MARKS, ...LATER_VISITS]
    .filter(({ visit }) => visit)
    .flatMap((mark) => windowsOf(mark, facts))
    .filter(({ state }) => state !== 'notNeeded')
    .map((visit) =>
      decide(
        visit,
        decided.find(({ data }) => data.of === visit.of && data.nth === visit.nth) ?? null,
        facts.today,
      ),
    );
}

/** A visit of a person's own. @example ownVisit(record, '2027-05-27').state // 'due' */
export const ownVisit = (record: Held<Visit>, today: string): PlannedVisit =>
  decide(
    {
      key: record.id,
      plantingId: record.data.plantingId,
      of: null,
      nth: 1,
      decided: null,
      label: record.data.title,
      reason: record.data.note,
      carry: [],
      minutes: 60,
      from: record.data.on!,
      to: record.data.on!,
      on: null,
      state: 'later',
      doneOn: null,
      link: record.data.plantingId ? `/plantings/${record.data.plantingId}` : null,
      action: 'See the planting',
    },
    record,
    today,
  );

function windowsOf(mark: WayMark, facts: PlantingFacts): PlannedVisit[] {
  const standing = mark.state(facts);
  const { from, to, reason } = standing;
  // What is under way wants somebody, whatever its window says.
  const state = standing.underWay && standing.state !== 'done' ? 'due' : standing.state;
  const one = (nth: number, more: Partial<PlannedVisit>): PlannedVisit => ({
    key: `${facts.planting.id} ${mark.mark} ${nth}`,
    plantingId: facts.planting.id,
    of: mark.mark,
    nth,
    decided: null,
    label: mark.mark === 'winterList' ? `${mark.label}, ${facts.planter?.name}` : mark.label,
    reason,
    carry: mark.visit!.carry,
    minutes: mark.visit!.minutes(facts),
    from,
    to,
    on: null,
    state,
    doneOn: state === 'done' ? to : null,
    link: mark.link(facts),
    action: mark.action(facts),
    ...more,
  });
  if (mark.mark !== 'emergence') return [one(1, {})];
  const { visits } = facts.emergence;
  const made = visits.map((on, i) =>
    one(i + 1, { state: 'done', from: on, to: on, doneOn: on, label: countLabel(i + 1) }),
  );
  if (state === 'done' || state === 'notNeeded') return made;
  if (state === 'missed') return made.length > 0 ? made : [one(1, {})];
  // The counts still to come: every two days until nine in ten should be up, and one to see that it has stopped. One that was
  // not made yet puts off those after it.
  const until = facts.predicted?.nineInTen ?? to;
  const next = [from];
  while (next.length < MOST_COUNTS && next.at(-1)! < until)
    next.push(addDays(laterDay(next.at(-1)!, facts.today), COUNT_EVERY_DAYS));
  return [
    ...made,
    ...next.map((on, i) => {
      const nth = visits.length + i + 1;
      const last = addDays(on, 1);
      return one(nth, {
        label: countLabel(nth),
        from: on,
        to: last,
        state: facts.today < on ? 'later' : facts.today <= last ? 'due' : 'overdue',
      });
    }),
  ];
}

const countLabel = (nth: number) => (nth === 1 ? 'Flag and count' : `Emergence count ${nth}`);

/** What a person decided goes before what the calendar says. */
function decide(visit: PlannedVisit, record: Held<Visit> | null, today: string): PlannedVisit {
  if (!record) return visit;
  const { on, doneOn, minutes, note } = record.data;
  const state: MarkState =
    visit.state === 'done' || doneOn
      ? 'done'
      : on === null
        ? visit.state
        : on < today
          ? 'overdue'
          : on === today
            ? 'due'
            : 'later';
  return {
    ...visit,
    decided: record,
    on,
    state,
    doneOn: visit.doneOn ?? doneOn,
    minutes: minutes ?? visit.minutes,
    reason: note || visit.reason,
  };
}
