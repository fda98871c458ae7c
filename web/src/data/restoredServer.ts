import { kindOf, isKind, KIND_NAMES, sameData, type Change } from '@sendero/core';
import { v5 as uuidv5 } from 'uuid';
import { heldRecords } from './heldRecords.ts';
import {
  remembered,
  seqOf,
  type LocalDatabase,
  type OutboxEntry,
  type Remembered,
} from './localDatabase.ts';
import { recordKey, type StoredRecord } from './storedRecord.ts';
import { RoadProblem, type Road } from './road.ts';

/** Places in the server's history that are remembered: the newest ones, and ever fewer of the older. */
const MOST_PLACES = 128;
/** Commits that send something back are named by what they hold, below this name: many devices may send back the same. */
const SENT_BACK = '5a1c9c5e-6d7f-4f0b-9c39-1f4f3f0e7f10';

/** Notes a place in the server's history that this device has heard of. */
export function withPlace(places: readonly string[] = [], place: string): string[] {
  if (places.at(-1) === place) return [...places];
  const all = [...places, place];
  if (all.length <= MOST_PLACES) return all;
  // Of the older half every second one goes.
  const half = MOST_PLACES / 2;
  return all.filter((_, i) => i >= half || i % 2 === 0);
}

/** The newest place in the server's history that this device has heard of. */
export const newestPlace = async (local: LocalDatabase) =>
  (await remembered(local, 'places'))?.at(-1);

export async function rememberPlace(local: LocalDatabase, place: string): Promise<void> {
  const transaction = local.transaction('meta', 'readwrite');
  const places = (await transaction.store.get('places')) as string[] | undefined;
  void transaction.store.put(withPlace(places, place), 'places');
  await transaction.done;
}

/**
 * The number of the last change that this device and the server have in common; 0 when nothing is. Asked with few requests: places run in order.
 *
 * @throws RoadProblem when the server cannot be asked
 */
export async function lastShared(road: Road, places: readonly string[]): Promise<number> {
  const isShared = async (place: string) => {
    try {
      await road.changes(seqOf(place), 0, { history: place, bytes: 1 });
      return true;
    } catch (error) {
      if (error instanceof RoadProblem && error.trouble === 'otherHistory') return false;
      throw error;
    }
  };
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (await isShared(places[middle]!)) low = middle + 1;
    else high = middle;
  }
  return low === 0 ? 0 : seqOf(places[low - 1]!);
}

/** All is to be fetched anew: what this device holds since the last shared change may be missing on the server. */
export async function beginAnew(local: LocalDatabase, sharedSeq: number): Promise<void> {
  const transaction = local.transaction('meta', 'readwrite');
  const before = (await transaction.store.get('anew')) as Remembered['anew'] | undefined;
  const round = (((await transaction.store.get('round')) as number | undefined) ?? 0) + 1;
  const seasons = ((await transaction.store.get('seasons')) ?? {}) as Remembered['seasons'];
  // Interrupted and met by another restore: the older of the two shared changes counts.
  const anew = { sharedSeq: Math.min(sharedSeq, before?.sharedSeq ?? Infinity), round };
  void transaction.store.put(anew, 'anew');
  void transaction.store.put(round, 'round');
  void transaction.store.put(
    Object.fromEntries(
      Object.entries(seasons).map(([season, held]) => [season, { ...held, cursor: 0 }]),
    ),
    'seasons',
  );
  void transaction.store.delete('places');
  await transaction.done;
}

/** Whether this device holds a record that the server may have lost. */
const atRisk = ({ seq }: StoredRecord, sharedSeq: number) => (seq ?? Infinity) > sharedSeq;

/**
 * What the server lost of a record of which it has an older version; null when nothing.
 * @param held as this device had it
 * @param now as the server has it after it was restored
 */
export function lostVersion(
  held: StoredRecord,
  now: StoredRecord,
  sharedSeq: number,
): Change | null {
  const sameMark = (held.deletedAt === null) === (now.deletedAt === null);
  if (!atRisk(held, sharedSeq) || (sameMark && sameData(held.data, now.data))) return null;
  // Another device has sent back what it had: the later of the two counts.
  if (now.lost !== undefined && now.lost >= held.revision) return null;
  const change = { kind: held.kind, id: held.id, lostRevision: held.revision };
  const newer = !atRisk(now, sharedSeq) || now.lost !== undefined;
  if (held.deletedAt !== null)
    return newer ? { ...change, op: 'delete', baseRevision: now.revision } : null;
  const data = { data: held.data, version: held.version };
  return newer
    ? {
        ...change,
        ...data,
        op: 'put',
        baseRevision: now.revision,
        base: now.data,
        exactBase: true,
      }
    : // Others went on from the older version: both are kept, and a person chooses.
      { ...change, ...data, op: 'put', baseRevision: held.revision + now.revision };
}

/** Puts changes before all that waits, as commits that any device that sends back the same names alike. */
export async function sendBack(
  outbox: {
    getAll(range: null, count: number): Promise<OutboxEntry[]>;
    add(entry: OutboxEntry): Promise<unknown>;
  },
  changes: readonly Change[],
  now: string,
): Promise<void> {
  if (changes.length === 0) return;
  const [first] = await outbox.getAll(null, 1);
  const from = (first?.order ?? 1) - changes.length;
  for (const [i, change] of changes.entries()) {
    const said = JSON.stringify([
      change.kind,
      change.id,
      change.op,
      change.baseRevision,
      change.data,
    ]);
    await outbox.add({
      order: from + i,
      commit: { id: uuidv5(said, SENT_BACK), madeAt: now, changes: [change] },
      touches: [recordKey(change.kind, change.id)],
      sent: false,
      refused: null,
    });
  }
}

/**
 * The end of fetching anew: what the server lacks altogether goes out again, parents first, photos with it.
 * @returns how many records were sent back
 */
export async function finishAnew(local: LocalDatabase, now: string): Promise<number> {
  const transaction = local.transaction(
    ['meta', 'records', 'together', 'outbox', 'photos'],
    'readwrite',
  );
  const meta = transaction.objectStore('meta');
  const anew = (await meta.get('anew')) as Remembered['anew'] | undefined;
  if (!anew) return 0;
  const lacking: StoredRecord[] = [];
  await heldRecords(transaction).sift((record) => {
    if (record.round === anew.round || !atRisk(record, anew.sharedSeq)) return true;
    if (record.deletedAt === null && isKind(record.kind)) lacking.push(record);
    return false;
  });
  const rank = new Map(KIND_NAMES.map((kind, i) => [kind, i]));
  lacking.sort((a, b) => rank.get(a.kind)! - rank.get(b.kind)!);
  await sendBack(
    transaction.objectStore('outbox') as never,
    lacking
      .filter(({ kind }) => kind !== 'conflict' && kind !== 'workspace')
      .map(({ kind, id, data, version, revision }): Change => ({
        op: 'put',
        kind,
        id,
        data,
        version: version ?? kindOf(kind).version,
        baseRevision: 0,
        lostRevision: revision,
      })),
    now,
  );
  // A photo that the server has is told so with its first piece.
  const photos = transaction.objectStore('photos');
  for (const photo of await photos.index('sent').getAll(1)) void photos.put({ ...photo, sent: 0 });
  const back = anew.sentBack ?? 0;
  const restored: Remembered['restored'] = { at: now, sentBack: back + lacking.length };
  await meta.put(restored, 'restored');
  await meta.delete('anew');
  await transaction.done;
  return restored.sentBack;
}

/** Whether everything is being fetched anew. */
export const anewOf = (local: LocalDatabase) => remembered(local, 'anew');
