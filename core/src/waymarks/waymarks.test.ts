import { describe, expect, it } from 'vitest';
import type { Kept, Walk } from '../records/index.ts';
import {
  NO_EMERGENCE,
  NO_TAGS,
  nextOnTrail,
  pinsOn,
  trailOf,
  urgencyOf,
  WAY_MARKS,
  type PlantingFacts,
} from './index.ts';

const planting = { id: 'p', data: { crop: 'corn' as const, plantedOn: '2027-05-01' } };
const walk = (
  purpose: 'stand' | 'trench',
  startedOn: string,
  finished: boolean,
  id = startedOn,
) => ({
  id,
  data: {
    purpose,
    startedOn,
    startedAt: `${startedOn}T15:00:00.000Z`,
    zoneOffsetMin: -360,
    finishedAt: finished ? `${startedOn}T17:00:00.000Z` : null,
    walkedBy: 'Ife Marlow',
  } as Walk,
});
const facts = (today: string, ...walks: PlantingFacts['walks']): PlantingFacts => ({
  planting,
  walks,
  predicted: null,
  below: [],
  emergence: NO_EMERGENCE,
  tags: NO_TAGS,
  replant: null,
  trial: null,
  planter: null,
  today,
});
const markOf = (mark: string, given: PlantingFacts) =>
  trailOf(given).find((one) => one.mark === mark)!;

describe('a replant case on the trail', () => {
  const own = { openedOn: '2027-05-27', replantOn: '2027-06-01', recountOn: null, decidedOn: null };
  const given = (change: Partial<typeof own> | Record<string, string>, today = '2027-05-27') =>
    markOf('replant', { ...facts(today), replant: { ...own, ...change } });

  it('is not needed until one is opened, due until it is decided, and then done', () => {
    expect(markOf('replant', facts('2027-05-27')).state).toBe('notNeeded');
    expect(given({})).toMatchObject({ state: 'due', to: '2027-06-01' });
    expect(given({}, '2027-06-02').state).toBe('overdue');
    expect(given({ decidedOn: '2027-05-28' })).toMatchObject({ state: 'done', to: '2027-05-28' });
  });

  it('waits for the day on which plants show what comes back', () => {
    expect(given({ recountOn: '2027-05-29' })).toMatchObject({
      state: 'later',
      from: '2027-05-29',
    });
    expect(given({ recountOn: '2027-05-29' }, '2027-05-29').state).toBe('due');
  });
});

describe('a trial on the trail', () => {
  const own = {
    id: 't',
    primary: 'yield' as NonNullable<PlantingFacts['trial']>['primary'],
    strips: 12,
    ticked: 0,
    toHarvest: 12,
    harvested: 0,
    harvestedOn: null as string | null,
  };
  const given = (change: Partial<typeof own>, today: string, ...walks: PlantingFacts['walks']) =>
    markOf('trial', { ...facts(today, ...walks), trial: { ...own, ...change } });

  it('is not needed until one is planned, and can be planned from there', () => {
    expect(markOf('trial', facts('2027-05-02'))).toMatchObject({
      state: 'notNeeded',
      link: '/plantings/p/trial',
      action: 'Plan a trial',
    });
  });

  it('wants its strips ticked while somebody knows, then waits for the harvest, and is done once all are weighed', () => {
    expect(given({}, '2027-04-20').state).toBe('later');
    expect(given({ ticked: 5 }, '2027-05-02')).toMatchObject({
      state: 'due',
      link: '/trials/t',
      action: 'Tick what was done',
    });
    expect(given({ ticked: 5 }, '2027-05-02').reason).toContain('5 of 12');
    expect(given({}, '2027-05-20').state).toBe('overdue');
    const ticked = { ticked: 12, toHarvest: 11 };
    expect(given(ticked, '2027-05-20').state).toBe('later');
    expect(given(ticked, '2027-12-20').state).toBe('overdue');
    const weighed = { ...ticked, harvested: 11, harvestedOn: '2027-10-12' };
    expect(given(weighed, '2027-12-20')).toMatchObject({
      state: 'done',
      to: '2027-10-12',
      action: 'See what the trial says',
    });
  });

  it('of a trial that is decided by its stand the walk is what is due', () => {
    const stand = { ticked: 12, primary: 'stand' as const };
    expect(given(stand, '2027-05-10').state).toBe('later');
    expect(given(stand, '2027-05-25').state).toBe('due');
    expect(given(stand, '2027-06-20', walk('stand', '2027-05-26', true))).toMatchObject({
      state: 'done',
      to: '2027-05-26',
    });
  });
});

