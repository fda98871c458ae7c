import { isKind, parentsOf, readKept, type Kept, type Kind } from '@sendero/core';
import { heldRecords } from './heldRecords.ts';
import type { LocalDatabase, OutboxEntry } from './localDatabase.ts';
import { inWalk, NOT_FETCHED, parentInWalk, recordKey, type StoredRecord } from './storedRecord.ts';
import { entriesByRecord, overlay } from './outbox.ts';
import {
  outboxSeen,
  recordsEdited,
  recordsGone,
  recordsSeen,
  walkRead,
  walksLeft,
  type AppStore,
} from './store.ts';

/** The seasons whose records are shown with one; 0 is what all of them share. */
const seasonsLoaded = (season: number) => [
  ...new Set([0, NOT_FETCHED, season - 1, season, season + 1]),
];

/**
 * What the screens of this tab show of what the device holds. It is read from the disk in whole or by
 * key, and never over an edit that was made while it was read.
 */
export class LocalView {
  private store: AppStore;
  private local: () => LocalDatabase;
  private drawn: () => Promise<void>;
  /** Counts edits of this tab, so that a view read meanwhile is read again. */
  private edits = 0;
  private writes: Promise<unknown> = Promise.resolve();
  /** Walks that are being read: several parts of a screen ask for the same. */
  private reading = new Map<string, Promise<void>>();

  /** @param drawn resolves when what was just shown is on the screen */
  constructor(store: AppStore, local: () => LocalDatabase, drawn: () => Promise<void>) {
    this.store = store;
    this.local = local;
    this.drawn = drawn;
  }

  private get by() {
    return this.store.getState().sync.session?.person.name ?? '';
  }

  /** Every write so far is on disk, or has failed. */
  settled = () => this.writes;

  /** Shows an edit, and puts its writing in line: it begins when the edit has been drawn. */
  edited(views: readonly Kept[], walksMade: readonly string[], write: () => Promise<void>): void {
    this.edits += 1;
    this.store.dispatch(recordsEdited({ views, walksMade }));
    const drawn = this.drawn();
    this.writes = this.writes.then(() => drawn).then(write);
  }

  /**
   * Loads a season with the one before it, to look back to, the one after it, whose winter crops are sown in it, and what all seasons
   * share, instead of what is shown now. The stops and observations of its walks, of which there are many, are read walk by walk when a screen needs them.
   */
  async load(season: number): Promise<void> {
    const views = await this.readSettled(async () => {
      const disk = this.local().transaction(['records', 'together', 'outbox']);
      const held = heldRecords(disk);
      const [entries, ...parts] = await Promise.all([
        disk.objectStore('outbox').getAll(),
        ...seasonsLoaded(season).map((one) => held.inSeason(one)),
      ]);
      const touched = entriesByRecord(entries);
      const server = byKey(parts.flat());
      const made = [...touched.keys()].filter((key) => !inWalk(key));
      for (const key of made.filter((one) => !server.has(one))) {
        const record = await held.get(key);
        if (record) server.set(key, record);
      }
      return this.overlaid([...new Set([...server.keys(), ...made])], server, touched);
    });
    const shown = new Set(views.map(({ key }) => key));
    const gone = Object.entries(this.store.getState().records).flatMap(([kind, { byId }]) =>
      [...byId.keys()].flatMap((id) =>
        shown.has(recordKey(kind, id)) ? [] : [{ kind: kind as Kind, id }],
      ),
    );
    this.store.dispatch(walksLeft());
    if (gone.length > 0) this.store.dispatch(recordsGone(gone));
    this.show(views);
    await this.count();
  }

  /** Reads the stops and observations of a walk; whoever asks meanwhile waits for the same reading. */
  loadWalk(walkId: string): Promise<void> {
    let reading = this.reading.get(walkId);
    if (!reading) {
      reading = this.readWalk(walkId);
      this.reading.set(walkId, reading);
    }
    return reading;
  }

  private async readWalk(walkId: string): Promise<void> {
    // What is shown may be left the next moment: who asks once it is read has it read again.
    const views = await this.readSettled(async () => {
      const disk = this.local().transaction(['records', 'together', 'outbox']);
      const held = heldRecords(disk);
      const [stops, entries] = await Promise.all([
        held.below(walkId),
        disk.objectStore('outbox').getAll(),
      ]);
      const touched = entriesByRecord(entries);
      // What was made here and not sent yet hangs on its parent as well.
      const made = new Map<string, string[]>();
      for (const { commit } of entries)
        for (const { kind, id, data } of commit.changes) {
          const parent = data ? parentInWalk({ kind, data: data as Kept['data'] }) : undefined;
          if (parent) made.set(parent, [...(made.get(parent) ?? []), recordKey(kind, id)]);
        }
      const stopKeys = new Set([
        ...stops.map(({ kind, id }) => recordKey(kind, id)),
        ...(made.get(walkId) ?? []),
      ]);
      const stopIds = [...stopKeys].map((key) => key.split(' ')[1]!);
      const observations = await Promise.all(stopIds.map((id) => held.below(id)));
      const server = byKey([...stops, ...observations.flat()]);
      const keys = [...server.keys(), ...stopKeys, ...stopIds.flatMap((id) => made.get(id) ?? [])];
      return this.overlaid([...new Set(keys)], server, touched);
    }).finally(() => this.reading.delete(walkId));
    this.show(views);
    this.store.dispatch(walkRead(walkId));
  }

