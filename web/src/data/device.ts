import {
  checkRelations,
  validate,
  type DataOf,
  type Kept,
  type Kind,
  type Outcome,
  type Problems,
} from '@sendero/core';
import { v7 as uuidv7 } from 'uuid';
import {
  openLocalDatabase,
  recordKey,
  type LocalDatabase,
  type LocalSession,
} from './localDatabase.ts';
import {
  discardEntry,
  entriesByRecord,
  keepEdits,
  overlay,
  settleBatch,
  takeBatch,
  type Edit,
} from './outbox.ts';
import {
  contactMade,
  keepingEnded,
  keepingStarted,
  opened,
  outboxCounted,
  outboxSeen,
  recordGone,
  recordsSeen,
  sendingChanged,
  sentAt,
  signedIn,
  type AppStore,
} from './store.ts';

const BATCH = 500;
const EVERY_MS = 20_000;

class Unreachable extends Error {}

async function ask(path: string, request: RequestInit = {}): Promise<Response> {
  try {
    return await fetch(`/api/v1${path}`, request);
  } catch {
    throw new Unreachable();
  }
}

const posted = (body: unknown): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

async function answer<T>(response: Response): Promise<T> {
  if (!response.ok) throw new Unreachable(`the server answered ${response.status}`);
  return (await response.json()) as T;
}

export type Edited = { ok: true; id: string } | { ok: false; problems: Problems };

/**
 * This device's end of the data road: store ← disk ← outbox ↔ server. Screens call `put`, `remove`
 * and `restore`; the rest happens by itself, with or without a network.
 */
export class Device {
  private local!: LocalDatabase;
  private writes: Promise<unknown> = Promise.resolve();
  private reload: ReturnType<typeof setTimeout> | undefined;
  /** Counts edits, so that a view read from disk never overwrites a tap made while it was read. */
  private edits = 0;
  private soon: ReturnType<typeof setTimeout> | undefined;
  private channel =
    typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('sendero');

  private store: AppStore;

  constructor(store: AppStore) {
    this.store = store;
  }

  /** Loads what this device holds, then starts talking to the server. */
  async open(): Promise<void> {
    this.local = await openLocalDatabase();
    await this.loadView();
    const session = ((await this.local.get('meta', 'session')) as LocalSession | undefined) ?? null;
    this.store.dispatch(opened(session));
    this.channel?.addEventListener('message', () => {
      clearTimeout(this.reload);
      this.reload = setTimeout(() => void this.loadView(), 300);
    });
    window.addEventListener('online', () => this.syncSoon(0));
    window.addEventListener('offline', () => this.store.dispatch(contactMade('offline')));
    document.addEventListener('visibilitychange', () => this.syncSoon(0));
    setInterval(() => this.syncSoon(0), EVERY_MS);
    await navigator.storage?.persist?.().catch(() => false);
    this.syncSoon(0);
  }

  /** Makes or changes a record. Nothing is changed when there are problems. */
  put<K extends Kind>(kind: K, data: DataOf<K>, id: string = uuidv7()): Edited {
    const valid = validate(kind, data);
    if (!valid.ok) return valid;
    const problems = checkRelations(
      kind,
      valid.data,
      (parent, parentId) => this.store.getState().records[parent].entities[parentId] as never,
    );
    if (Object.keys(problems).length > 0) return { ok: false, problems };
    this.edit([{ op: 'put', kind, id, data: valid.data }]);
    return { ok: true, id };
  }

