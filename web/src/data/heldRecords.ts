import { unwrap, type IDBPObjectStore } from 'idb';
import {
  inWalk,
  recordKey,
  type RecordStores,
  type StoredRecord,
  type Together,
} from './storedRecord.ts';

/** A store as a transaction gives it that may write; one that only reads is asked for no writing. */
type Store<Name extends 'records' | 'together'> = IDBPObjectStore<
  RecordStores,
  ('records' | 'together')[],
  Name,
  'readwrite'
>;
interface Transaction {
  objectStore(name: 'records' | 'together'): unknown;
}

/**
 * The records of this device within one transaction over the stores `records` and `together`.
 *
 * @example const held = heldRecords(local.transaction(['records', 'together'])); await held.get(key)
 */
export function heldRecords(transaction: Transaction) {
  const single = transaction.objectStore('records') as Store<'records'>;
  const together = transaction.objectStore('together') as Store<'together'>;
  /** Two that change one group must not both begin from what it was. */
  let turn: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const done = turn.then(work);
    turn = done.catch(() => undefined);
    return done;
  };

  /** The group a record is in, and the id of what the group belongs to. */
  async function groupOf(key: string) {
    const at = await together.index('keys').openCursor(key);
    return at ? { id: at.primaryKey, group: at.value } : undefined;
  }

  async function without(key: string): Promise<void> {
    const found = await groupOf(key);
    if (!found) return;
    const records = found.group.records.filter((one) => keyOf(one) !== key);
    if (records.length === 0) await together.delete(found.id);
    else await together.put(groupFrom(records), found.id);
  }

  return {
    async get(key: string): Promise<StoredRecord | undefined> {
      if (!inWalk(key)) return single.get(key);
      return (await groupOf(key))?.group.records.find((one) => keyOf(one) === key);
    },

    /** Several by their keys, each group read once; those that are not held are left out. */
    async getMany(keys: Iterable<string>): Promise<Map<string, StoredRecord>> {
      const wanted = [...new Set(keys)];
      const ids = new Set<string>();
      const found = new Map<string, StoredRecord>();
      await Promise.all(
        wanted.map(async (key) => {
          if (inWalk(key)) {
            const id = await together.index('keys').getKey(key);
            if (id !== undefined) ids.add(id);
          } else {
            const record = await single.get(key);
            if (record) found.set(key, record);
          }
        }),
      );
      const asked = new Set(wanted);
      for (const group of await Promise.all([...ids].map((id) => together.get(id))))
        for (const record of group!.records)
          if (asked.has(keyOf(record))) found.set(keyOf(record), record);
      return found;
    },

    /** Of a season with what all seasons share (0), but what is read with its walks. */
    inSeason: (season: number): Promise<StoredRecord[]> => single.index('season').getAll(season),
    keysInSeason: (season: number): Promise<string[]> => single.index('season').getAllKeys(season),
    /** Stops of a walk, observations of a stop. */
    below: async (id: string): Promise<StoredRecord[]> => (await together.get(id))?.records ?? [],

    /**
     * Writes records over what is held of them. One that has moved to another stop or walk must be deleted first.
     * @param replaced told of each record with what was held of it
     */
    async putAll(
      records: readonly StoredRecord[],
      replaced?: (held: StoredRecord | undefined, came: StoredRecord) => void,
    ): Promise<void> {
      const groups = new Map<string, StoredRecord[]>();
      // The browser's own store: a promise for each of thousands of records takes as long as writing them.
      const [plainSingle, plainTogether] = [unwrap(single), unwrap(together)];
      for (const record of records) {
        const key = keyOf(record);
        if (inWalk(key)) {
          const { parent = '' } = record;
          const group = groups.get(parent);
          if (group) group.push(record);
          else groups.set(parent, [record]);
        } else {
          if (replaced) replaced(await single.get(key), record);
          plainSingle.put(record, key);
        }
      }
      await inTurn(async () => {
        await Promise.all(
          [...groups].map(async ([id, came]) => {
            const before = await together.get(id);
            if (replaced) {
              const held = new Map(before?.records.map((one) => [keyOf(one), one]));
              for (const record of came) replaced(held.get(keyOf(record)), record);
            }
            plainTogether.put(groupWith(before, came), id);
          }),
        );
      });
    },

    async delete(key: string): Promise<void> {
      if (!inWalk(key)) await single.delete(key);
      else await inTurn(() => without(key));
    },

    /** Deletes what belongs to a walk or a stop. */
    deleteBelow: (id: string): Promise<void> => inTurn(() => together.delete(id)),

    /** Looks at every record; those for which `stays` says no are deleted. */
    async sift(stays: (record: StoredRecord) => boolean): Promise<void> {
      for (let at = await single.openCursor(); at; at = await at.continue())
        if (!stays(at.value)) await at.delete();
      await inTurn(async () => {
        for (let at = await together.openCursor(); at; at = await at.continue()) {
          const records = at.value.records.filter(stays);
          if (records.length === 0) await at.delete();
          else if (records.length < at.value.records.length) await at.update(groupFrom(records));
        }
      });
    },
  };
}

const keyOf = ({ kind, id }: StoredRecord) => recordKey(kind, id);

/** Records as one group. */
export const groupFrom = (records: StoredRecord[]): Together => ({
  keys: records.map(keyOf),
  records,
});

function groupWith(group: Together | undefined, came: readonly StoredRecord[]): Together {
  if (!group) return groupFrom([...came]);
  const all = new Map(group.records.map((one) => [keyOf(one), one]));
  for (const record of came) all.set(keyOf(record), record);
  return groupFrom([...all.values()]);
}
