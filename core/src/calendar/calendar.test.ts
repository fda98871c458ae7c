import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Visit, Walk } from '../records/index.ts';
import { addDays } from '../season/index.ts';
import { NO_EMERGENCE, NO_TAGS, type PlantingFacts } from '../waymarks/index.ts';
import {
  calendarEntry,
  calendarFile,
  ownVisit,
  plannedVisits,
  planRounds,
  type PlannedVisit,
  fieldRounds,
} from './index.ts';

const PLANTED = '2027-05-01';
const facts = (today: string, more: Partial<PlantingFacts> = {}): PlantingFacts => ({
  planting: { id: 'p', data: { crop: 'corn', plantedOn: PLANTED } },
  walks: [],
  predicted: null,
  below: [],
  emergence: NO_EMERGENCE,
  tags: NO_TAGS,
  replant: null,
  trial: null,
  planter: { id: 'goose', name: 'Goose', rows: 12, first: true },
  today,
  ...more,
});
const predicted: PlantingFacts['predicted'] = {
  first: '2027-05-11',
  half: '2027-05-13',
  band: ['2027-05-12', '2027-05-15'],
  nineInTen: '2027-05-16',
  stages: [1, 2, 3, 4, 5, 6, 7].map((leaves) => {
    const on = addDays('2027-05-13', 6 * leaves);
    return { leaves, on, band: [on, on] };
  }),
};
const decided = (data: Partial<Visit>) => ({
  id: 'v',
  data: {
    plantingId: 'p',
    of: 'standWalk',
    nth: 1,
    title: '',
    on: null,
    minutes: null,
    doneOn: null,
    note: '',
    ...data,
  },
});
const visitOf = (of: string, given: PlantingFacts, ...records: { id: string; data: Visit }[]) =>
  plannedVisits(given, records).find((visit) => visit.of === of)!;

describe('the visits of a planting', () => {
  it('are those of the field guide, in the order of the season, each with a reason, what to carry and how long', () => {
    const visits = plannedVisits(facts('2027-05-02'), []);
    expect([...new Set(visits.map(({ of }) => of))]).toEqual([
      'trenchCheck',
      'belowGround',
      'emergence',
      'standWalk',
      'plantDigs',
      'flowering',
      'grainFill',
      'harvest',
      'winterList',
    ]);
    for (const { label, reason, carry, minutes, from, to, key } of visits) {
      expect(label).not.toBe('');
      expect(reason, key).toMatch(/\.$|\?$/);
      expect(carry.length, key).toBeGreaterThan(0);
      expect(minutes).toBeGreaterThan(10);
      expect(from <= to).toBe(true);
    }
    expect(new Set(visits.map(({ key }) => key)).size).toBe(visits.length);
  });
  it('go by heat where there is weather, and say by days where there is not', () => {
    const digs = (given: PlantingFacts) => visitOf('plantDigs', given);
    expect(digs(facts('2027-05-20'))).toMatchObject({ from: '2027-05-29', to: '2027-06-15' });
    expect(digs(facts('2027-05-20')).reason).toMatch(/days after planting \(default\)/);
    // V4 until the day before V7.
    expect(digs(facts('2027-05-20', { predicted }))).toMatchObject({
      from: '2027-06-06',
      to: '2027-06-23',
    });
    const walk = visitOf('standWalk', facts('2027-05-20', { predicted }));
    expect(walk).toMatchObject({ from: '2027-05-25', to: '2027-06-05' });
    expect(walk.reason).toMatch(/V2 to V3 by the heat of this field/);
  });
  it('plan the emergence counts every two days until nine in ten should be up', () => {
    const counts = (given: PlantingFacts) =>
      plannedVisits(given, [])
        .filter(({ of }) => of === 'emergence')
        .map(({ nth, from, state }) => `${nth} ${from.slice(5)} ${state}`);
    expect(counts(facts('2027-05-11', { predicted }))).toEqual([
      '1 05-11 due',
      '2 05-13 later',
      '3 05-15 later',
      '4 05-17 later',
    ]);
    // Nobody went yet: one visit is overdue, not a row of them.
    expect(counts(facts('2027-05-14', { predicted }))).toEqual([
      '1 05-11 overdue',
      '2 05-16 later',
    ]);
    const emergence = {
      lengths: 6,
      visits: ['2027-05-11', '2027-05-13'],
      coming: 'coming' as const,
      lookAgainOn: '2027-05-15',
    };
    expect(counts(facts('2027-05-14', { predicted, emergence }))).toEqual([
      '1 05-11 done',
      '2 05-13 done',
      '3 05-15 later',
      '4 05-17 later',
    ]);
    const stopped = { ...emergence, coming: 'done' as const, lookAgainOn: null };
    expect(counts(facts('2027-05-14', { predicted, emergence: stopped }))).toHaveLength(2);
  });
  it('tick themselves off when what they are for exists', () => {
    const walked = {
      id: 'w',
      data: {
        purpose: 'stand',
        startedOn: '2027-05-26',
        startedAt: '2027-05-26T15:00:00.000Z',
        zoneOffsetMin: -360,
        finishedAt: '2027-05-26T17:00:00.000Z',
      } as Walk,
    };
    expect(visitOf('standWalk', facts('2027-05-30', { walks: [walked] }))).toMatchObject({
      state: 'done',
      doneOn: '2027-05-26',
    });
    expect(visitOf('belowGround', facts('2027-05-08', { below: ['2027-05-06'] }))).toMatchObject({
      state: 'done',
      doneOn: '2027-05-06',
    });
  });
  it('stay where a person moved them, and are ticked off by hand', () => {
    const on = (day: string, today: string) =>
      visitOf('standWalk', facts(today), decided({ on: day })).state;
    expect(on('2027-06-01', '2027-05-25')).toBe('later');
    expect(on('2027-06-01', '2027-06-01')).toBe('due');
    expect(on('2027-06-01', '2027-06-02')).toBe('overdue');
    expect(
      visitOf('harvest', facts('2027-10-02'), decided({ of: 'harvest', doneOn: '2027-10-01' })),
    ).toMatchObject({ state: 'done', doneOn: '2027-10-01' });
  });
  it('name the winter list once for each planter', () => {
    expect(visitOf('winterList', facts('2027-05-20')).label).toBe('Winter list, Goose');
    const second = facts('2027-05-20', {
      planter: { id: 'goose', name: 'Goose', rows: 12, first: false },
    });
    expect(visitOf('winterList', second)).toBeUndefined();
    expect(visitOf('winterList', facts('2027-05-20', { planter: null }))).toBeUndefined();
  });
  it('are a person’s own as well', () =>
    expect(
      ownVisit(
        decided({ of: null, plantingId: null, title: 'Meet the seed dealer', on: '2027-05-28' }),
        '2027-05-27',
      ),
    ).toMatchObject({ label: 'Meet the seed dealer', state: 'later', on: '2027-05-28' }));
});

