import { isKind, kindOf, parentsOf, type Kept } from '@sendero/core';
import type { DBSchema } from 'idb';

/**
 * A record as the server last gave it, with what it is found by: the season it belongs to (0: shared by
 * all), or, for the many that belong to a walk and are read with it, its parent.
 */
export type StoredRecord = Kept & {
  season?: number;
  parent?: string;
  /** Number of the change it came with; none while only the answer to this device's own change is known. */
  seq?: number;
  /** The round of fetching everything anew it came with. */
  round?: number;
};

export const recordKey = (kind: string, id: string) => `${kind} ${id}`;

/** Season of a record made here until it comes back from the server with its own. */
export const NOT_FETCHED = -1;

/** What a record read with its walk hangs on: a stop on its walk, an observation on its stop. */
export function parentInWalk({ kind, data }: Pick<Kept, 'kind' | 'data'>): string | undefined {
  return isKind(kind) && kindOf(kind).held === 'walk' ? parentsOf(kind, data)[0]?.id : undefined;
}

/** A record with what it is found by. */
export function toStore(
  record: Kept,
  season: number,
  came: Pick<StoredRecord, 'seq' | 'round'> = {},
): StoredRecord {
  const parent = parentInWalk(record);
  return { ...record, ...(parent === undefined ? { season } : { parent }), ...came };
}

/** What belongs to one walk or one stop, kept as one: 100,000 records are written eight times as fast as one by one. */
export interface Together {
  /** `${kind} ${id}` of each. */
  keys: string[];
  records: StoredRecord[];
}

/** Whether records of a key are read with their walk, and kept with the others of it. */
export const inWalk = (key: string): boolean => {
  const kind = key.split(' ')[0]!;
  return isKind(kind) && kindOf(kind).held === 'walk';
};

/** Where records are kept on a device. */
export interface RecordStores extends DBSchema {
  /** Records as the server last gave them: what is unsent lies over them at start. */
  records: { key: string; value: StoredRecord; indexes: { season: number } };
  /** Those that are read with their walk, by what they belong to: see `heldRecords`. */
  together: { key: string; value: Together; indexes: { keys: string } };
}
