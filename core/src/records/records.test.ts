import { describe, expect, it } from 'vitest';
import {
  checkRelations,
  decideCommits,
  validate,
  type Change,
  type Commit,
  type Kept,
  type Kind,
  type LookUp,
} from './index.ts';
import { makeDemoSeason } from '../simulation/index.ts';

let made = 0;
const newId = () => `01890000-0000-7000-8000-${(made += 1).toString(16).padStart(12, '0')}`;
const commit = (...changes: Change[]): Commit => ({
  id: newId(),
  madeAt: '2027-05-27T09:00:00.000Z',
  changes,
});

/** A tiny world: records in a map, with a look-up and a way to apply decisions. */
function world() {
  const held = new Map<string, Kept>();
  const lookUp: LookUp = (kind, id) => held.get(`${kind} ${id}`) as never;
  const send = (commits: Commit[], person = 'Noor Castellane') => {
    const decision = decideCommits(commits, {
      person,
      now: '2027-05-27T10:00:00.000Z',
      lookUp,
      newId,
    });
    for (const record of decision.written) held.set(`${record.kind} ${record.id}`, record);
    return decision;
  };
  const put = (kind: Kind, id: string, data: unknown, baseRevision = 0): Change => ({
    op: 'put',
    kind,
    id,
    baseRevision,
    data,
  });
  return { held, lookUp, send, put };
}

describe('validate says beside the field what to do', () => {
  const count = {
    stopId: newId(),
    type: 'count',
    row: 4,
    lengthM: 5.31,
    rowWidthM: 0.762,
    inStep: 31,
    oneBehind: 1,
    twoBehind: 0,
  };
  it('takes a proper count', () =>
    expect(validate('observation', count)).toMatchObject({ ok: true }));
  it.each([
    ['a length of 0', { ...count, lengthM: 0 }, 'lengthM', /above zero/],
    ['900 plants in 5 m', { ...count, inStep: 900 }, 'inStep', /150 plants per metre/],
    ['half a plant', { ...count, inStep: 0.5 }, 'inStep', /whole number/],
    ['letters', { ...count, inStep: 'many' }, 'inStep', /whole number/],
    ['a stranger', { ...count, colour: 'green' }, 'colour', /not known/],
    [
      'positions out of order',
      { stopId: count.stopId, type: 'tape', row: 1, positionsM: [0, 0.4, 0.3], typed: [] },
      'positionsM',
      /in order/,
    ],
  ])('%s', (_, data, path, message) => {
    const result = validate('observation', data);
    expect(result.ok).toBe(false);
    if (!result.ok) expect(result.problems[path]).toMatch(message);
  });
  it('a walk with a tape needs its length, with a hoop its diameter', () => {
    const walk = {
      plantingId: newId(),
      purpose: 'stand',
      startedAt: '2027-05-27T09:00:00.000Z',
      finishedAt: null,
      lengthM: null,
      hoopDiameterM: null,
    };
    expect(validate('walk', { ...walk, method: 'oneRow' })).toMatchObject({
      problems: { lengthM: 'Enter the length of tape.' },
    });
    expect(validate('walk', { ...walk, method: 'hoop' })).toMatchObject({
      problems: { hoopDiameterM: expect.stringMatching(/diameter/) },
    });
  });
});