const TODAY = '2027-05-27';
const visit = (key: string, more: Partial<PlannedVisit> = {}): PlannedVisit => ({
  ...ownVisit(decided({ of: null, title: key, on: TODAY }), TODAY),
  key,
  on: null,
  from: TODAY,
  to: addDays(TODAY, 4),
  minutes: 60,
  state: 'due',
  ...more,
});
const rounds = (visits: { visit: PlannedVisit; round: string }[], days = 10) =>
  planRounds(visits, { from: TODAY, days });

describe('rounds', () => {
  it('put the fields of one grower on one day as far as it holds them', () => {
    const plan = rounds(
      ['a', 'b', 'c', 'd'].map((key, i) => ({
        visit: visit(key),
        round: i % 2 ? 'Reed' : 'Sedge',
      })),
    );
    expect(
      plan.flatMap(({ on, rounds: own }) =>
        own.map(({ round, visits }) => [on, round, visits.length]),
      ),
    ).toEqual([
      [TODAY, 'Sedge', 2],
      [addDays(TODAY, 1), 'Reed', 2],
    ]);
  });
  it('keep what a person moved on its day, and show at once that it is too much', () => {
    const plan = rounds(
      Array.from({ length: 9 }, (_, i) => ({
        visit: visit(String(i), { on: addDays(TODAY, 2) }),
        round: 'Reed',
      })),
    );
    expect(plan[2]).toMatchObject({ over: true, minutes: 9 * 60 + 25 });
    expect(plan.filter(({ rounds: own }) => own.length > 0)).toHaveLength(1);
  });
  it('put what is overdue first, today', () => {
    const late = visit('late', {
      from: addDays(TODAY, -9),
      to: addDays(TODAY, -2),
      state: 'overdue',
    });
    expect(rounds([{ visit: late, round: 'Reed' }])[0]!.rounds[0]!.visits[0]!.key).toBe('late');
    const moved = visit('moved', { on: addDays(TODAY, -1), state: 'overdue' });
    expect(rounds([{ visit: moved, round: 'Reed' }])[0]!.rounds[0]!.visits[0]!.key).toBe('moved');
  });
  it('never put a visit outside its window, never twice, and never make a day too long while another has room', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            opens: fc.integer({ min: -3, max: 9 }),
            lasts: fc.integer({ min: 0, max: 12 }),
            minutes: fc.integer({ min: 20, max: 150 }),
            round: fc.constantFrom('Reed', 'Sedge', 'Teal'),
          }),
          { maxLength: 25 },
        ),
        (given) => {
          const visits = given.map(({ opens, lasts, minutes, round }, i) => ({
            visit: visit(String(i), {
              from: addDays(TODAY, opens),
              to: addDays(TODAY, opens + lasts),
              minutes,
            }),
            round,
          }));
          const plan = rounds(visits);
          const placed = plan.flatMap(({ on, rounds: own }) =>
            own.flatMap((round) => round.visits.map((one) => ({ on, one }))),
          );
          expect(new Set(placed.map(({ one }) => one.key)).size).toBe(placed.length);
          expect(placed).toHaveLength(
            visits.filter(({ visit: { from } }) => from <= plan.at(-1)!.on).length,
          );
          for (const { on, one } of placed)
            expect(on >= one.from && (on <= one.to || one.to < TODAY), one.key).toBe(true);
          for (const day of plan.filter(({ over }) => over))
            for (const { visits: own } of day.rounds)
              for (const one of own)
                // It had nowhere better to go when it was placed: no day of its window is empty.
                for (const other of plan.filter(({ on }) => on >= one.from && on <= one.to))
                  expect(other.minutes).toBeGreaterThan(0);
        },
      ),
      { numRuns: 150 },
    );
  });
});