  /** Several records that must stand or fall together. They are taken as valid: check each with `put` rules first. */
  edit(edits: Edit[]): void {
    const { records, sync } = this.store.getState();
    this.edits += 1;
    const now = new Date().toISOString();
    const seen = edits.flatMap((edit) => {
      const entry = {
        commit: { id: '', madeAt: now, changes: [{ ...edit, baseRevision: 0 }] },
        touches: [],
        sent: false,
        refused: null,
      };
      const view = overlay(
        records[edit.kind].entities[edit.id],
        [entry],
        recordKey(edit.kind, edit.id),
        sync.session?.person.name ?? '',
      );
      return view ? [view] : [];
    });
    this.store.dispatch(recordsSeen(seen));
    this.store.dispatch(keepingStarted());
    this.writes = this.writes
      .then(() => keepEdits(this.local, edits, now))
      .then(
        () => this.store.dispatch(keepingEnded(null)),
        (error: unknown) =>
          this.store.dispatch(keepingEnded(error instanceof Error ? error.message : String(error))),
      )
      .then(() => this.countAfterEdit())
      .then(() => {
        this.channel?.postMessage('changed');
        if (this.store.getState().sync.contact !== 'offline') this.syncSoon(700);
      });
  }

  /** Deletes by a mark that `restore` takes off again. */
  remove(kind: Kind, id: string): void {
    this.edit([{ op: 'delete', kind, id }]);
  }

  restore(kind: Kind, id: string): void {
    this.edit([{ op: 'restore', kind, id }]);
  }

  /** Keeps a photo on this device; it is sent when there is a network. */
  async keepPhoto(id: string, blob: Blob): Promise<void> {
    await this.local.put('photos', { id, blob, sent: 0 });
    await this.countOutbox();
    this.syncSoon(700);
  }

  /** A photo taken on this device; undefined when another took it. */
  async photo(id: string): Promise<Blob | undefined> {
    return (await this.local.get('photos', id))?.blob;
  }

  /** Gives up a change the server refused; the record goes back to what the server has. */
  async discard(order: number): Promise<void> {
    await this.refreshView(await discardEntry(this.local, order));
    await this.countOutbox();
  }

  /** Becomes another person of the workspace. Needs the network. */
  async becomePerson(personId: string): Promise<boolean> {
    try {
      await this.signIn(personId);
      return true;
    } catch {
      this.store.dispatch(contactMade('offline'));
      return false;
    }
  }

  syncSoon(delayMs: number): void {
    clearTimeout(this.soon);
    this.soon = setTimeout(() => void this.sync(), delayMs);
  }

  /** Sends what waits and fetches what is new; one tab at a time. */
  async sync(): Promise<void> {
    const talk = async () => {
      try {
        // A change once handed to the network can no longer be altered: make sure of the network first.
        if (this.store.getState().sync.contact !== 'online') await answer(await ask('/health'));
        if (!this.store.getState().sync.session) await this.signIn();
        await this.sendAll();
        await this.sendPhotos();
        await this.fetchChanges();
        this.store.dispatch(contactMade('online'));
      } catch (error) {
        if (!(error instanceof Unreachable)) console.error(error);
        this.store.dispatch(contactMade('offline'));
      } finally {
        this.store.dispatch(sendingChanged(false));
        await this.countOutbox();
      }
    };
    if (navigator.locks)
      await navigator.locks.request('sendero-sync', { ifAvailable: true }, async (lock) =>
        lock ? talk() : undefined,
      );
    else await talk();
  }

  private async signIn(personId?: string): Promise<void> {
    const session = await answer<LocalSession>(
      await ask('/session', posted(personId ? { personId } : {})),
    );
    await this.local.put('meta', session, 'session');
    this.store.dispatch(signedIn(session));
  }

  private async askSignedIn(path: string, request?: RequestInit): Promise<Response> {
    const response = await ask(path, request);
    if (response.status !== 401) return response;
    await this.signIn(this.store.getState().sync.session?.person.id);
    return ask(path, request);
  }

  private async sendAll(): Promise<void> {
    await this.writes;
    for (;;) {
      const batch = await takeBatch(this.local, BATCH);
      if (batch.length === 0) return;
      this.store.dispatch(sendingChanged(true));
      const { outcomes } = await answer<{ outcomes: Outcome[] }>(
        await this.askSignedIn('/commits', posted({ commits: batch.map(({ commit }) => commit) })),
      );
      const now = new Date().toISOString();
      const stale = await settleBatch(this.local, batch, outcomes, {
        name: this.store.getState().sync.session?.person.name ?? '',
        now,
      });
      await this.refreshView(stale);
      this.store.dispatch(sentAt(now));
      await this.countOutbox();
    }
  }

