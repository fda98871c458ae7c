import { isKind, kindOf, type Commit, type Problems } from '@sendero/core';
import { openDB, type IDBPDatabase } from 'idb';
import type { RememberedClock } from './clock.ts';
import { heldRecords } from './heldRecords.ts';
import { inWalk, toStore, type RecordStores, type StoredRecord } from './storedRecord.ts';

/** A change on its way to the server, kept on this device until the server has answered for it. */
export interface OutboxEntry {
  /** Order of sending; made by IndexedDB. */
  order?: number;
  commit: Commit;
  /** `${kind} ${id}` of every record it changes. */
  touches: string[];
  /** Handed to the network at least once: it may have arrived, so it can no longer be altered. */
  sent: boolean;
  /** What is wrong with it; it waits for the person, and holds up nothing but what builds on it. */
  refused: Problems | null;
  /** Set aside although nothing in it is known to be wrong: why, how often by now, and when it is tried again by itself, ms. */
  again?: { why: 'tooBig' | 'unwell'; tries: number; atMs: number };
  /** Made on a view that another edit of this device had left behind, on the same thing: never to be put over it. */
  apart?: boolean;
}

export interface LocalSession {
  person: { id: string; name: string };
  workspaceId: string;
  /** The season the workspace was in when the server last answered. */
  season: number;
  people: { id: string; name: string; role: string }[];
}

export interface LocalPhoto {
  id: string;
  blob: Blob;
  /** 1 once the server has it; 2 when it will not take it. */
  sent: 0 | 1 | 2;
  /** Why the server will not take it. */
  problem?: string;
}

/** The number of the last change before a place in the server's history. @example seqOf('41.0190f…') // 41 */
export const seqOf = (place: string): number => Number(place.split('.')[0]);

/** What this device holds of a season. */
export interface HeldSeason {
  /** Number of the last change fetched. */
  cursor: number;
  /** When it was last opened, ISO time. */
  openedAt: string;
}

/** Single things this device remembers. */
export interface Remembered {
  session: LocalSession;
  seasons: Record<number, HeldSeason>;
  /** A season that was opened on this device, and the workspace's own at the time: when that goes on, so does the screen. */
  chosenSeason: { season: number; current: number };
  clock: RememberedClock;
  /** Places in the server's history that were heard of, oldest first. */
  places: string[];
  /** Everything is being fetched anew, from a server that was restored: the last change it and this device had in common. */
  anew: { sharedSeq: number; round: number; sentBack?: number };
  /** Rounds of fetching everything anew so far. */
  round: number;
  /** A restored server was met: when, and how many records it was sent back. Until it was read. */
  restored: { at: string; sentBack: number };
  /** The workspaces this device has worked in, and the database of each; kept in the first of them. */
  workspaces: { current: string; known: Record<string, { database: string; name: string }> };
}

interface Schema extends RecordStores {
  outbox: { key: number; value: OutboxEntry; indexes: { touches: string } };
  meta: { key: string; value: unknown };
  /** Photos taken on this device: their bytes go beside the records. */
  photos: { key: string; value: LocalPhoto; indexes: { sent: number } };
}

export type LocalDatabase = IDBPDatabase<Schema>;

const inSeason = (kind: string) => isKind(kind) && kindOf(kind).held === 'season';

/**
 * Opens this device's database, bringing one of an older version of the app up to this one.
 * @param listener `blocked` while another tab holds an older version open; `outdated` when a newer
 *   version of the app asks for the database: this tab has let go of it; `lost` when the browser took it away
 * @example const local = await openLocalDatabase()
 */
export function openLocalDatabase(
  name = 'sendero',
  listener: { blocked?(): void; outdated?(): void; lost?(): void } = {},
): Promise<LocalDatabase> {
  return openDB<Schema>(name, 4, {
    async upgrade(database, from, _to, transaction) {
      if (from < 1) {
        database.createObjectStore('records');
        database
          .createObjectStore('outbox', { keyPath: 'order', autoIncrement: true })
          .createIndex('touches', 'touches', { multiEntry: true });
        database.createObjectStore('meta');
      }
      if (from < 2)
        database.createObjectStore('photos', { keyPath: 'id' }).createIndex('sent', 'sent');
      const records = transaction.objectStore('records');
      const meta = transaction.objectStore('meta');
      const session = (await meta.get('session')) as LocalSession | undefined;
      if (from < 3) {
        // A cursor a season: what is held shows at once; all of it is fetched again behind it.
        records.createIndex('season', 'season');
        await meta.delete('cursor');
        for (let at = await records.openCursor(); at; at = await at.continue())
          await at.update(toStore(at.value, inSeason(at.value.kind) ? (session?.season ?? 0) : 0));
      }
      // What belongs to a walk or a stop is kept together.
      const together = database.createObjectStore('together');
      together.createIndex('keys', 'keys', { multiEntry: true });
      const held = heldRecords(transaction);
      if (records.indexNames.contains('parent' as never)) records.deleteIndex('parent');
      const moved: StoredRecord[] = [];
      for (let at = await records.openCursor(); at; at = await at.continue()) {
        if (!inWalk(at.key)) continue;
        moved.push(at.value);
        await at.delete();
      }
      await held.putAll(moved);
    },
    blocked: () => listener.blocked?.(),
    blocking(_current, _blocked, event) {
      (event.target as IDBDatabase).close();
      listener.outdated?.();
    },
    terminated: () => listener.lost?.(),
  });
}

export const remembered = <K extends keyof Remembered>(local: LocalDatabase, what: K) =>
  local.get('meta', what) as Promise<Remembered[K] | undefined>;

export const remember = <K extends keyof Remembered>(
  local: LocalDatabase,
  what: K,
  value: Remembered[K],
) => local.put('meta', value, what);
