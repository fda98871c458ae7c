import type { Commit, Kept, Problems } from '@sendero/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** A change on its way to the server, kept on this device until the server has answered for it. */
export interface OutboxEntry {
  /** Order of sending; made by IndexedDB. */
  order?: number;
  commit: Commit;
  /** `${kind} ${id}` of every record it changes. */
  touches: string[];
  /** Handed to the network at least once: it may have arrived, so it can no longer be altered. */
  sent: boolean;
  /** What the server said is wrong with it; it waits for the person. */
  refused: Problems | null;
}

export interface LocalSession {
  person: { id: string; name: string };
  workspaceId: string;
  /** The season this device works on; older ones stay on the server. */
  season: number;
  people: { id: string; name: string; role: string }[];
}

export interface LocalPhoto {
  id: string;
  blob: Blob;
  /** 1 once the server has it. */
  sent: 0 | 1;
}

interface Schema extends DBSchema {
  /** Records as the server last gave them: what is unsent lies over them at start. */
  records: { key: string; value: Kept };
  outbox: { key: number; value: OutboxEntry; indexes: { touches: string } };
  meta: { key: string; value: unknown };
  /** Photos taken on this device: their bytes go beside the records. */
  photos: { key: string; value: LocalPhoto; indexes: { sent: number } };
}

export type LocalDatabase = IDBPDatabase<Schema>;

export const recordKey = (kind: string, id: string) => `${kind} ${id}`;

/** Opens this device's database. @example const local = await openLocalDatabase() */
export function openLocalDatabase(name = 'sendero'): Promise<LocalDatabase> {
  return openDB<Schema>(name, 2, {
    upgrade(database, from) {
      database.createObjectStore('photos', { keyPath: 'id' }).createIndex('sent', 'sent');
      if (from > 0) return;
      database.createObjectStore('records');
      database
        .createObjectStore('outbox', { keyPath: 'order', autoIncrement: true })
        .createIndex('touches', 'touches', { multiEntry: true });
      database.createObjectStore('meta');
    },
  });
}
