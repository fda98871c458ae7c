import 'fake-indexeddb/auto';
import { exampleFamily, kindOf, type Kept, type Outcome } from '@sendero/core';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, expect, it } from 'vitest';
import { heldRecords } from './heldRecords.ts';
import { openLocalDatabase, type LocalDatabase } from './localDatabase.ts';
import { recordKey } from './storedRecord.ts';
import { keepEdits, overlay, settleBatch, takeBatch } from './outbox.ts';

const NOW = '2027-05-27T09:30:00.000Z';
let local: LocalDatabase;
beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory();
  local = await openLocalDatabase();
});
const family = exampleFamily(() => crypto.randomUUID());

it.each(family)('$kind waits on the device, is sent, deleted and brought back', async (one) => {
  const { kind, id, data } = one;
  const key = recordKey(kind, id);
  const view = async (): Promise<Kept | undefined> =>
    overlay(
      await heldRecords(local.transaction(['records', 'together'])).get(key),
      await local.getAllFromIndex('outbox', 'touches', key),
      key,
      'Noor',
    );
  /** Hands what waits to a server that takes it. */
  const send = async (revision: number) => {
    const batch = await takeBatch(local, 10);
    const outcomes = batch.map(({ commit }): Outcome => ({
      id: commit.id,
      outcome: 'applied',
      revisions: [{ kind, id, revision }],
    }));
    await settleBatch(local, batch, outcomes, { name: 'Noor', now: NOW });
  };
  await keepEdits(local, [{ op: 'put', kind, id, data, seen: null }], NOW);
  expect(await view()).toMatchObject({ revision: 0, data, version: kindOf(kind).version });
  await send(1);
  expect(await local.count('outbox')).toBe(0);
  expect(await view()).toMatchObject({ revision: 1, data });
  await keepEdits(local, [{ op: 'delete', kind, id, seen: (await view())! }], NOW);
  expect((await view())!.deletedAt).toBe(NOW);
  await send(2);
  await keepEdits(local, [{ op: 'restore', kind, id, seen: (await view())! }], NOW);
  await send(3);
  expect(await view()).toMatchObject({ revision: 3, deletedAt: null, data });
});