describe('the trail of a planting', () => {
  it('the stand walk turns from later to due to overdue, and is done once walked', () => {
    expect(markOf('standWalk', facts('2027-05-10')).state).toBe('later');
    expect(markOf('standWalk', facts('2027-05-27')).state).toBe('due');
    expect(markOf('standWalk', facts('2027-06-20')).state).toBe('overdue');
    const walked = facts('2027-06-20', walk('stand', '2027-05-26', true));
    expect(markOf('standWalk', walked)).toMatchObject({ state: 'done', to: '2027-05-26' });
    expect(markOf('result', walked)).toMatchObject({
      state: 'done',
      link: '/walks/2027-05-26/result',
    });
  });

  it('the trench check is due on planting day only, and missed after it', () => {
    expect(markOf('trenchCheck', facts('2027-04-30'))).toMatchObject({
      state: 'later',
      link: null,
    });
    expect(markOf('trenchCheck', facts('2027-05-01'))).toMatchObject({
      state: 'due',
      link: '/plantings/p/trench',
    });
    expect(markOf('trenchCheck', facts('2027-05-02')).state).toBe('missed');
    const checked = facts('2027-05-09', walk('trench', '2027-05-01', true));
    expect(markOf('trenchCheck', checked)).toMatchObject({
      state: 'done',
      link: '/trench/2027-05-01/result',
    });
  });

  it('a walk counts on the field’s day, not on the one in UTC', () => {
    const evening = walk('stand', '2027-05-26', true);
    evening.data = { ...evening.data, finishedAt: '2027-05-27T03:30:00.000Z' };
    expect(markOf('standWalk', facts('2027-05-27', evening)).to).toBe('2027-05-26');
  });

  it('a walk entered from paper counts on its own day, not on the one it was entered on', () => {
    const late = walk('stand', '2027-05-20', true);
    late.data = { ...late.data, finishedAt: '2027-05-28T15:00:00.000Z' };
    const both = facts('2027-05-28', late, walk('stand', '2027-05-26', true));
    expect(markOf('standWalk', both).to).toBe('2027-05-26');
    expect(markOf('result', both).link).toBe('/walks/2027-05-26/result');
  });
});

describe('the below-ground mark', () => {
  const stands = (today: string, more: Partial<PlantingFacts> = {}) =>
    markOf('belowGround', { ...facts(today), ...more });
  it('is due from the third day until plants come, and done once seeds were dug', () => {
    expect(stands('2027-05-03').state).toBe('later');
    expect(stands('2027-05-04')).toMatchObject({ state: 'due', link: '/plantings/p/below' });
    expect(stands('2027-05-12')).toMatchObject({
      state: 'missed',
      link: '/plantings/p/below',
      action: 'Enter what was dug',
    });
    expect(stands('2027-05-20', { below: ['2027-05-05', '2027-05-08'] })).toMatchObject({
      state: 'done',
      to: '2027-05-08',
      link: '/plantings/p/below',
    });
  });
  it('is not needed once plants are counted', () =>
    expect(
      stands('2027-05-10', {
        emergence: {
          lengths: 1,
          visits: ['2027-05-09'],
          coming: 'coming',
          lookAgainOn: '2027-05-11',
        },
      }).state,
    ).toBe('notNeeded'));
});

