import { isKind, readKept, type Kept, type Kind } from '@sendero/core';
import { recordKey, type LocalDatabase, type StoredRecord } from './localDatabase.ts';
import { entriesByRecord, NOT_FETCHED, overlay } from './outbox.ts';
import { outboxCounted, outboxSeen, recordsGone, recordsSeen, type AppStore } from './store.ts';

/** Most records handed to the screens at once, so that a tap can come between. */
const AT_ONCE = 5000;

/**
 * What the screens of this tab show of what the device holds. It is read from the disk in whole or by
 * key, and never over an edit that was made while it was read.
 */
export class LocalView {
  private store: AppStore;
  private local: () => LocalDatabase;
  /** Counts edits of this tab, so that a view read meanwhile is read again. */
  private edits = 0;
  private writes: Promise<unknown> = Promise.resolve();

  constructor(store: AppStore, local: () => LocalDatabase) {
    this.store = store;
    this.local = local;
  }

  private get by() {
    return this.store.getState().sync.session?.person.name ?? '';
  }

  /** Every write so far is on disk, or has failed. */
  settled = () => this.writes;

  /** Shows an edit, and puts its writing in line. */
  edited(views: readonly Kept[], write: () => Promise<void>): void {
    this.edits += 1;
    this.store.dispatch(recordsSeen(views));
    this.writes = this.writes.then(write);
  }

  /** Loads a season and what all seasons share, instead of what is shown now. */
  async load(season: number): Promise<void> {
    const views = await this.readSettled(async () => {
      const disk = this.local().transaction(['records', 'outbox']);
      const index = disk.objectStore('records').index('season');
      const [shared, own, here, entries] = await Promise.all([
        index.getAll(0),
        index.getAll(season),
        index.getAll(NOT_FETCHED),
        disk.objectStore('outbox').getAll(),
      ]);
      const server = new Map<string, StoredRecord>();
      for (const records of [shared, own, here])
        for (const record of records) server.set(recordKey(record.kind, record.id), record);
      const touched = entriesByRecord(entries);
      for (const key of touched.keys())
        if (!server.has(key)) {
          const record = await disk.objectStore('records').get(key);
          if (record) server.set(key, record);
        }
      const shown = new Map<string, Kept>();
      for (const [key, record] of server) if (!touched.has(key)) shown.set(key, record);
      for (const [key, own] of touched) {
        const view = overlay(server.get(key), own, key, this.by);
        if (view) shown.set(key, view);
      }
      return shown;
    });
    const { records } = this.store.getState();
    const gone = Object.entries(records).flatMap(([kind, { byId }]) =>
      [...byId.keys()].flatMap((id) =>
        views.has(recordKey(kind, id)) ? [] : [{ kind: kind as Kind, id }],
      ),
    );
    if (gone.length > 0) this.store.dispatch(recordsGone(gone));
    this.store.dispatch(recordsSeen([...views.values()].filter(known).map(readKept)));
    await this.count();
  }

  /** Reads some records again. */
  async refresh(keys: readonly string[]): Promise<void> {
    if (keys.length === 0) return;
    const { season } = this.store.getState().sync;
    const views = await this.readSettled(async () => {
      const disk = this.local().transaction(['records', 'outbox']);
      const few = keys.length < 50;
      const touched = few ? null : entriesByRecord(await disk.objectStore('outbox').getAll());
      return Promise.all(
        [...new Set(keys)].map(async (key) => {
          const [record, entries] = await Promise.all([
            disk.objectStore('records').get(key),
            touched?.get(key) ??
              (few ? disk.objectStore('outbox').index('touches').getAll(key) : []),
          ]);
          const elsewhere =
            record?.season !== undefined && ![0, NOT_FETCHED, season].includes(record.season);
          return { key, view: elsewhere ? undefined : overlay(record, entries, key, this.by) };
        }),
      );
    });
    this.show(views);
  }

  private show(views: readonly { key: string; view: Kept | undefined }[]): void {
    const gone = views.flatMap(({ key, view }) => {
      const [kind, id] = key.split(' ') as [Kind, string];
      return view || !isKind(kind) ? [] : [{ kind, id }];
    });
    const seen = views.flatMap(({ view }) => (view && known(view) ? [readKept(view)] : []));
    if (gone.length > 0) this.store.dispatch(recordsGone(gone));
    for (let from = 0; from < seen.length; from += AT_ONCE)
      this.store.dispatch(recordsSeen(seen.slice(from, from + AT_ONCE)));
  }

  /** What waits and what was refused. */
  async count(): Promise<void> {
    const [entries, photos] = await Promise.all([
      this.local().getAll('outbox'),
      this.unsentPhotos(),
    ]);
    this.store.dispatch(outboxSeen({ entries, photos }));
  }

  /** How much waits, after an edit: an edit of a refused change settles it, then all must be looked at. */
  async countAfterEdit(): Promise<void> {
    if (this.store.getState().sync.refused.length > 0) return this.count();
    const [entries, photos] = await Promise.all([
      this.local().count('outbox'),
      this.local().countFromIndex('photos', 'sent', 0),
    ]);
    this.store.dispatch(outboxCounted(entries + photos));
  }

  private async unsentPhotos() {
    const [waiting, refused] = await Promise.all([
      this.local().getAllFromIndex('photos', 'sent', 0),
      this.local().getAllFromIndex('photos', 'sent', 2),
    ]);
    return [...waiting, ...refused];
  }

  /** Reads the disk when every edit so far is on it, again if one was made meanwhile. */
  private async readSettled<T>(readDisk: () => Promise<T>): Promise<T> {
    for (;;) {
      await this.writes;
      const before = this.edits;
      const result = await readDisk();
      if (before === this.edits) return result;
    }
  }
}

/** A newer app's server may know kinds that this one does not: they are kept, not shown. */
const known = ({ kind }: Kept) => isKind(kind);
