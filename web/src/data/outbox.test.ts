import 'fake-indexeddb/auto';
import type { Kept, Outcome } from '@sendero/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { openLocalDatabase, type LocalDatabase } from './localDatabase.ts';
import { recordKey } from './storedRecord.ts';
import { discardEntry, keepEdits, overlay, settleBatch, takeBatch, type Edit } from './outbox.ts';

const NOW = '2027-05-27T09:00:00.000Z';
const BY = { name: 'Noor Castellane', now: NOW };
const A = '01890000-0000-7000-8000-00000000000a';
const B = '01890000-0000-7000-8000-00000000000b';
const name = (id: string, text: string): Edit => ({
  op: 'put',
  kind: 'grower',
  id,
  data: { name: text },
  seen: null,
});
/** The same, made on a view. */
const over = (seen: Kept, text: string): Edit => ({ ...name(seen.id, text), seen });
const applied = (commitId: string, id: string, revision: number): Outcome => ({
  id: commitId,
  outcome: 'applied',
  revisions: [{ kind: 'grower', id, revision }],
});

let local: LocalDatabase;
let count = 0;
beforeEach(async () => void (local = await openLocalDatabase(`test-${(count += 1)}`)));

const view = async (id: string) =>
  overlay(
    await local.get('records', recordKey('grower', id)),
    await local.getAll('outbox'),
    recordKey('grower', id),
    BY.name,
  );

