import { randomUUID } from 'node:crypto';
import type { Kept, Outcome } from '@sendero/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  PLANTING,
  WALK,
  count,
  startTestServer,
  walkedField,
  type TestPerson,
} from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
beforeAll(async () => void (app = await startTestServer()));
afterAll(() => app.close());

const changes = async (person: TestPerson, query = '') =>
  (await (await person.get(`/changes${query}`)).json()) as {
    changes: { seq: number; record: Kept }[];
    next: number;
  };
const commit = (change: object, madeAt = new Date().toISOString()) => ({
  id: randomUUID(),
  madeAt,
  changes: [{ op: 'put', baseRevision: 0, ...change }],
});
const send = async (person: TestPerson, ...commits: unknown[]) => {
  const response = await person.post('/commits', { commits });
  expect(response.status).toBe(200);
  return ((await response.json()) as { outcomes: Outcome[] }).outcomes;
};

describe('what other apps and clocks send', () => {
  it('a clock of 1970, an unknown kind and a broken change hold up none of the rest', async () => {
    const { noor } = await app.workspace();
    const grower = () => ({ kind: 'grower', id: randomUUID(), data: { name: 'Quill' } });
    const outcomes = await send(
      noor,
      commit(grower(), '1970-01-01T00:00:03.000Z'),
      commit({ kind: 'drone', id: randomUUID(), data: {} }),
      'rubbish',
      commit(grower()),
    );
    expect(outcomes).toMatchObject([
      { outcome: 'applied' },
      { outcome: 'refused', problems: { 'changes.0.kind': expect.stringMatching(/newer app/) } },
      { outcome: 'refused' },
      { outcome: 'applied' },
    ]);
  });

  it('what a newer app added is kept and given back unharmed', async () => {
    const { noor, ife } = await app.workspace();
    const id = randomUUID();
    const data = { name: 'Halloran Mesa Farm', telephone: '555 0100' };
    const change = { kind: 'grower', id, data };
    expect(await send(noor, commit(change))).toMatchObject([
      { outcome: 'refused', problems: { telephone: expect.any(String) } },
    ]);
    expect(await send(noor, commit({ ...change, version: 7 }))).toMatchObject([
      { outcome: 'applied' },
    ]);
    const renamed = { ...data, name: 'Halloran Mesa' };
    await send(ife, commit({ ...change, baseRevision: 1, version: 7, base: data, data: renamed }));
    const { changes: all } = await changes(ife, '?shapes=1');
    expect(all.find(({ record }) => record.id === id)!.record).toMatchObject({
      version: 7,
      data: renamed,
    });
  });

  it('an app of before there were versions gets what it knows, and does not undo the day', async () => {
    const { noor } = await app.workspace();
    const { walk, planting } = await walkedField(noor);
    const day = { startedOn: '2027-05-26', zoneOffsetMin: -360 };
    const data = { ...WALK, ...day, plantingId: planting, walkedBy: '', note: '', asTyped: {} };
    await send(noor, commit({ kind: 'walk', id: walk, data, version: 2, baseRevision: 1 }));
    const walkOf = async (query: string) =>
      (await changes(noor, query)).changes.find(({ record }) => record.id === walk)!.record;
    const old = await walkOf('');
    expect(Object.keys(old.data)).not.toContain('startedOn');
    const finished = { ...old.data, finishedAt: '2027-05-26T15:00:00.000Z' };
    expect(await noor.put('walk', walk, finished, old.revision)).toMatchObject({
      outcome: 'applied',
    });
    expect(await walkOf('?shapes=1')).toMatchObject({
      data: { ...day, finishedAt: '2027-05-26T15:00:00.000Z' },
    });
  });

  it('taps of two devices add up; the one that came later hears the sum', async () => {
    const { noor, ife } = await app.workspace();
    const { stop } = await walkedField(noor);
    const id = randomUUID();
    const base = count(stop, 0);
    await noor.put('observation', id, base);
    const taps = (inStep: number) =>
      commit({
        kind: 'observation',
        id,
        baseRevision: 1,
        base,
        taps: true,
        data: count(stop, inStep),
      });
    await send(noor, taps(10));
    const late = taps(1);
    for (let sent = 0; sent < 2; sent++)
      expect(await send(ife, late)).toMatchObject([
        { outcome: 'applied', merged: [{ id, data: { inStep: 11 } }] },
      ]);
    const { changes: all } = await changes(noor);
    expect(all.find(({ record }) => record.id === id)!.record).toMatchObject({
      revision: 3,
      data: { inStep: 11 },
    });
  });
});

describe('seasons', () => {
  it('a planting that moves to another season takes what was seen of it along', async () => {
    const { noor } = await app.workspace();
    const ids = await walkedField(noor);
    await noor.put('observation', randomUUID(), count(ids.stop, 31));
    const before = await changes(noor);
    await noor.put('planting', ids.planting, { ...PLANTING, fieldId: ids.field, season: 2026 }, 1);
    const kinds = async (query: string) =>
      (await changes(noor, query)).changes.map(({ record }) => record.kind).sort();
    expect(await kinds(`?after=${before.next}&season=2026`)).toEqual([
      'observation',
      'planting',
      'stop',
      'walk',
    ]);
    expect(await kinds('?after=0&season=2027')).toEqual([
      'field',
      'grower',
      'planting',
      'workspace',
    ]);
  });
});
