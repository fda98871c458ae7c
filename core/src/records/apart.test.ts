import { describe, expect, it } from 'vitest';
import {
  decideCommits,
  exampleFamily,
  kindOf,
  type Change,
  type Commit,
  type DecisionContext,
  type Kept,
  type Kind,
  type LookUp,
} from './index.ts';

let made = 0;
const newId = () => `01890000-0000-7000-8000-${(made += 1).toString(16).padStart(12, '0')}`;

/** A grower's field with a planting, a trial and a flagged length in it, and a way to send changes to it. */
function season() {
  const held = new Map<string, Kept>();
  const lookUp: LookUp = (kind, id) => held.get(`${kind} ${id}`) as never;
  const send = (person: string, changes: Change[], context: Partial<DecisionContext> = {}) => {
    const commit: Commit = { id: newId(), madeAt: '2027-05-27T09:00:00.000Z', changes };
    const decision = decideCommits([commit], {
      person,
      now: '2027-05-27T10:00:00.000Z',
      lookUp,
      newId,
      ...context,
    });
    for (const record of decision.written) held.set(`${record.kind} ${record.id}`, record);
    return decision.outcomes[0]!;
  };
  const put = (kind: Kind, id: string, data: object, more: Partial<Change> = {}): Change => ({
    op: 'put',
    kind,
    id,
    baseRevision: 0,
    version: kindOf(kind).version,
    data: { ...kindOf(kind).defaults, ...data },
    ...more,
  });
  const family = exampleFamily(newId).map(({ kind, id, data }): Kept => ({
    kind,
    id,
    version: kindOf(kind).version,
    revision: 1,
    deletedAt: null,
    editedBy: 'Noor',
    editedAt: '2027-05-20T10:00:00.000Z',
    data: { ...kindOf(kind).defaults, ...data } as Kept['data'],
  }));
  for (const record of family) held.set(`${record.kind} ${record.id}`, record);
  const idOf = (kind: Kind) => family.find((one) => one.kind === kind)!.id;
  const dataOf = (kind: Kind) => family.find((one) => one.kind === kind)!.data;
  const twin = newId();
  send('Noor', [put('field', twin, { ...dataOf('field'), name: 'Long 40' })]);
  return {
    send,
    put,
    idOf,
    dataOf,
    twin,
    at: (kind: Kind, id: string) => held.get(`${kind} ${id}`)!,
  };
}

describe('what hangs on a record that somebody deleted meanwhile', () => {
  it('brings it back, with all it belongs to itself', () => {
    const { send, put, idOf, dataOf, at } = season();
    const remove = (kind: Kind, id: string): Change => ({
      op: 'delete',
      kind,
      id,
      baseRevision: 1,
    });
    send('Noor', [remove('planting', idOf('planting')), remove('field', idOf('field'))]);
    const walk = newId();
    expect(send('Ife', [put('walk', walk, dataOf('walk'))]).outcome).toBe('applied');
    expect(at('planting', idOf('planting'))).toMatchObject({ deletedAt: null, revision: 3 });
    expect(at('field', idOf('field'))).toMatchObject({ deletedAt: null, editedBy: 'Ife' });
  });
  it('follows the record that stays when two were merged, and its sender hears where it went', () => {
    const { send, put, idOf, dataOf, twin, at } = season();
    send('Noor', [
      { op: 'delete', kind: 'field', id: idOf('field'), baseRevision: 1, mergedInto: twin },
    ]);
    const planting = newId();
    const data = dataOf('planting');
    const outcome = send('Ife', [put('planting', planting, data)]);
    expect(at('planting', planting).data).toMatchObject({ fieldId: twin });
    expect(outcome).toMatchObject({ merged: [{ id: planting, data: { fieldId: twin } }] });
    expect(at('field', idOf('field')).deletedAt).not.toBeNull();
  });
  it('a delete by somebody who did not see what was put below it since is a choice', () => {
    const { send, idOf, at } = season();
    const gone: Change = {
      op: 'delete',
      kind: 'field',
      id: idOf('field'),
      baseRevision: 1,
      knewSeq: 7,
    };
    const outcome = send('Noor', [gone], { changedBelow: (_kind, _id, seq) => seq < 9 });
    expect(outcome.outcome).toBe('conflict');
    expect(at('field', idOf('field')).deletedAt).toBeNull();
    expect(send('Noor', [gone], { changedBelow: () => false }).outcome).toBe('applied');
  });
});

