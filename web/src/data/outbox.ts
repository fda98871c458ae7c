import {
  isKind,
  kindOf,
  mergeEdits,
  parentsOf,
  sameData,
  validate,
  type Change,
  type DataOf,
  type Kept,
  type Kind,
  type Outcome,
} from '@sendero/core';
import { v7 as uuidv7 } from 'uuid';
import { heldRecords } from './heldRecords.ts';
import {
  remembered,
  seqOf,
  type LocalDatabase,
  type OutboxEntry,
  type Remembered,
} from './localDatabase.ts';
import { NOT_FETCHED, recordKey, toStore, type StoredRecord } from './storedRecord.ts';

/** The view an edit was made on. */
export type Seen = Pick<Kept, 'revision' | 'data' | 'version' | 'deletedAt'>;

export interface Edit {
  op: Change['op'];
  kind: Kind;
  id: string;
  data?: unknown;
  /** Changed by taps alone: they add to what others tapped. */
  taps?: boolean;
  /** Deleted because it is the same as this one, which stays. */
  mergedInto?: string;
  /** What the screen showed of the record; null when it showed none. */
  seen: Seen | null;
}

const keyOf = (change: { kind: string; id: string }) => recordKey(change.kind, change.id);
const durable = { durability: 'strict' } as const;
/** Entries read at a time. */
const SOME = 200;

/**
 * Two edits of one record put together, when they can be: see `mergeEdits`. Within one device taps
 * always add up, also on a record that the one view did not show yet.
 * @returns the data, or null when a person must choose
 */
export function together(edit: Edit, current: Kept | undefined): unknown {
  if (!current || sameData(current.data, edit.seen?.data ?? null)) return edit.data;
  const { tallies, lists, either } = kindOf(edit.kind);
  const { data, clashes } = mergeEdits(edit.seen?.data ?? null, current.data, edit.data, {
    tapped: edit.taps ? tallies : [],
    lists,
    either,
  });
  const sound = clashes.length === 0 && validate(edit.kind, data, current.version).ok;
  return sound ? data : null;
}

/**
 * Writes edits to this device's outbox; when it resolves they are on disk. They are set against what
 * the device holds by then, which another tab may have changed: different things go together, taps add
 * up, and where both changed the same thing the later edit waits apart, to become a choice. An edit of
 * a record whose earlier edit has not left yet takes its place, so a hundred taps on one count send
 * one change; edits that belong together stay one commit.
 *
 * @returns keys of records that now hold something else than the edit said, and how many entries wait
 */
export async function keepEdits(
  local: LocalDatabase,
  edits: readonly Edit[],
  now: string,
): Promise<{ different: string[]; waiting: number }> {
  // Only a delete says what its maker knew: a tap waits for nothing that it does not need.
  const knewSeq = edits.some(({ op }) => op === 'delete')
    ? knownSeq(await remembered(local, 'seasons'))
    : {};
  const transaction = local.transaction(['outbox', 'records', 'together'], 'readwrite', durable);
  const outbox = transaction.objectStore('outbox');
  const held = heldRecords(transaction);
  const different: string[] = [];
  const fresh: Change[] = [];
  let apart = false;
  for (const edit of edits) {
    const key = keyOf(edit);
    const server = await held.get(key);
    const entries = await outbox.index('touches').getAll(key);
    const current = overlay(server, entries, key, '');
    const waiting = entries.findLast((entry) => !entry.sent && !entry.apart);
    if (edit.op !== 'put') {
      // What the server refused and never had is simply gone when it is deleted.
      if (edit.op === 'delete' && waiting?.refused && !server && waiting.touches.length === 1)
        await outbox.delete(waiting.order!);
      else fresh.push({ ...changeOf(edit, { baseRevision: current?.revision ?? 0 }), ...knewSeq });
      continue;
    }
    // Deleted behind the view it was made on: not for this edit to bring back by itself.
    const gone = current && current.deletedAt !== null && edit.seen?.deletedAt === null;
    const data = gone ? null : together(edit, current);
    if (data === null) {
      apart = true;
      different.push(key);
      fresh.push(changeOf(edit, { baseRevision: edit.seen?.revision ?? 0, base: edit.seen?.data }));
      continue;
    }
    if (!sameData(data, edit.data)) different.push(key);
    if (waiting && edits.length === 1) {
      const changes = waiting.commit.changes.map((change) =>
        keyOf(change) === key
          ? {
              ...changeOf({ ...edit, data }, change),
              taps: Boolean(edit.taps && change.taps && change.op === 'put'),
            }
          : change,
      );
      await outbox.put({ ...waiting, refused: null, commit: { ...waiting.commit, changes } });
    } else
      fresh.push(
        changeOf(
          { ...edit, data },
          {
            baseRevision: current?.revision ?? 0,
            base: current?.data,
            exactBase: current !== undefined && entries.length === 0,
          },
        ),
      );
  }
  if (fresh.length > 0)
    await outbox.add({
      commit: { id: uuidv7(), madeAt: now, changes: fresh },
      touches: [...new Set(fresh.map(keyOf))],
      sent: false,
      refused: null,
      ...(apart ? { apart } : {}),
    });
  const waiting = await outbox.count();
  await transaction.done;
  return { different, waiting };
}