describe('what waits on this device', () => {
  it('a hundred taps on one record wait as one change, in its first place', async () => {
    await keepEdits(local, [name(A, 'first')], NOW);
    await keepEdits(local, [name(B, 'other')], NOW);
    for (let i = 0; i < 100; i++) await keepEdits(local, [over((await view(A))!, `tap ${i}`)], NOW);
    const batch = await takeBatch(local, 500);
    expect(batch.map(({ commit }) => (commit.changes[0]!.data as { name: string }).name)).toEqual([
      'tap 99',
      'other',
    ]);
  });

  it('what was handed to the network is never altered; a later edit waits for its answer', async () => {
    await keepEdits(local, [name(A, 'sent')], NOW);
    const [first] = await takeBatch(local, 500);
    await keepEdits(local, [over((await view(A))!, 'later')], NOW);
    expect(await takeBatch(local, 500)).toEqual([first]);
    expect(await view(A)).toMatchObject({ revision: 0, data: { name: 'later' } });
    await settleBatch(local, [first!], [applied(first!.commit.id, A, 1)], BY);
    const [second] = await takeBatch(local, 500);
    expect(second!.commit.changes[0]).toMatchObject({ baseRevision: 1, data: { name: 'later' } });
    await settleBatch(local, [second!], [applied(second!.commit.id, A, 2)], BY);
    expect(await local.count('outbox')).toBe(0);
    expect(await view(A)).toMatchObject({ revision: 2, data: { name: 'later' } });
  });

  it('an unanswered batch is sent again under the same ids', async () => {
    await keepEdits(local, [name(A, 'one')], NOW);
    const [once] = await takeBatch(local, 500);
    const [again] = await takeBatch(local, 500);
    expect(again!.commit.id).toBe(once!.commit.id);
  });

  it('a refused change stays, can be corrected, and goes out under a new id', async () => {
    await keepEdits(local, [name(A, 'wrong')], NOW);
    const [entry] = await takeBatch(local, 500);
    await settleBatch(
      local,
      [entry!],
      [
        {
          id: entry!.commit.id,
          outcome: 'refused',
          problems: { name: 'Enter the grower’s name.' },
        },
      ],
      BY,
    );
    expect(await takeBatch(local, 500)).toEqual([]);
    expect((await local.getAll('outbox'))[0]!.refused).toEqual({
      name: 'Enter the grower’s name.',
    });
    await keepEdits(local, [over((await view(A))!, 'right')], NOW);
    const [corrected] = await takeBatch(local, 500);
    expect(corrected!.commit.id).not.toBe(entry!.commit.id);
    expect(corrected!.commit.changes[0]!.data).toEqual({ name: 'right' });
  });

  it('a refused change given up shows the server’s version again', async () => {
    const server: Kept = {
      kind: 'grower',
      id: A,
      revision: 4,
      deletedAt: null,
      editedBy: 'Ife Marlow',
      editedAt: NOW,
      data: { name: 'theirs', archived: false },
    };
    await local.put('records', server, recordKey('grower', A));
    await keepEdits(local, [over(server, 'mine')], NOW);
    const [entry] = await local.getAll('outbox');
    expect(entry!.commit.changes[0]!.baseRevision).toBe(4);
    expect(await discardEntry(local, entry!.order!)).toEqual([recordKey('grower', A)]);
    expect(await view(A)).toEqual(server);
  });

  it('after a conflict the server’s version stands here too', async () => {
    const server: Kept = {
      kind: 'grower',
      id: A,
      revision: 2,
      deletedAt: null,
      editedBy: 'Ife Marlow',
      editedAt: NOW,
      data: { name: 'theirs', archived: false },
    };
    await keepEdits(local, [name(A, 'mine')], NOW);
    const [entry] = await takeBatch(local, 500);
    await local.put('records', server, recordKey('grower', A));
    await settleBatch(
      local,
      [entry!],
      [
        {
          id: entry!.commit.id,
          outcome: 'conflict',
          conflicts: [B],
          revisions: [{ kind: 'grower', id: A, revision: 2 }],
        },
      ],
      BY,
    );
    expect(await view(A)).toEqual(server);
  });

  it('an edit on an older view of the same thing waits apart and is never set on a newer one', async () => {
    const old: Kept = {
      kind: 'grower',
      id: A,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: NOW,
      data: { name: 'old', archived: false },
    };
    await local.put('records', old, recordKey('grower', A));
    await keepEdits(local, [over(old, 'one tab')], NOW);
    expect((await keepEdits(local, [over(old, 'other tab')], NOW)).different).toEqual([
      recordKey('grower', A),
    ]);
    const [first] = await takeBatch(local, 500);
    await settleBatch(local, [first!], [applied(first!.commit.id, A, 2)], BY);
    const [apart] = await takeBatch(local, 500);
    expect(apart!.commit.changes).toMatchObject([
      { baseRevision: 1, base: { name: 'old' }, data: { name: 'other tab' } },
    ]);
  });

  it('what was merged on the server is shown, and a later edit keeps its own ground', async () => {
    const planter = (rows: number, text: string) => ({
      name: text,
      type: 'planter',
      rows,
      rowWidthM: 0.762,
      cells: null,
      depthStopStepM: null,
      asTyped: {},
    });
    const edit = (data: object, seen: Kept | null): Edit => ({
      op: 'put',
      kind: 'planter',
      id: A,
      data,
      seen,
    });
    const key = recordKey('planter', A);
    const held = {
      kind: 'planter',
      id: A,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: NOW,
      data: planter(12, 'Goose'),
    } as Kept;
    await local.put('records', held, key);
    await keepEdits(local, [edit(planter(16, 'Goose'), held)], NOW);
    const [first] = await takeBatch(local, 500);
    const mine = { ...held, data: planter(16, 'Goose') } as Kept;
    await keepEdits(local, [edit({ ...planter(16, 'Goose'), cells: 40 }, mine)], NOW);
    const merged = { ...held, revision: 3, data: planter(16, 'Grey Goose') } as Kept;
    await settleBatch(
      local,
      [first!],
      [
        {
          id: first!.commit.id,
          outcome: 'applied',
          revisions: [{ kind: 'planter', id: A, revision: 3 }],
          merged: [merged],
        },
      ],
      BY,
    );
    expect(await local.get('records', key)).toMatchObject({
      revision: 3,
      data: { name: 'Grey Goose' },
    });
    const [later] = await takeBatch(local, 500);
    expect(later!.commit.changes).toMatchObject([
      { baseRevision: 1, base: planter(16, 'Goose'), data: { name: 'Goose', cells: 40 } },
    ]);
  });

  it('a batch is as big as its bytes allow, and at least one', async () => {
    for (let i = 0; i < 4; i++)
      await keepEdits(local, [name(crypto.randomUUID(), 'x'.repeat(100))], NOW);
    expect(await takeBatch(local, 500, 900)).toHaveLength(2);
    expect(await takeBatch(local, 500, 10)).toHaveLength(1);
  });

  it('deleting is a mark that restoring takes off', async () => {
    const server: Kept = {
      kind: 'grower',
      id: A,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: NOW,
      data: { name: 'here', archived: false },
    };
    await local.put('records', server, recordKey('grower', A));
    await keepEdits(local, [{ op: 'delete', kind: 'grower', id: A, seen: server }], NOW);
    expect((await view(A))!.deletedAt).toBe(NOW);
    await keepEdits(local, [{ op: 'restore', kind: 'grower', id: A, seen: server }], NOW);
    expect(await view(A)).toMatchObject({ deletedAt: null, data: { name: 'here' } });
  });
});