describe('two who start the same record apart', () => {
  it('a strip ticked by one and weighed by the other is one strip', () => {
    const { send, put, idOf, at } = season();
    const strip = newId();
    const base = { trialId: idOf('trial'), number: 3 };
    send('Noor', [put('trialStrip', strip, { ...base, doneOn: '2027-05-01', done: 1 })]);
    const weighed = { harvestedOn: '2027-10-02', weightKg: 1200, typed: { weightKg: '1200 kg' } };
    const outcome = send('Ife', [put('trialStrip', strip, { ...base, ...weighed })]);
    expect(outcome.outcome).toBe('applied');
    expect(at('trialStrip', strip).data).toMatchObject({
      done: 1,
      doneOn: '2027-05-01',
      ...weighed,
    });
  });
  it('two weights of one strip are a choice', () => {
    const { send, put, idOf } = season();
    const strip = newId();
    const weighed = (weightKg: number) =>
      put('trialStrip', strip, { trialId: idOf('trial'), number: 3, weightKg });
    send('Noor', [weighed(1200)]);
    expect(send('Ife', [weighed(1250)]).outcome).toBe('conflict');
  });
  it('taps of an emergence count add up, whenever each began; the same figure sent twice is one', () => {
    const { send, put, dataOf, at } = season();
    const id = newId();
    const count = (plants: number, clock: string, taps: boolean) =>
      put(
        'emergenceCount',
        id,
        {
          ...dataOf('emergenceCount'),
          at: `2027-05-09T${clock}:00.000Z`,
          plants,
        },
        { taps },
      );
    send('Noor', [count(12, '14:00', true)]);
    expect(send('Ife', [count(12, '15:30', true)]).outcome).toBe('applied');
    expect(at('emergenceCount', id).data).toMatchObject({
      plants: 24,
      at: '2027-05-09T14:00:00.000Z',
    });
    expect(send('Ife', [count(24, '14:00', false)]).outcome).toBe('applied');
    expect(at('emergenceCount', id).revision).toBe(2);
  });
  it('two places of one plan, marked by two, are both marked', () => {
    const { send, put, dataOf, at } = season();
    const plan = newId();
    const example = dataOf('samplingPlan') as { places: object[] };
    const places = [0, 1, 2].map(() => ({ ...example.places[0], state: 'wanted' }));
    const data = { ...example, places };
    send('Noor', [put('samplingPlan', plan, data)]);
    const marked = (i: number) =>
      put(
        'samplingPlan',
        plan,
        { ...data, places: places.map((one, k) => (k === i ? { ...one, state: 'dropped' } : one)) },
        { baseRevision: 1, base: data },
      );
    send('Noor', [marked(0)]);
    expect(send('Ife', [marked(2)]).outcome).toBe('applied');
    expect(at('samplingPlan', plan).data).toMatchObject({
      places: [{ state: 'dropped' }, { state: 'wanted' }, { state: 'dropped' }],
    });
  });
});

it('the same revision number with other data is another version: what goes together goes together', () => {
  const { send, put, idOf, dataOf, at } = season();
  // The server was restored, and somebody made a second version of their own.
  const data = { ...dataOf('field'), name: 'Long Forty', areaM2: 160_000 };
  send('Noor', [put('field', idOf('field'), data, { baseRevision: 1 })]);
  const lost = { ...data, areaM2: null, soil: 'clay' };
  const edit = (name: string, areaM2: number | null) =>
    put(
      'field',
      idOf('field'),
      { ...lost, name, areaM2 },
      { baseRevision: 2, base: lost, exactBase: true },
    );
  expect(send('Ife', [edit('Long 40 east', null)]).outcome).toBe('applied');
  expect(at('field', idOf('field')).data).toMatchObject({ name: 'Long 40 east', areaM2: 160_000 });
});

it('two devices send back what a restored server lost: the later version counts, whichever comes first', () => {
  const orders = [
    [5, 4],
    [4, 5],
  ];
  for (const order of orders) {
    const { send, put, idOf, dataOf, at } = season();
    const base = dataOf('field');
    for (const revision of order)
      expect(
        send('Ife', [
          put(
            'field',
            idOf('field'),
            { ...base, name: `Long ${revision}` },
            { baseRevision: 1, base, exactBase: true, lostRevision: revision },
          ),
        ]).outcome,
      ).toBe('applied');
    expect(at('field', idOf('field')).data).toMatchObject({ name: 'Long 5' });
  }
});