/** An edit as a change, on the version it was made on. */
function changeOf(edit: Edit, on: Pick<Change, 'baseRevision' | 'base' | 'exactBase'>): Change {
  const { op, kind, id, data, taps, seen, mergedInto } = edit;
  if (op !== 'put')
    return { op, kind, id, baseRevision: on.baseRevision, ...(mergedInto ? { mergedInto } : {}) };
  return {
    op,
    kind,
    id,
    data,
    version: Math.max(seen?.version ?? 1, kindOf(kind).version),
    baseRevision: on.baseRevision,
    ...(on.base === undefined ? {} : { base: on.base }),
    ...(on.exactBase ? { exactBase: true } : {}),
    ...(taps ? { taps } : {}),
  };
}

/** The last change this device has heard of, for whoever is to judge what it could not know. */
function knownSeq(seasons: Remembered['seasons'] = {}): Pick<Change, 'knewSeq'> {
  const cursors = Object.values(seasons).map(({ cursor }) => cursor);
  return cursors.length === 0 ? {} : { knewSeq: Math.max(...cursors) };
}

/** Keys of the records that a change builds on. */
const parentKeys = (change: Change): string[] =>
  change.op === 'put' && isKind(change.kind) && change.data !== null
    ? parentsOf(change.kind, change.data as DataOf<Kind>).map(keyOf)
    : [];

/** Whether an entry changes one of these records, or something that belongs to one of them. */
const buildsOn = ({ touches, commit }: OutboxEntry, keys: ReadonlySet<string>) =>
  touches.some((key) => keys.has(key)) ||
  commit.changes.some((change) => parentKeys(change).some((key) => keys.has(key)));

/**
 * The next entries to send, marked as sent before they leave. What was refused is passed over, and what
 * builds on it waits with it. Stops before a second change to the same record: its base revision is
 * known only once the first is answered.
 *
 * @param most entries; @param bytes of JSON, at which the batch is full (one entry always fits)
 * @param without an entry to be passed over this time, with what builds on it
 */
export async function takeBatch(
  local: LocalDatabase,
  most: number,
  bytes = Infinity,
  without?: OutboxEntry,
): Promise<OutboxEntry[]> {
  const transaction = local.transaction('outbox', 'readwrite', durable);
  const batch: OutboxEntry[] = [];
  const touched = new Set<string>();
  const heldUp = new Set<string>();
  let size = 0;
  for await (const entry of inOrder(transaction.store)) {
    const passedOver = entry.refused || entry.order === without?.order;
    if (passedOver || (heldUp.size > 0 && buildsOn(entry, heldUp))) {
      entry.touches.forEach((key) => heldUp.add(key));
      continue;
    }
    if (batch.length >= most || entry.touches.some((key) => touched.has(key))) break;
    size += JSON.stringify(entry.commit).length;
    if (batch.length > 0 && size > bytes) break;
    entry.touches.forEach((key) => touched.add(key));
    batch.push({ ...entry, sent: true });
    if (!entry.sent) void transaction.store.put(batch.at(-1)!);
  }
  await transaction.done;
  return batch;
}

/** Entries in the order of sending, read a few at a time: thousands may wait. */
async function* inOrder(store: {
  getAll(range: IDBKeyRange | null, count: number): Promise<OutboxEntry[]>;
}): AsyncGenerator<OutboxEntry> {
  for (let after: IDBKeyRange | null = null; ;) {
    const some = await store.getAll(after, SOME);
    yield* some;
    if (some.length < SOME) return;
    after = IDBKeyRange.lowerBound(some.at(-1)!.order!, true);
  }
}

