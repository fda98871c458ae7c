import { randomUUID } from 'node:crypto';
import { NORMAL_FURROW, type Kept } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startTestServer, walkedField, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let ife: TestPerson;
let planting: string;
const stop = randomUUID();
const AT = '2027-04-28T14:00:00.000Z';
beforeAll(async () => {
  app = await startTestServer();
  ({ noor, ife } = await app.workspace());
  ({ planting } = await walkedField(noor));
  const planter = randomUUID();
  await noor.put('planter', planter, {
    name: 'Goose',
    type: 'planter',
    rows: 12,
    rowWidthM: 0.762,
    cells: 24,
    depthStopStepM: 0.00635,
    asTyped: {},
  });
  const { changes } = (await (await noor.get('/changes')).json()) as {
    changes: { record: Kept }[];
  };
  const { data } = changes.find(({ record }) => record.id === planting)!.record;
  await noor.put('planting', planting, { ...data, planterId: planter }, 1);
  const walk = randomUUID();
  await noor.put('walk', walk, {
    plantingId: planting,
    purpose: 'trench',
    startedAt: AT,
    finishedAt: null,
    targetM: 0.0508,
    toleranceM: 0.00635,
    readTo: 'top',
    seedsPerRow: 5,
    gauge: { lengthM: 0.05, errorM: 0.004 },
  });
  await noor.put('stop', stop, { walkId: walk, ordinal: 1, travel: 'away', chosen: false });
});
afterAll(() => app.close());

const trench = (row: number, change = {}) => ({
  stopId: stop,
  type: 'trench',
  row,
  at: AT,
  seeds: [
    { depthM: 0.0476, typed: '1 7/8', moist: null, by: 'rule' },
    { depthM: null, typed: '', moist: null, by: 'rule' },
  ],
  gapsM: [0.165],
  gapsTyped: ['6 1/2'],
  ...NORMAL_FURROW,
  settings: { depthStop: '8', downforce: '', rowCleaner: '', closingWheel: 'rubber' },
  ...change,
});

describe('records of planting day', () => {
  it('reach the other person as they were made', async () => {
    const id = randomUUID();
    expect(await noor.put('observation', id, trench(4))).toMatchObject({ outcome: 'applied' });
    const event = randomUUID();
    await noor.put('event', event, { plantingId: planting, type: 'rain', at: AT, rows: [] });
    const { changes } = (await (await ife.get('/changes?season=2027')).json()) as {
      changes: { record: Kept }[];
    };
    const of = (wanted: string) => changes.find(({ record }) => record.id === wanted)?.record;
    expect(of(id)!.data).toEqual(trench(4));
    expect(of(event)).toMatchObject({ kind: 'event', data: { type: 'rain', note: '' } });
    const older = (await (await ife.get('/changes?season=2026')).json()) as {
      changes: { record: Kept }[];
    };
    expect(older.changes.some(({ record }) => record.kind === 'event')).toBe(false);
  });

  it.each([
    ['a row the planter has not', trench(13), { row: /Goose has 12 rows/ }],
    [
      'a depth no furrow has',
      trench(1, { seeds: [{ ...trench(1).seeds[0], depthM: 0.6 }] }),
      { 'seeds.0.depthM': /up to 9¾\sin \(up to 25\scm\)/ },
    ],
    ['a distance of nothing', trench(1, { gapsM: [0] }), { 'gapsM.0': /above 0/ }],
    [
      'an adjustment of a row the planter has not',
      {
        stopId: stop,
        type: 'adjustment',
        row: null,
        rows: [3, 14],
        what: 'depthStop',
        byM: 0.01,
        at: AT,
      },
      { rows: /Goose has 12 rows/ },
    ],
    [
      'an adjustment of no row',
      {
        stopId: stop,
        type: 'adjustment',
        row: null,
        rows: [],
        what: 'depthStop',
        byM: 0.01,
        at: AT,
      },
      { rows: /Choose the rows/ },
    ],
    [
      'a singulation above all seeds',
      { stopId: stop, type: 'monitor', row: null, perM2: 8, singulation: 1.2, source: 'cab' },
      { singulation: /0 to 100 %/ },
    ],
  ])('%s is refused beside its field', async (_, data, problems) => {
    const outcome = await noor.put('observation', randomUUID(), data);
    expect(outcome).toMatchObject({
      outcome: 'refused',
      problems: Object.fromEntries(
        Object.entries(problems).map(([field, words]) => [field, expect.stringMatching(words)]),
      ),
    });
  });

  it('a check dated before the planting is refused like any walk', async () => {
    const outcome = await noor.put('walk', randomUUID(), {
      plantingId: planting,
      purpose: 'trench',
      startedAt: '2027-04-01T08:00:00.000Z',
      finishedAt: null,
      targetM: 0.05,
      toleranceM: 0.006,
      readTo: 'bottom',
      seedsPerRow: 5,
      gauge: null,
    });
    expect(outcome).toMatchObject({
      outcome: 'refused',
      problems: { startedAt: expect.stringMatching(/before planting/) },
    });
  });
});