it('a field keeps its whole name in a calendar', () =>
  expect(
    calendarEntry(visit('Stand walk'), { on: TODAY, field: 'Reed, north', grower: 'Sedge Farm' }),
  ).toMatchObject({ title: 'Stand walk, Reed, north', place: 'Reed, north, Sedge Farm' }));

describe('the calendar file', () => {
  const text = calendarFile(
    [
      {
        key: 'p standWalk 1',
        on: '2027-05-31',
        title: 'Stand walk, Long Forty',
        place: 'Long Forty; Halloran Mesa Farm',
        text: 'Plants are up, and easy to tell apart.\nCarry: tape',
      },
    ],
    { name: 'Sendero visits', at: '2027-05-27T06:00:00.000Z' },
  );
  it('has a day for each visit, until the next, with its name and place', () => {
    expect(text).toMatch(/DTSTART;VALUE=DATE:20270531\r\n/);
    expect(text).toMatch(/DTEND;VALUE=DATE:20270601\r\n/);
    expect(text).toMatch(/UID:p-standWalk-1@sendero\r\n/);
    expect(text).toMatch(/DTSTAMP:20270527T060000Z/);
    expect(text).toMatch(/SUMMARY:Stand walk\\, Long Forty/);
    expect(text).toMatch(/LOCATION:Long Forty\\; Halloran Mesa Farm/);
  });
});

describe('fields near each other', () => {
  const field = (id: string, east: number, north: number) => ({
    id,
    at: [-138.6 + east / 79_390, 44.6 + north / 111_120] as [number, number],
  });

  it('make a round in the order of a short way; one far off is by itself', () => {
    const rounds = fieldRounds([
      field('middle', 1000, 0),
      field('far', 60_000, 0),
      field('west', 0, 0),
      field('east', 3000, 0),
    ]);
    expect(rounds.map(({ ids }) => ids.length)).toEqual([3, 1]);
    expect([
      ['west', 'middle', 'east'],
      ['east', 'middle', 'west'],
    ]).toContainEqual(rounds[0]!.ids);
    expect(rounds[0]!.totalM).toBeCloseTo(3000, -1);
    expect(rounds[0]!.legsM).toHaveLength(2);
  });

  it('are one round when one between them joins them, whichever comes first', () => {
    const three = [field('a', 0, 0), field('c', 7000, 0), field('b', 3500, 0)];
    expect(fieldRounds(three)).toHaveLength(1);
    expect(fieldRounds(three.slice(0, 2))).toHaveLength(2);
    expect(fieldRounds([])).toEqual([]);
  });
});