describe('decideCommits', () => {
  it('creates parents and children in one batch, each at revision 1', () => {
    const { send, put, held } = world();
    const [grower, field] = [newId(), newId()];
    const { outcomes } = send([
      commit(put('grower', grower, { name: 'Halloran Mesa Farm' })),
      commit(put('field', field, { growerId: grower, name: 'Long Forty', areaM2: null })),
    ]);
    expect(outcomes.map(({ outcome }) => outcome)).toEqual(['applied', 'applied']);
    expect(held.get(`field ${field}`)).toMatchObject({
      revision: 1,
      data: { soil: '', asTyped: {} },
    });
  });

  it('keeps both versions when two people edit the same revision', () => {
    const { send, put, held } = world();
    const id = newId();
    send([commit(put('grower', id, { name: 'First' }))]);
    send([commit(put('grower', id, { name: 'Noor’s' }, 1))]);
    const { outcomes, written } = send(
      [commit(put('grower', id, { name: 'Ife’s' }, 1))],
      'Ife Marlow',
    );
    expect(outcomes[0]).toMatchObject({ outcome: 'conflict' });
    expect(held.get(`grower ${id}`)).toMatchObject({ revision: 2, data: { name: 'Noor’s' } });
    expect(written).toEqual([
      expect.objectContaining({
        kind: 'conflict',
        data: expect.objectContaining({
          recordId: id,
          version: { name: 'Ife’s' },
          by: 'Ife Marlow',
          resolvedAt: null,
        }),
      }),
    ]);
  });

  it('two people who typed the same agree', () => {
    const { send, put } = world();
    const id = newId();
    send([
      commit(put('grower', id, { name: 'First' })),
      commit(put('grower', id, { name: 'Same' }, 1)),
    ]);
    expect(send([commit(put('grower', id, { name: 'Same' }, 1))]).outcomes[0]).toMatchObject({
      outcome: 'applied',
      revisions: [{ revision: 2 }],
    });
  });

  it('deletes by a mark and restores', () => {
    const { send, put, held } = world();
    const id = newId();
    send([commit(put('grower', id, { name: 'First' }))]);
    send([commit({ op: 'delete', kind: 'grower', id, baseRevision: 1 })]);
    expect(held.get(`grower ${id}`)).toMatchObject({
      deletedAt: '2027-05-27T10:00:00.000Z',
      data: { name: 'First' },
    });
    send([commit({ op: 'restore', kind: 'grower', id, baseRevision: 2 })]);
    expect(held.get(`grower ${id}`)).toMatchObject({ deletedAt: null, revision: 3 });
  });

  it('writing to what was deleted brings it back', () => {
    const { send, put, held } = world();
    const id = newId();
    send([
      commit(put('grower', id, { name: 'First' })),
      commit({ op: 'delete', kind: 'grower', id, baseRevision: 1 }),
    ]);
    send([commit(put('grower', id, { name: 'First' }, 2))]);
    expect(held.get(`grower ${id}`)).toMatchObject({ revision: 3, deletedAt: null });
  });

  it('applies all of a commit or nothing', () => {
    const { send, put, held } = world();
    const [good, bad] = [newId(), newId()];
    const { outcomes, written } = send([
      commit(
        put('grower', good, { name: 'Good' }),
        put('field', bad, { growerId: newId(), name: 'Lost', areaM2: null }),
      ),
    ]);
    expect(outcomes[0]).toMatchObject({
      outcome: 'refused',
      problems: { growerId: expect.stringMatching(/not in this workspace/) },
    });
    expect(written).toEqual([]);
    expect(held.size).toBe(0);
  });
});

describe('the demo season', () => {
  const season = makeDemoSeason();
  const held = new Map<string, Kept>();
  const lookUp: LookUp = (kind, id) => held.get(`${kind} ${id}`) as never;

  it('is the same each time and every record of it is valid where it stands', () => {
    expect(makeDemoSeason().records).toEqual(season.records);
    for (const { kind, id, data } of season.records) {
      expect([validate(kind, data), checkRelations(kind, data, lookUp)]).toMatchObject([
        { ok: true },
        {},
      ]);
      expect(checkRelations(kind, data, lookUp)).toEqual({});
      held.set(`${kind} ${id}`, {
        kind,
        id,
        revision: 1,
        deletedAt: null,
        editedBy: '',
        editedAt: '',
        data,
      } as Kept);
    }
  });

  it('a walk dated before planting and a row the planter has not are refused', () => {
    const walk = season.records.find(({ kind }) => kind === 'walk')!.data as Kept<'walk'>['data'];
    expect(
      checkRelations('walk', { ...walk, startedAt: '2027-04-01T09:00:00.000Z' }, lookUp).startedAt,
    ).toMatch(/before planting on 2027-04-28/);
    const count = season.records.flatMap(({ data }) =>
      'type' in data && data.type === 'count' ? [data] : [],
    )[0]!;
    expect(checkRelations('observation', { ...count, row: 13 }, lookUp).row).toMatch(
      /Goose has 12 rows/,
    );
  });
});