  /** Reads records and all they belong to, so that they can be named. */
  async loadWithParents(keys: readonly string[]): Promise<void> {
    for (let wanted = keys.filter((key) => isKind(key.split(' ')[0]!)); wanted.length > 0;) {
      await this.refresh(wanted, { everything: true });
      wanted = wanted.flatMap((key) => {
        const [kind, id] = key.split(' ') as [Kind, string];
        const record = this.store.getState().records[kind].byId.get(id);
        return record
          ? parentsOf(kind, record.data).map((parent) => recordKey(parent.kind, parent.id))
          : [];
      });
    }
  }

  /** Whether a record is on the screens of this tab, or belongs there when it is new. */
  concerns(key: string, parent: string | undefined): boolean {
    if (!inWalk(key) || parent === undefined) return true;
    const [kind, id] = key.split(' ') as [Kind, string];
    const { records, sync } = this.store.getState();
    if (records[kind].byId.has(id)) return true;
    return kind === 'stop' ? sync.walksRead[parent] === true : records.stop.byId.has(parent);
  }

  /** Shows what of it concerns the screens of this tab of records that came from elsewhere. */
  async showArrived(
    arrived: readonly { key: string; parent: string | undefined }[],
  ): Promise<void> {
    const concerned = arrived.filter(({ key, parent }) => this.concerns(key, parent));
    const { stop } = this.store.getState().records;
    // A stop that is new here, of a walk that was read: what was seen at it may have come before it, or with it.
    const walks = concerned.flatMap(({ key, parent }) =>
      parent !== undefined && key.startsWith('stop ') && !stop.byId.has(key.split(' ')[1]!)
        ? [parent]
        : [],
    );
    await this.refresh(concerned.map(({ key }) => key));
    for (const walk of new Set(walks)) await this.loadWalk(walk);
  }

  /** Reads some records again. */
  async refresh(keys: readonly string[], { everything = false } = {}): Promise<void> {
    if (keys.length === 0) return;
    const { season } = this.store.getState().sync;
    const views = await this.readSettled(async () => {
      const disk = this.local().transaction(['records', 'together', 'outbox']);
      const held = heldRecords(disk);
      const few = keys.length < 50;
      const records = await held.getMany(keys);
      const touched = few ? null : entriesByRecord(await disk.objectStore('outbox').getAll());
      return Promise.all(
        [...new Set(keys)].map(async (key) => {
          const record = records.get(key);
          const entries =
            touched?.get(key) ??
            (few ? await disk.objectStore('outbox').index('touches').getAll(key) : []);
          const view = overlay(record, entries, key, this.by);
          const elsewhere =
            record?.season !== undefined && !seasonsLoaded(season ?? 0).includes(record.season);
          const unread = view && !this.concerns(key, parentInWalk(view));
          return { key, view: !everything && (elsewhere || unread) ? undefined : view };
        }),
      );
    });
    this.show(views);
  }

  private overlaid(
    keys: readonly string[],
    server: ReadonlyMap<string, StoredRecord>,
    touched: ReadonlyMap<string, OutboxEntry[]>,
  ) {
    return keys.map((key) => ({
      key,
      view: overlay(server.get(key), touched.get(key) ?? [], key, this.by),
    }));
  }

  private show(views: readonly { key: string; view: Kept | undefined }[]): void {
    const gone = views.flatMap(({ key, view }) => {
      const [kind, id] = key.split(' ') as [Kind, string];
      return view || !isKind(kind) ? [] : [{ kind, id }];
    });
    const seen = views.flatMap(({ view }) => (view && known(view) ? [readKept(view)] : []));
    if (gone.length > 0) this.store.dispatch(recordsGone(gone));
    if (seen.length > 0) this.store.dispatch(recordsSeen(seen));
  }

  /** What waits and what was refused. */
  async count(): Promise<void> {
    const [entries, photos] = await Promise.all([
      this.local().getAll('outbox'),
      this.unsentPhotos(),
    ]);
    this.store.dispatch(outboxSeen({ entries, photos }));
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

const byKey = (records: readonly StoredRecord[]) =>
  new Map(records.map((record) => [recordKey(record.kind, record.id), record]));
