import { describe, expect, it } from 'vitest';
import {
  checkRelations,
  decideCommits,
  firstShape,
  readCommit,
  kindOf,
  readKept,
  validate,
  type Change,
  type Commit,
  type Kept,
  type Kind,
  type LookUp,
} from './index.ts';
import { NORMAL_FURROW } from '../depth/index.ts';
import { demoSeason as season } from '../simulation/demo/demoSeason.testing.ts';
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
      {
        stopId: count.stopId,
        type: 'tape',
        row: 1,
        positionsM: [0, 0.4, 0.3],
        readToM: null,
        typed: [],
      },
      'positionsM',
      /in order/,
    ],
    [
      'a plant beyond the end of the tape',
      {
        stopId: count.stopId,
        type: 'tape',
        row: 1,
        positionsM: [0, 6],
        readToM: 5,
        typed: ['', ''],
      },
      'readToM',
      /beyond the end of the tape/,
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
      startedOn: '2027-05-27',
      zoneOffsetMin: 0,
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
          version: { name: 'Ife’s', archived: false },
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

describe('edits made apart', () => {
  const count = (stopId: string, more: object = {}) => ({
    stopId,
    type: 'count',
    row: 4,
    lengthM: 5.31,
    rowWidthM: 0.762,
    inStep: 0,
    oneBehind: 0,
    twoBehind: 0,
    ...more,
  });
  /** A counted stop, as the server holds it. */
  function counted() {
    const made = world();
    const [grower, field, planting, walk, stop, id] = Array.from({ length: 6 }, newId) as string[];
    const { put, send } = made;
    const { outcomes } = send([
      commit(
        put('grower', grower!, { name: 'Quill & Daughters' }),
        put('field', field!, { growerId: grower, name: 'Long Forty', areaM2: null }),
        put('planting', planting!, {
          fieldId: field,
          planterId: null,
          season: 2027,
          crop: 'corn',
          variety: 'AB-104',
          plantedOn: '2027-04-28',
          rowWidthM: 0.762,
          seedsPerM2: 7.9,
          depthTargetM: 0.05,
          germination: 0.95,
          fieldLoss: 0.05,
        }),
        put('walk', walk!, {
          plantingId: planting,
          purpose: 'stand',
          startedAt: '2027-05-26T13:00:00.000Z',
          finishedAt: null,
          method: 'oneRow',
          lengthM: 5.31,
          hoopDiameterM: null,
        }),
        put('stop', stop!, { walkId: walk, ordinal: 1, travel: 'away', chosen: false }),
        put('observation', id!, count(stop!)),
      ),
    ]);
    expect(outcomes[0]).toMatchObject({ outcome: 'applied' });
    return { ...made, walk: walk!, planting: planting!, stop: stop!, id: id! };
  }
  const on = (base: object, change: Change, more: Partial<Change> = {}): Change => ({
    ...change,
    base,
    ...more,
  });

  it('taps add up and the sender is told what stands now', () => {
    const { send, put, held, stop, id } = counted();
    const base = count(stop);
    const tapped = (inStep: number) =>
      on(base, put('observation', id, count(stop, { inStep }), 1), { taps: true });
    send([commit(tapped(10))]);
    const { outcomes } = send([commit(tapped(1))], 'Ife Marlow');
    expect(outcomes[0]).toMatchObject({
      outcome: 'applied',
      merged: [{ id, revision: 3, data: { inStep: 11 } }],
    });
    send([commit(tapped(1))]);
    expect(held.get(`observation ${id}`)).toMatchObject({ data: { inStep: 12 } });
  });

  it('a figure typed over a figure is a choice, also when someone else tapped', () => {
    const { send, put, held, stop, id } = counted();
    const base = count(stop);
    send([commit(on(base, put('observation', id, count(stop, { inStep: 10 }), 1)))]);
    const { outcomes, written } = send([
      commit(on(base, put('observation', id, count(stop, { inStep: 28, row: 5 }), 1))),
    ]);
    expect(outcomes[0]).toMatchObject({ outcome: 'conflict' });
    expect(held.get(`observation ${id}`)).toMatchObject({ data: { inStep: 10, row: 4 } });
    // What only the later one changed is in the version offered, so that choosing it loses nothing.
    expect(written).toMatchObject([{ data: { version: { inStep: 28, row: 5 } } }]);
  });

  it('different fields go together; together they must be sound', () => {
    const { send, put, held, walk } = counted();
    const base = held.get(`walk ${walk}`)!.data as Kept<'walk'>['data'];
    const edit = (change: object) =>
      commit(on(base, put('walk', walk, { ...base, ...change }, 1), { version: 2 }));
    send([edit({ note: 'wet corner' })]);
    expect(send([edit({ finishedAt: '2027-05-26T15:00:00.000Z' })]).outcomes[0]).toMatchObject({
      outcome: 'applied',
    });
    expect(held.get(`walk ${walk}`)).toMatchObject({
      revision: 3,
      data: { note: 'wet corner', finishedAt: '2027-05-26T15:00:00.000Z' },
    });
    const later = { startedAt: '2027-05-26T16:00:00.000Z' };
    expect(send([edit(later)]).outcomes[0]).toMatchObject({ outcome: 'conflict' });
  });

  it('an edit of what someone deleted is a choice, not a way around it', () => {
    const { send, put, held, stop, id } = counted();
    send([commit({ op: 'delete', kind: 'observation', id, baseRevision: 1 })]);
    const edit = on(count(stop), put('observation', id, count(stop, { inStep: 5 }), 1), {
      taps: true,
    });
    expect(send([commit(edit)]).outcomes[0]).toMatchObject({ outcome: 'conflict' });
    expect(held.get(`observation ${id}`)!.deletedAt).not.toBeNull();
  });

  it('an edit by an app that knows no zones leaves the day that a newer one noted', () => {
    const { send, put, held, walk } = counted();
    const base = held.get(`walk ${walk}`)!.data as Kept<'walk'>['data'];
    const evening = {
      ...base,
      startedAt: '2027-05-27T02:00:00.000Z',
      startedOn: '2027-05-26',
      zoneOffsetMin: -360,
    };
    send([commit({ ...put('walk', walk, evening, 1), version: 2 })]);
    const { startedOn: _, zoneOffsetMin: __, ...first } = evening;
    const old = put('walk', walk, { ...first, note: 'seen by an old app' }, 2);
    expect(send([commit(old)]).outcomes[0]).toMatchObject({ outcome: 'applied' });
    expect(held.get(`walk ${walk}`)).toMatchObject({
      version: kindOf('walk').version,
      data: { startedOn: '2027-05-26', zoneOffsetMin: -360, note: 'seen by an old app' },
    });
  });

  it('a device’s clock is told, never trusted', () => {
    const { send, put, stop, id } = counted();
    const typed = (inStep: number, madeAt: string): Commit => ({
      id: newId(),
      madeAt,
      changes: [put('observation', id, count(stop, { inStep }), 0)],
    });
    const at = ['1970-01-01T00:00:00.000Z', 'noon', '2027-05-27T08:00:00.000Z'].map((madeAt, i) => {
      const { written } = send([typed(i + 1, madeAt)]);
      return (written[0] as Kept<'conflict'>).data.at;
    });
    expect(at).toEqual([
      '2027-05-27T10:00:00.000Z',
      '2027-05-27T10:00:00.000Z',
      '2027-05-27T08:00:00.000Z',
    ]);
  });
});

describe('what arrives', () => {
  it('a commit of an unknown kind is refused by itself, with its id', () => {
    const id = newId();
    const sent = {
      id,
      madeAt: '',
      changes: [{ op: 'put', kind: 'drone', id: newId(), baseRevision: 0, data: {} }],
    };
    expect(readCommit(sent)).toMatchObject({
      ok: false,
      refused: { id, problems: { 'changes.0.kind': expect.stringMatching(/newer app/) } },
    });
    expect(readCommit(null)).toMatchObject({ ok: false, refused: { id: '' } });
  });

  it('attributes of a newer app are kept unharmed, of the same version refused', () => {
    const data = {
      stopId: newId(),
      type: 'trench',
      row: 1,
      at: '2027-05-26T13:00:00.000Z',
      seeds: [{ depthM: 0.05, typed: '2', moist: null, by: 'rule', colour: 'pale' }],
      gapsM: [],
      gapsTyped: [],
      ...NORMAL_FURROW,
      settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
      smell: 'foul',
    };
    expect(validate('observation', data)).toMatchObject({
      ok: false,
      problems: { smell: expect.stringMatching(/not known/), 'seeds.0.colour': expect.any(String) },
    });
    expect(validate('observation', data, 99)).toEqual({ ok: true, data });
    expect(validate('observation', { ...data, row: 0 }, 99).ok).toBe(false);
  });

  it('records of an older app are read in today’s shape, and given to it in its own', () => {
    const old = {
      kind: 'walk',
      id: newId(),
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: '',
      data: { startedAt: '2027-05-26T13:00:00.000Z' },
    } as unknown as Kept;
    const read = readKept(old);
    expect(read).toMatchObject({
      version: kindOf('walk').version,
      data: { startedOn: '2027-05-26', zoneOffsetMin: null },
    });
    expect(firstShape(read)).toEqual({ ...old, version: 1 });
  });
});

describe('the demo season', () => {
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
    expect(checkRelations('walk', { ...walk, startedOn: '2027-04-01' }, lookUp).startedAt).toMatch(
      /before planting on 2027-04-28/,
    );
    const count = season.records.flatMap(({ data }) =>
      'type' in data && data.type === 'count' ? [data] : [],
    )[0]!;
    expect(checkRelations('observation', { ...count, row: 13 }, lookUp).row).toMatch(
      /Goose has 12 rows/,
    );
  });
});