  private async sendPhotos(): Promise<void> {
    for (const photo of await this.local.getAllFromIndex('photos', 'sent', 0)) {
      const response = await this.askSignedIn(`/photos/${photo.id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/octet-stream' },
        body: photo.blob,
      });
      // A picture the server will never take stays here and is not sent over and over.
      if (!response.ok && response.status !== 415 && response.status !== 413)
        throw new Unreachable(`the server answered ${response.status}`);
      await this.local.put('photos', { ...photo, sent: 1 });
      await this.countOutbox();
    }
  }

  private async fetchChanges(): Promise<void> {
    for (;;) {
      const after = ((await this.local.get('meta', 'cursor')) as number | undefined) ?? 0;
      const season = this.store.getState().sync.session!.season;
      const page = await answer<{
        changes: { seq: number; record: Kept }[];
        next: number;
        more: boolean;
      }>(await this.askSignedIn(`/changes?after=${after}&season=${season}`));
      const transaction = this.local.transaction(['records', 'meta'], 'readwrite');
      for (const { record } of page.changes)
        void transaction.objectStore('records').put(record, recordKey(record.kind, record.id));
      void transaction.objectStore('meta').put(page.next, 'cursor');
      await transaction.done;
      await this.refreshView(page.changes.map(({ record }) => recordKey(record.kind, record.id)));
      if (!page.more) return;
    }
  }

  private photosWaiting(): Promise<number> {
    return this.local.countFromIndex('photos', 'sent', 0);
  }

  private async countOutbox(): Promise<void> {
    const [entries, photos] = await Promise.all([
      this.local.getAll('outbox'),
      this.photosWaiting(),
    ]);
    this.store.dispatch(outboxSeen({ entries, photos }));
  }

  private async countAfterEdit(): Promise<void> {
    // An edit of a refused change settles it: then all must be looked at.
    if (this.store.getState().sync.refused.length > 0) return this.countOutbox();
    const [entries, photos] = await Promise.all([this.local.count('outbox'), this.photosWaiting()]);
    this.store.dispatch(outboxCounted(entries + photos));
  }

  private async loadView(): Promise<void> {
    const { views, entries, photos } = await this.readSettled(async () => {
      const [records, entries, photos] = await Promise.all([
        this.local.getAll('records'),
        this.local.getAll('outbox'),
        this.photosWaiting(),
      ]);
      const by = this.store.getState().sync.session?.person.name ?? '';
      const server = new Map(records.map((record) => [recordKey(record.kind, record.id), record]));
      const touched = entriesByRecord(entries);
      const unsent = [...touched].flatMap(
        ([key, own]) => overlay(server.get(key), own, key, by) ?? [],
      );
      return {
        entries,
        photos,
        views: [
          ...records.filter((record) => !touched.has(recordKey(record.kind, record.id))),
          ...unsent,
        ],
      };
    });
    this.store.dispatch(recordsSeen(views));
    this.store.dispatch(outboxSeen({ entries, photos }));
  }

  private async refreshView(keys: readonly string[]): Promise<void> {
    if (keys.length === 0) return;
    const views = await this.readSettled(async () => {
      const touched = entriesByRecord(await this.local.getAll('outbox'));
      const by = this.store.getState().sync.session?.person.name ?? '';
      const disk = this.local.transaction('records').store;
      return Promise.all(
        [...new Set(keys)].map(async (key) => ({
          key,
          view: overlay(await disk.get(key), touched.get(key) ?? [], key, by),
        })),
      );
    });
    for (const { key, view } of views) {
      const [kind, id] = key.split(' ') as [Kind, string];
      if (!view) this.store.dispatch(recordGone({ kind, id }));
    }
    this.store.dispatch(recordsSeen(views.flatMap(({ view }) => view ?? [])));
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
