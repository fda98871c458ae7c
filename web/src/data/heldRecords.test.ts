import 'fake-indexeddb/auto';
import { kindOf, type Kept } from '@sendero/core';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import { heldRecords } from './heldRecords.ts';
import { openLocalDatabase, type LocalDatabase } from './localDatabase.ts';
import { recordKey, toStore } from './storedRecord.ts';

const [WALK, STOP, OTHER] = [0, 1, 2].map(() => crypto.randomUUID()) as [string, string, string];
const count = (id: string, stopId: string, inStep = 28) => {
  const data = { ...(kindOf('observation').example as object), stopId, inStep };
  const at = { deletedAt: null, editedBy: 'Ife', editedAt: '2027-05-27T09:30:00.000Z' };
  return toStore({ kind: 'observation', id, data, revision: 1, ...at } as Kept, 2027);
};
const key = (id: string) => recordKey('observation', id);

let local: LocalDatabase;
beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory();
  local = await openLocalDatabase();
});
const held = () => heldRecords(local.transaction(['records', 'together'], 'readwrite'));
const ids = (records: { id: string }[]) => records.map(({ id }) => id).sort();

describe('records that are read with their walk', () => {
  it('are found by their own key and by what they belong to', async () => {
    await held().putAll([count('a', STOP), count('b', STOP), count('c', OTHER)]);
    expect(await held().get(key('b'))).toMatchObject({ id: 'b', parent: STOP });
    expect(await held().get(key('none'))).toBeUndefined();
    expect(ids(await held().below(STOP))).toEqual(['a', 'b']);
    expect(await held().below(WALK)).toEqual([]);
  });

  it('a later version takes the place of the one before, and what is beside it stays', async () => {
    await held().putAll([count('a', STOP), count('b', STOP)]);
    await held().putAll([count('a', STOP, 31)]);
    await held().putAll([count('b', STOP, 17)]);
    expect(await held().get(key('a'))).toMatchObject({ data: { inStep: 31 } });
    expect(await held().get(key('b'))).toMatchObject({ data: { inStep: 17 } });
    expect(await held().below(STOP)).toHaveLength(2);
  });

  it('writes to one stop that are begun at once all arrive', async () => {
    const records = held();
    const all = Array.from({ length: 20 }, (_, i) => count(`n${i}`, STOP));
    await Promise.all(all.map((record) => records.putAll([record])));
    expect(await held().below(STOP)).toHaveLength(20);
  });

  it('several are found at once, and those that are not held are left out', async () => {
    await held().putAll([count('a', STOP), count('b', STOP), count('c', OTHER)]);
    const found = await held().getMany([key('a'), key('c'), key('none'), 'grower none']);
    expect([...found.keys()].sort()).toEqual([key('a'), key('c')]);
  });

  it('deleting leaves the others, and nothing of a stop whose last one went', async () => {
    await held().putAll([count('a', STOP), count('b', STOP)]);
    await held().delete(key('a'));
    expect(ids(await held().below(STOP))).toEqual(['b']);
    await held().sift(({ id }) => id !== 'b');
    expect(await local.count('together')).toBe(0);
  });

  it('tells what was held of each record that comes', async () => {
    await held().putAll([count('a', STOP)]);
    const told: unknown[] = [];
    await held().putAll([count('a', STOP, 31), count('b', STOP)], (before, came) =>
      told.push([before?.id, came.id]),
    );
    expect(told).toEqual([
      ['a', 'a'],
      [undefined, 'b'],
    ]);
  });
});

it('a device of the version before keeps its walks: their stops and counts are found as before', async () => {
  const old = await openDB('before', 3, {
    upgrade(database) {
      const records = database.createObjectStore('records');
      records.createIndex('season', 'season');
      records.createIndex('parent', 'parent');
      database
        .createObjectStore('outbox', { keyPath: 'order', autoIncrement: true })
        .createIndex('touches', 'touches', { multiEntry: true });
      database.createObjectStore('meta');
      database.createObjectStore('photos', { keyPath: 'id' }).createIndex('sent', 'sent');
    },
  });
  for (const record of [count('a', STOP), count('b', STOP), count('c', OTHER)])
    await old.put('records', record, key(record.id));
  old.close();
  local = await openLocalDatabase('before');
  expect(ids(await held().below(STOP))).toEqual(['a', 'b']);
  expect(await held().get(key('c'))).toMatchObject({ parent: OTHER });
  expect(await local.count('records')).toBe(0);
});