/** Settles entries with the server's outcomes. Returns the keys of records whose view must be read again. */
export async function settleBatch(
  local: LocalDatabase,
  batch: readonly OutboxEntry[],
  outcomes: readonly Outcome[],
  /** Who works here, when it was answered, and the place in the server's history after it. */
  by: { name: string; now: string; place?: string },
  /** Why what is refused here was turned away, where that may pass. */
  why?: 'tooBig' | 'unwell',
): Promise<string[]> {
  const transaction = local.transaction(['outbox', 'records', 'together'], 'readwrite', durable);
  const outbox = transaction.objectStore('outbox');
  const touching = outbox.index('touches');
  const records = heldRecords(transaction);
  const stale: string[] = [];
  const toSettle: { change: Change; revision: number; merged: Kept | undefined }[] = [];
  const applied = new Map<string, { revision: number; change: Change | undefined }>();
  const refusedKeys = new Set<string>();
  for (const [i, entry] of batch.entries()) {
    const outcome = outcomes[i]!;
    if (outcome.outcome === 'refused') {
      // It was not applied, so under a new id it may be altered and sent again. What only missed another
      // that was refused waits for that one to be mended.
      const onlyWaits = buildsOn(entry, refusedKeys);
      entry.touches.forEach((key) => refusedKeys.add(key));
      void outbox.put({
        ...entry,
        sent: false,
        refused: onlyWaits ? null : outcome.problems,
        again: why && !onlyWaits ? nextTry(entry, why, Date.parse(by.now)) : undefined,
        commit: { ...entry.commit, id: uuidv7() },
      });
      continue;
    }
    void outbox.delete(entry.order!);
    stale.push(...entry.touches);
    if (outcome.outcome === 'conflict') continue;
    const merged = new Map((outcome.merged ?? []).map((record) => [keyOf(record), record]));
    for (const { kind, id, revision } of outcome.revisions) {
      const key = recordKey(kind, id);
      const change = entry.commit.changes.find((one) => keyOf(one) === key);
      if (change) toSettle.push({ change, revision, merged: merged.get(key) });
      // A later edit does not know what was merged in: it keeps its old ground, to be merged itself.
      if (!merged.has(key)) applied.set(key, { revision, change });
    }
  }
  // What was edited meanwhile now stands on the revision just made.
  const later = await Promise.all([...applied.keys()].map((key) => touching.getAll(key)));
  for (const entry of new Map(later.flat().map((one) => [one.order, one])).values()) {
    if (entry.sent || entry.apart) continue;
    const changes = entry.commit.changes.map((change): Change => {
      const before = applied.get(keyOf(change));
      if (!before) return change;
      const onIt = { ...change, baseRevision: before.revision };
      const exact = change.op === 'put' && before.change?.op === 'put';
      return exact ? { ...onIt, base: before.change!.data, exactBase: true } : onIt;
    });
    void outbox.put({ ...entry, commit: { ...entry.commit, changes } });
  }
  const held = await records.getMany(toSettle.map(({ change }) => keyOf(change)));
  const written = new Map<string, StoredRecord>();
  for (const { change, revision, merged } of toSettle) {
    const key = keyOf(change);
    const before = written.get(key) ?? held.get(key);
    if (before && before.revision >= revision) continue;
    const record = merged ?? {
      kind: change.kind,
      id: change.id,
      version: change.op === 'put' ? change.version : before?.version,
      revision,
      deletedAt: change.op === 'delete' ? by.now : null,
      editedBy: by.name,
      editedAt: by.now,
      // A delete keeps what the change before it wrote.
      data: (change.op === 'put' ? change.data : before?.data) as Kept['data'],
    };
    // It came with this change or one before.
    const came = by.place === undefined ? {} : { seq: seqOf(by.place) };
    const settled = toStore(record as Kept, before?.season ?? NOT_FETCHED, came);
    if (before && before.parent !== settled.parent) await records.delete(key);
    written.set(key, settled);
  }
  await records.putAll([...written.values()]);
  await transaction.done;
  return stale;
}

/** What was set aside although nothing is known to be wrong with it is tried again after ten minutes, then ever later, at last once a day. */
const TRY_AGAIN = { firstMs: 600_000, times: 4, mostMs: 86_400_000 };
function nextTry(
  { again }: OutboxEntry,
  why: 'tooBig' | 'unwell',
  nowMs: number,
): NonNullable<OutboxEntry['again']> {
  const tries = (again?.tries ?? 0) + 1;
  const wait = Math.min(TRY_AGAIN.mostMs, TRY_AGAIN.firstMs * TRY_AGAIN.times ** (tries - 1));
  return { why, tries, atMs: nowMs + wait };
}

/** Gives up a change the server refused. */
export async function discardEntry(local: LocalDatabase, order: number): Promise<string[]> {
  const entry = await local.get('outbox', order);
  await local.delete('outbox', order);
  return entry?.touches ?? [];
}

/** Sends refused changes again, as they are or with other data: under new ids, since they were not applied. */
export async function retryEntries(
  local: LocalDatabase,
  which: (entry: OutboxEntry) => OutboxEntry | null,
): Promise<string[]> {
  const transaction = local.transaction('outbox', 'readwrite', durable);
  const touched: string[] = [];
  for (const entry of await transaction.store.getAll()) {
    const again = entry.refused ? which(entry) : null;
    if (!again) continue;
    touched.push(...entry.touches);
    const commit = { ...again.commit, id: uuidv7() };
    await transaction.store.put({ ...again, commit, sent: false, refused: null });
  }
  await transaction.done;
  return touched;
}

/** Entries by the records they touch. */
export function entriesByRecord(entries: readonly OutboxEntry[]): Map<string, OutboxEntry[]> {
  const byRecord = new Map<string, OutboxEntry[]>();
  for (const entry of entries)
    for (const key of entry.touches) {
      const own = byRecord.get(key);
      if (own) own.push(entry);
      else byRecord.set(key, [entry]);
    }
  return byRecord;
}

/**
 * A record as this device shows it: the server's version with what is unsent over it. Its revision is the
 * one its data stands on: a newer one that was fetched meanwhile is not in what an unsent edit says.
 */
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
          version: change.version,
          revision: change.baseRevision,
          deletedAt: null,
          editedBy: by,
          editedAt: commit.madeAt,
          data: change.data,
        } as Kept;
      } else if (view) {
        const deletedAt = change.op === 'delete' ? commit.madeAt : null;
        view = { ...view, revision: change.baseRevision, deletedAt };
      }
    }
  }
  return view;
}