describe('the emergence mark', () => {
  const stands = (today: string, emergence: Partial<PlantingFacts['emergence']> = {}) =>
    markOf('emergence', { ...facts(today), emergence: { ...NO_EMERGENCE, ...emergence } });
  const counted = { lengths: 12, visits: ['2027-05-12'], lookAgainOn: '2027-05-14' };

  it('is due while plants usually come up, and missed when nobody flagged anything by then', () => {
    expect(stands('2027-05-03').state).toBe('later');
    expect(stands('2027-05-10')).toMatchObject({
      state: 'due',
      action: 'Flag lengths to count in',
      link: '/plantings/p/emergence',
    });
    expect(stands('2027-05-22')).toMatchObject({ state: 'missed', link: '/plantings/p/emergence' });
  });

  it('goes by the heat of the field where its weather says it', () => {
    const predicted = {
      first: '2027-05-12',
      half: '2027-05-14',
      band: ['2027-05-13', '2027-05-16'] as [string, string],
      nineInTen: '2027-05-17',
      stages: [],
    };
    const on = (today: string, mark = 'emergence') => markOf(mark, { ...facts(today), predicted });
    expect(on('2027-05-11')).toMatchObject({ state: 'later', from: '2027-05-12' });
    expect(on('2027-05-12')).toMatchObject({ state: 'due', to: '2027-05-17' });
    expect(on('2027-05-12').reason).toMatch(/by the heat of this field/);
    expect(on('2027-05-18')).toMatchObject({ state: 'missed', link: '/plantings/p/emergence' });
    expect(on('2027-05-13', 'belowGround')).toMatchObject({ state: 'due', to: '2027-05-14' });
  });

  it('asks for the next visit every two days, and is done when no more come', () => {
    const coming = { ...counted, coming: 'coming' as const };
    expect(stands('2027-05-13', coming)).toMatchObject({ state: 'later', from: '2027-05-14' });
    expect(stands('2027-05-14', coming)).toMatchObject({
      state: 'due',
      action: 'Count what is up',
    });
    expect(stands('2027-05-15', coming).state).toBe('due');
    expect(stands('2027-05-16', coming)).toMatchObject({ state: 'overdue', to: '2027-05-15' });
    // Past V3 nobody is asked to count on: one more late plant bears next to nothing.
    const late = { ...coming, lookAgainOn: '2027-05-30' };
    const past = (leaves: number, on: string) => ({
      leaves,
      on,
      band: [on, on] as [string, string],
    });
    const predicted = {
      first: '2027-05-09',
      half: '2027-05-11',
      band: ['2027-05-10', '2027-05-12'] as [string, string],
      nineInTen: '2027-05-13',
      stages: [past(3, '2027-05-22'), past(4, '2027-05-26')],
    };
    const grown = (today: string) =>
      markOf('emergence', {
        ...facts(today),
        predicted,
        emergence: { ...NO_EMERGENCE, ...late },
      }).state;
    expect(grown('2027-05-25')).toBe('later');
    expect(grown('2027-05-26')).toBe('done');
    // Nobody came back: what was seen stays seen.
    expect(stands('2027-05-30', coming)).toMatchObject({ state: 'done', to: '2027-05-12' });
    expect(stands('2027-05-13', { ...counted, coming: 'done', lookAgainOn: null })).toMatchObject({
      state: 'done',
      to: '2027-05-12',
    });
  });
});

describe('what is next', () => {
  it('is what is under way, then what is overdue, then what is due', () => {
    expect(nextOnTrail(trailOf(facts('2027-05-03')))).toBeNull();
    expect(nextOnTrail(trailOf(facts('2027-05-05')))).toMatchObject({ mark: 'belowGround' });
    expect(nextOnTrail(trailOf(facts('2027-05-15')))).toMatchObject({ mark: 'emergence' });
    expect(nextOnTrail(trailOf(facts('2027-05-01')))).toMatchObject({
      mark: 'trenchCheck',
      action: 'Check behind the planter',
    });
    expect(nextOnTrail(trailOf(facts('2027-05-27')))).toMatchObject({
      mark: 'standWalk',
      action: 'Walk the stand',
    });
    const open = facts('2027-06-20', walk('stand', '2027-05-26', false));
    expect(nextOnTrail(trailOf(open))).toMatchObject({
      action: 'Go on with the walk',
      link: '/walks/2027-05-26',
      underWay: { since: '2027-05-26', by: 'Ife Marlow' },
    });
    expect(nextOnTrail(trailOf(facts('2027-06-20', walk('stand', '2027-05-26', true))))).toBeNull();
  });

  it('leads somewhere, from every mark that wants somebody, on every day of a season', () => {
    for (let day = 1; day <= 60; day++) {
      const today = new Date(Date.UTC(2027, 3, 15 + day)).toISOString().slice(0, 10);
      for (const mark of trailOf(facts(today)))
        if (urgencyOf(mark) !== null) expect(mark.link, `${mark.mark} on ${today}`).toMatch(/^\//);
    }
  });

  it('every mark has a name of its own', () => {
    expect(new Set(WAY_MARKS.map(({ mark }) => mark)).size).toBe(WAY_MARKS.length);
  });
});

describe('what is pinned to a trail', () => {
  const note = (id: string, on: string, deletedAt: string | null = null) =>
    ({ kind: 'note', id, deletedAt, data: { on, text: `of ${on}` } }) as unknown as Kept;
  const marks = trailOf(facts('2027-06-20', walk('stand', '2027-05-26', true)));
  const at = (mark: string) => marks.findIndex((one) => one.mark === mark);

  it('stands after the last mark that was there by then, oldest first', () => {
    const pins = pinsOn(marks, [
      note('b', '2027-05-30'),
      note('a', '2027-05-28'),
      note('c', '2027-04-20'),
      note('gone', '2027-05-28', '2027-05-29T10:00:00.000Z'),
    ]);
    expect(pins.get(at('planterCard'))?.map(({ id }) => id)).toEqual(['a']);
    // The window for digging plants has opened by then.
    expect(pins.get(at('plantDigs'))?.map(({ id }) => id)).toEqual(['b']);
    expect(pins.get(-1)).toEqual([{ id: 'c', on: '2027-04-20', label: 'of 2027-04-20' }]);
    expect([...pins.values()].flat()).toHaveLength(3);
  });
});
