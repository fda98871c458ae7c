import { type Change, type Kept, type Outcome } from '@sendero/core';
import { v5 as uuidv5, v7 as uuidv7 } from 'uuid';
import { recordKey, type LocalDatabase, type OutboxEntry } from './localDatabase.ts';

export type Edit = Omit<Change, 'baseRevision'>;

const keyOf = (change: { kind: string; id: string }) => recordKey(change.kind, change.id);
const durable = { durability: 'strict' } as const;

/**
 * Writes edits to this device's outbox; when it resolves they are on disk. An edit of a record whose
 * earlier edit has not left yet takes its place, so a hundred taps on one count send one change.
 */
export async function keepEdits(
  local: LocalDatabase,
  edits: readonly Edit[],
  now: string,
): Promise<void> {
  const transaction = local.transaction(['outbox', 'records'], 'readwrite', durable);
  const outbox = transaction.objectStore('outbox');
  const fresh: Change[] = [];
  for (const edit of edits) {
    const waiting = (await outbox.index('touches').getAll(keyOf(edit))).find(
      (entry) => !entry.sent,
    );
    if (waiting && edit.op === 'put') {
      const changes = waiting.commit.changes.map((change) =>
        keyOf(change) === keyOf(edit) ? { ...edit, baseRevision: change.baseRevision } : change,
      );
      await outbox.put({ ...waiting, refused: null, commit: { ...waiting.commit, changes } });
    } else {
      const server = await transaction.objectStore('records').get(keyOf(edit));
      fresh.push({ ...edit, baseRevision: server?.revision ?? 0 });
    }
  }
  if (fresh.length > 0) {
    await outbox.add({
      commit: { id: uuidv7(), madeAt: now, changes: fresh },
      touches: fresh.map(keyOf),
      sent: false,
      refused: null,
    });
  }
  await transaction.done;
}

/**
 * The next entries to send, marked as sent before they leave. Stops before a second change to the same
 * record: its base revision is known only once the first is answered.
 */
export async function takeBatch(local: LocalDatabase, most: number): Promise<OutboxEntry[]> {
  const transaction = local.transaction('outbox', 'readwrite', durable);
  const batch: OutboxEntry[] = [];
  const touched = new Set<string>();
  for (const entry of await transaction.store.getAll()) {
    if (entry.refused) continue;
    if (batch.length >= most || entry.touches.some((key) => touched.has(key))) break;
    entry.touches.forEach((key) => touched.add(key));
    batch.push({ ...entry, sent: true });
    if (!entry.sent) void transaction.store.put(batch.at(-1)!);
  }
  await transaction.done;
  return batch;
}

/** Settles entries with the server's outcomes. Returns the keys of records whose view must be read again. */
export async function settleBatch(
  local: LocalDatabase,
  batch: readonly OutboxEntry[],
  outcomes: readonly Outcome[],
  by: { name: string; now: string },
): Promise<string[]> {
  const transaction = local.transaction(['outbox', 'records'], 'readwrite', durable);
  const outbox = transaction.objectStore('outbox');
  const records = transaction.objectStore('records');
  const stale: string[] = [];
  const later = (await outbox.getAll()).filter((entry) => !entry.sent);
  const settle = async (change: Change, revision: number) => {
    const before = await records.get(keyOf(change));
    if (before && before.revision >= revision) return;
    const deletedAt = change.op === 'delete' ? by.now : null;
    const data = (change.op === 'put' ? change.data : before?.data) as Kept['data'];
    const record = {
      kind: change.kind,
      id: change.id,
      revision,
      deletedAt,
      editedBy: by.name,
      editedAt: by.now,
      data,
    } as Kept;
    void records.put(record, keyOf(change));
  };
  const settled: Promise<void>[] = [];
  const revisions = new Map<string, number>();
  for (const [i, entry] of batch.entries()) {
    const outcome = outcomes[i]!;
    if (outcome.outcome === 'refused') {
      // It was not applied, so under a new id it may be altered and sent again.
      void outbox.put({
        ...entry,
        sent: false,
        refused: outcome.problems,
        commit: { ...entry.commit, id: uuidv7() },
      });
      continue;
    }
    void outbox.delete(entry.order!);
    stale.push(...entry.touches);
    if (outcome.outcome === 'conflict') continue;
    for (const { kind, id, revision } of outcome.revisions)
      revisions.set(recordKey(kind, id), revision);
    for (const change of entry.commit.changes) {
      const revision = revisions.get(keyOf(change));
      if (revision !== undefined) settled.push(settle(change, revision));
    }
  }
  // What was edited meanwhile now stands on the revision just made.
  for (const entry of later.filter(({ touches }) => touches.some((key) => revisions.has(key)))) {
    const changes = entry.commit.changes.map((change) => ({
      ...change,
      baseRevision: revisions.get(keyOf(change)) ?? change.baseRevision,
    }));
    void outbox.put({ ...entry, commit: { ...entry.commit, changes } });
  }
  await Promise.all(settled);
  await transaction.done;
  return stale;
}

/**
 * The id of what is observed once at a place (a count of a row, a tape in it): made from the place, so that
 * two devices that observe it apart meet in one record and neither count is added to the other.
 * @example observationIdAt(stopId, 'tape', 4)
 */
export const observationIdAt = (stopId: string, type: string, row: number | null) =>
  uuidv5(`${type} ${row ?? ''}`, stopId);

/** Gives up a change the server refused. */
export async function discardEntry(local: LocalDatabase, order: number): Promise<string[]> {
  const entry = await local.get('outbox', order);
  await local.delete('outbox', order);
  return entry?.touches ?? [];
}

/** Entries by the records they touch. */
export function entriesByRecord(entries: readonly OutboxEntry[]): Map<string, OutboxEntry[]> {
  const byRecord = new Map<string, OutboxEntry[]>();
  for (const entry of entries)
    for (const key of entry.touches) byRecord.set(key, [...(byRecord.get(key) ?? []), entry]);
  return byRecord;
}

/** A record as this device shows it: the server's version with what is unsent over it. */
export function overlay(
  server: Kept | undefined,
  entries: readonly OutboxEntry[],
  key: string,
  by: string,
): Kept | undefined {
  let view = server;
  for (const { commit } of entries) {
    for (const change of commit.changes) {
      if (keyOf(change) !== key) continue;
      if (change.op === 'put') {
        view = {
          kind: change.kind,
          id: change.id,
          revision: view?.revision ?? 0,
          deletedAt: null,
          editedBy: by,
          editedAt: commit.madeAt,
          data: change.data,
        } as Kept;
      } else if (view) view = { ...view, deletedAt: change.op === 'delete' ? commit.madeAt : null };
    }
  }
  return view;
}
