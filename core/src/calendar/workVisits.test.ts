import { describe, expect, it } from 'vitest';
import { kindOf, validate, type WorkItem } from '../records/index.ts';
import { readVisits } from '../readings/index.ts';
import { workItemOf, workVisits } from './index.ts';

const PLANTER = { id: '019f0000-0000-7000-8000-000000000003', data: { name: 'Goose' } };
const item = (change: Partial<WorkItem>) => ({
  id: '019f0000-0000-7000-8000-00000000000a',
  data: {
    ...(kindOf('workItem').defaults as object),
    ...(kindOf('workItem').example as object),
    ...change,
  } as WorkItem,
});
const today = '2027-12-01';
const visit = (change: Partial<WorkItem>) => workVisits([item(change)], [PLANTER], today)[0];

describe('what is due in the workshop', () => {
  it('stands on its day, overdue after it, and is ticked off by the item itself', () => {
    expect(visit({ due: '2027-12-10' })).toMatchObject({ state: 'later', from: '2027-12-10' });
    expect(visit({ due: today })!.state).toBe('due');
    expect(visit({ due: '2027-11-20' })!.state).toBe('overdue');
    expect(visit({ due: '2027-11-20', state: 'done', doneOn: '2027-11-18' })).toMatchObject({
      state: 'done',
      doneOn: '2027-11-18',
    });
  });

  it('names its planter and leads to its list; an item without a day, or of a planter that is gone, is no visit', () => {
    const one = visit({ due: today, parts: 'disc, 24 cells' })!;
    expect(one.label).toBe('Goose: Set row 4 deeper by 3 steps');
    expect(one.link).toBe(`/planters/${PLANTER.id}/workshop`);
    expect(one.carry).toEqual(['disc, 24 cells']);
    expect(workItemOf(one)).toBe('019f0000-0000-7000-8000-00000000000a');
    expect(workItemOf({ of: null, key: 'x' })).toBeNull();
    expect(visit({})).toBeUndefined();
    expect(workVisits([item({ due: today })], [], today)).toEqual([]);
  });

  it('comes in the order of days with all other visits', () => {
    const own = {
      id: '019f0000-0000-7000-8000-00000000000b',
      data: {
        plantingId: null,
        of: null,
        nth: 1,
        title: 'Parts shop',
        on: '2027-12-05',
        minutes: null,
        doneOn: null,
        note: '',
      },
    };
    const visits = readVisits([], [own as never], today, {
      items: [
        item({ due: '2027-12-10' }),
        { ...item({ due: '2027-12-02' }), id: 'first' },
      ] as never,
      planters: [PLANTER] as never,
    });
    expect(visits.map(({ from }) => from)).toEqual(['2027-12-02', '2027-12-05', '2027-12-10']);
  });
});

describe('an item of the workshop list', () => {
  const problems = (change: object) => {
    const valid = validate('workItem', { ...item({}).data, ...change });
    return valid.ok ? {} : valid.problems;
  };
  it('says what is wrong beside its field', () => {
    expect(problems({})).toEqual({});
    expect(problems({ what: '  ' })).toEqual({ what: 'Say what is to be done.' });
    expect(problems({ state: 'done' })).toEqual({ doneOn: 'Enter the day it was done.' });
    expect(problems({ cost: Number.NaN })).toEqual({ cost: 'Enter the cost as a figure.' });
    expect(problems({ byM: 0.5 })).toEqual({
      byM: expect.stringMatching(/up to 7¾\sin either way \(up to 20\scm/),
    });
  });
});
