import {
  checkRelations,
  cropYear,
  idFor,
  kindOf,
  sameData,
  seasonOn,
  validate,
  type DataOf,
  type InputOf,
  type Kept,
  type Kind,
  type LookUp,
  type Problems,
  type Tile,
} from '@sendero/core';
import { newId } from './newId.ts';
import { DeviceClock, type Moment } from './clock.ts';
import { selectOne } from './hooks.ts';
import { heldRecords } from './heldRecords.ts';
import {
  openLocalDatabase,
  remember,
  remembered,
  type LocalDatabase,
  type LocalSession,
  type Remembered,
} from './localDatabase.ts';
import { parentInWalk, recordKey } from './storedRecord.ts';
import { afterDrawing } from './afterDrawing.ts';
import { keptTile } from './keptTiles.ts';
import { LocalView } from './localView.ts';
import {
  discardEntry,
  keepEdits,
  overlay,
  retryEntries,
  together,
  type Edit,
  type Seen,
} from './outbox.ts';
import { RoadProblem, Road } from './road.ts';
import { kept, learnt, type AppStore, type SyncState } from './store.ts';
import { freeSpace, lookAtStorage } from './storage.ts';
import { SyncLoop } from './syncLoop.ts';
import { whyNotOpen, inTime } from './whyNotOpen.ts';
import {
  currentDatabase,
  forget,
  HOME,
  otherWorkspaces,
  turnTo,
  unsentAsFile,
} from './workspaces.ts';

/** Time after which an older season that nobody opened leaves the device. */
const UNOPENED_MS = 14 * 86_400_000;
/** How often the day and the room on the device are looked at. */
const LOOK_MS = 20_000;
const SHOW_MS = 1000;
const keyOf = ({ kind, id }: Kept) => recordKey(kind, id);

export type Edited = { ok: true; id: string } | { ok: false; problems: Problems };

/** One of several records written in one step. */
export interface Draft<K extends Kind = Kind> {
  kind: K;
  data: InputOf<K>;
  id?: string;
  /** The view it was made on; what is shown now, if left out. */
  seen?: Kept<K>;
}
/** A deletion, or the taking back of one, in the same step. */
export interface Marked {
  op: 'delete' | 'restore';
  kind: Kind;
  id: string;
  /** Deleted because it is the same as this one, which stays. */
  mergedInto?: string;
}
export type AllEdited = { ok: true; ids: string[] } | { ok: false; problems: Problems };

/** How an edit came about: the view it was made on (what is shown now, if left out), and whether by taps alone. */
export interface How {
  seen?: Seen | null;
  taps?: boolean;
}

/** What tabs of one device tell each other. */
type Word =
  /** Records changed; of those read with a walk, what they belong to, where it is known. */
  | { keys: string[]; parents?: (string | undefined)[] }
  | { learnt: Partial<Pick<SyncState, 'contact' | 'lastSentAt' | 'session' | 'restored'>> }
  /** The workspace worked in is another now. */
  | { workspace: true }
  /** Much has changed at once. */
  | { reload: true }
  | { outbox: true };

/**
 * This device's end of the data road, as screens see it: `put`, `change`, `putAll`, `remove` and
 * `restore` show an edit at once and keep it; the rest happens by itself, with or without a network.
 */
export class Device {
  /** Of the workspace worked in. */
  private local!: LocalDatabase;
  /** The first one of this device: it also knows the others. */
  private home!: LocalDatabase;
  private clock = new DeviceClock(
    () => Date.now(),
    () => performance.now(),
    { skewMs: 0, knownMs: 0 },
  );
  private channel =
    typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('sendero');
  private view: LocalView;
  private loop: SyncLoop;
  /** The season that was chosen for the screen of this tab. */
  private chosen: Remembered['chosenSeason'] | null = null;
  private heard = new Map<string, string | undefined>();
  /** Fetched and not shown yet; when something was shown last. */
  private arrived: { key: string; parent: string | undefined }[] = [];
  private shownAt = -Infinity;
  private hearing: ReturnType<typeof setTimeout> | undefined;
  private store: AppStore;
  readonly road: Road;

  constructor(store: AppStore, road?: { fetch: typeof fetch }) {
    this.store = store;
    store.dispatch(learnt({ today: this.clock.moment(null).on }));
    this.view = new LocalView(store, () => this.local, afterDrawing);
    this.road = new Road({
      who: () => ({
        personId: this.sync.session?.person.id,
        workspaceId: this.sync.session?.workspaceId,
      }),
      session: (session) => this.signedIn(session),
      date: (serverMs) => this.heardDate(serverMs),
      ...road,
    });
    this.loop = new SyncLoop({
      local: () => this.local,
      road: this.road,
      by: () => this.sync.session?.person.name ?? '',
      now: () => this.clock.now(),
      steady: () => performance.now(),
      seasons: () => this.seasonsShown(),
      random: Math.random,
      timer: {
        set: (work, ms) => setTimeout(work, ms),
        clear: (timer) => clearTimeout(timer as number),
      },
      alone,
      retryDue: () => this.retryDue(),
      settled: () => this.view.settled(),
      signedIn: () => this.sync.session !== null,
      contact: () => this.sync.contact,
      tell: {
        changed: (keys) => this.changed(keys),
        fetched: (records) => this.fetched(records),
        contact: (contact) => this.learn({ contact }),
        sending: (sending) => void this.store.dispatch(learnt({ sending })),
        sentAt: (lastSentAt) => this.learn({ lastSentAt }),
        outbox: async () => {
          await this.showFetched();
          await this.countForAll();
        },
        restored: () => this.metRestored(),
      },
    });
  }

  private get sync(): SyncState {
    return this.store.getState().sync;
  }

  /** Loads what this device holds, then starts talking to the server. Where that fails, screens are told why. */
  async open(): Promise<void> {
    try {
      await this.openDatabase();
      await this.enterWorkspace();
    } catch (error) {
      this.store.dispatch(learnt({ cannotOpen: whyNotOpen(error) }));
      return;
    }
    this.look();
    this.listen();
    void navigator.storage?.persist?.().catch(() => false);
    this.loop.soon(0);
  }

  private async load(): Promise<void> {
    const [session, chosen, clock, restored] = await Promise.all([
      remembered(this.local, 'session'),
      remembered(this.local, 'chosenSeason'),
      remembered(this.home, 'clock'),
      remembered(this.local, 'restored'),
    ]);
    if (clock)
      this.clock = new DeviceClock(
        () => Date.now(),
        () => performance.now(),
        clock,
      );
    this.store.dispatch(
      learnt({
        session: session ?? null,
        season: chosen?.season ?? session?.season ?? null,
        restored: restored ?? null,
        elsewhere: await otherWorkspaces(this.home),
      }),
    );
    this.chosen = chosen ?? null;
    await this.retry((entry) => (entry.again?.why === 'unwell' ? entry : null));
    await this.view.load(this.sync.season ?? 0);
    await this.followSeason();
  }

  private async openDatabase(): Promise<void> {
    this.home = await this.openNamed(HOME);
    await this.openCurrent();
    if (this.sync.tabs === 'blocked') this.store.dispatch(learnt({ tabs: 'fine' }));
  }

  /** Opens the database of the workspace that is worked in. */
  private async openCurrent(): Promise<void> {
    const name = await currentDatabase(this.home);
    this.local = name === HOME ? this.home : await this.openNamed(name);
  }

  private openNamed(name: string): Promise<LocalDatabase> {
    const opening = openLocalDatabase(name, {
      blocked: () => void this.store.dispatch(learnt({ tabs: 'blocked' })),
      outdated: () => void this.store.dispatch(learnt({ tabs: 'outdated' })),
      lost: () => void this.openDatabase(),
    });
    return inTime(opening, () => this.sync.tabs === 'blocked');
  }

  private listen(): void {
    this.channel?.addEventListener('message', ({ data }: MessageEvent<Word>) => this.hear(data));
    window.addEventListener('online', () => this.loop.atOnce());
    window.addEventListener('offline', () => this.learn({ contact: 'noNetwork' }));
    document.addEventListener('visibilitychange', () => {
      this.look();
      this.loop.soon(0);
    });
    // A tab that slept in the browser's cache heard nothing meanwhile.
    window.addEventListener('pageshow', (event) => {
      if (event.persisted) void this.view.load(this.sync.season ?? 0);
    });
    setInterval(() => this.look(), LOOK_MS);
  }

  /** What changes by itself: the day, and the room on the device. */
  private look(): void {
    const today = this.moment().on;
    if (today !== this.sync.today) this.store.dispatch(learnt({ today }));
    const { offMs } = this.clock;
    if (offMs !== this.sync.clockOffMs) this.store.dispatch(learnt({ clockOffMs: offMs }));
    void this.followSeason();
    void lookAtStorage().then(async (storage) => {
      if (storage) this.store.dispatch(learnt({ storage }));
      await freeSpace(this.local, storage);
      await this.evict();
    });
  }

  /** Now, with the day and the zone here; on the workspace's fixed day, if it has one. */
  moment(): Moment {
    const { session } = this.sync;
    const workspace = selectOne(this.store.getState(), 'workspace', session?.workspaceId);
    return this.clock.moment(workspace?.data.fixedToday ?? null);
  }

  /** The moment of work that was done on a day before; now for today or ''. */
  momentOn(day: string): Moment {
    const now = this.moment();
    return day === '' || day === now.on ? now : DeviceClock.noonOf(day);
  }

  // —— Edits ——

  private lookUp: LookUp = (kind, id) => selectOne(this.store.getState(), kind, id);

  /** What is shown of a record at this very moment, which may be later than what was drawn last; undefined when deleted. */
  peek<K extends Kind>(kind: K, id: string): DataOf<K> | undefined {
    const shown = this.lookUp(kind, id);
    return shown?.deletedAt === null ? shown.data : undefined;
  }

  /** Makes or changes a record. Nothing is changed when there are problems. */
  put<K extends Kind>(
    kind: K,
    data: InputOf<K>,
    id = idFor(kind, data as DataOf<K>, newId),
    how: How = {},
  ): Edited {
    const prepared = this.prepare({ kind, data, id, ...how }, this.lookUp);
    if (!prepared.ok) return prepared;
    this.keep([prepared.edit]);
    return { ok: true, id };
  }

  /**
   * An edit of sound data that stands where it belongs, on the view it was made on.
   * @param lookUp finds what is shown, and what is written in the same step
   */
  private prepare(
    { kind, data, id, seen: opened, taps }: { kind: Kind; data: unknown; id: string } & How,
    lookUp: LookUp,
  ): { ok: true; edit: Edit } | { ok: false; problems: Problems } {
    const shown = this.lookUp(kind, id) as Kept | undefined;
    const seen = opened === undefined ? (shown ?? null) : opened;
    const valid = validate(kind, data, seen?.version, this.store.getState().preferences.units);
    if (!valid.ok) return valid;
    const problems = checkRelations(kind, valid.data, lookUp);
    if (Object.keys(problems).length > 0) return { ok: false, problems };
    // On a record that was deleted the figures start anew: they are no taps on the old ones.
    const tapped = taps && (shown?.deletedAt ?? null) === null;
    const edit: Edit = { op: 'put', kind, id, data: valid.data, taps: tapped, seen };
    // Made on an older view than the one shown now: what goes together is shown together.
    const joined = together(edit, shown);
    return {
      ok: true,
      edit: joined === null ? edit : { ...edit, data: joined, seen: shown ?? null },
    };
  }

  /**
   * Takes an edit back: what it changed, and nothing that was changed since.
   * @param before what was shown before it; null when it made the record
   */
  takeBack<K extends Kind>(
    kind: K,
    id: string,
    before: DataOf<K> | null,
    after: DataOf<K>,
    how: Pick<How, 'taps'> = {},
  ): void {
    const shown = this.lookUp(kind, id) as Kept | undefined;
    if (!shown) return;
    if (!before && sameData(shown.data, after)) return this.remove(kind, id);
    const none = Object.fromEntries(kindOf(kind).tallies.map((tally) => [tally, 0]));
    const seen = { ...shown, data: after as Kept['data'] };
    this.put(kind, (before ?? { ...after, ...none }) as InputOf<K>, id, { seen, ...how });
  }

  /** Changes what is shown of a record now. Nothing happens when it is not on this device. */
  change<K extends Kind>(
    kind: K,
    id: string,
    next: (data: DataOf<K>) => DataOf<K>,
    how: Pick<How, 'taps'> = {},
  ): Edited {
    const shown = this.lookUp(kind, id);
    if (!shown) return { ok: false, problems: { id: 'This is not on this device any more.' } };
    return this.put(kind, next(shown.data) as InputOf<K>, id, how);
  }

  /** Writes several records in one step: all are kept and sent together, or none when one has problems. */
  putAll(drafts: readonly (Draft | Marked)[]): AllEdited {
    const drafted = new Map<string, Kept>();
    const lookUp: LookUp = (kind, id) =>
      (drafted.get(recordKey(kind, id)) ?? this.lookUp(kind, id)) as never;
    const edits: Edit[] = [];
    for (const draft of drafts) {
      if ('op' in draft) {
        edits.push({ ...draft, seen: this.lookUp(draft.kind, draft.id) ?? null });
        continue;
      }
      const id = draft.id ?? idFor(draft.kind, draft.data as DataOf<Kind>, newId);
      const prepared = this.prepare({ ...draft, id }, lookUp);
      if (!prepared.ok) return prepared;
      const { edit } = prepared;
      drafted.set(recordKey(edit.kind, id), edit as unknown as Kept);
      edits.push(edit);
    }
    this.keep(edits);
    return { ok: true, ids: edits.map(({ id }) => id) };
  }

  /** Deletes by a mark that `restore` takes off again. */
  remove(kind: Kind, id: string): void {
    this.putAll([{ op: 'delete', kind, id }]);
  }

  restore(kind: Kind, id: string): void {
    this.putAll([{ op: 'restore', kind, id }]);
  }

  /** Shows edits at once and writes them to the outbox; every tab of this device hears of it. */
  private keep(edits: readonly Edit[]): void {
    const now = new Date(this.clock.now()).toISOString();
    const by = this.sync.session?.person.name ?? '';
    const keys = edits.map(({ kind, id }) => recordKey(kind, id));
    const views = edits.flatMap((edit, i) => {
      const shown = this.lookUp(edit.kind, edit.id) as Kept | undefined;
      const change = {
        ...edit,
        version: edit.seen?.version ?? kindOf(edit.kind).version,
        baseRevision: shown?.revision ?? 0,
      };
      const commit = { id: '', madeAt: now, changes: [change] };
      const entry = { commit, touches: [], sent: false, refused: null };
      return overlay(shown, [entry], keys[i]!, by) ?? [];
    });
    const walksMade = edits.flatMap(({ kind, id, seen }) => (kind === 'walk' && !seen ? [id] : []));
    this.view.edited(views, walksMade, async () => {
      let problem: string | null = null;
      let written: { different: string[]; waiting: number | null } = {
        different: keys,
        waiting: null,
      };
      try {
        written = await this.written(edits, now);
      } catch (error) {
        problem = error instanceof Error ? error.message || error.name : String(error);
      }
      const { different, waiting } = written;
      // An edit of a refused change settles it: then all that waits must be looked at, before this edit is called kept.
      const refused = this.sync.refused.length > 0;
      if (refused) await this.view.count().catch(() => undefined);
      this.store.dispatch(kept({ problem, waiting: refused ? null : waiting }));
      // What could not be kept is not shown as if it were; what another tab changed meanwhile is.
      if (different.length > 0) setTimeout(() => void this.view.refresh(different), 0);
      this.say({ keys });
      if (['online', 'unknown'].includes(this.sync.contact)) this.loop.edited();
    });
  }

  private async written(edits: readonly Edit[], now: string): ReturnType<typeof keepEdits> {
    try {
      return await keepEdits(this.local, edits, now);
    } catch (error) {
      // No room, or the browser took the database away: once more, after making room.
      await freeSpace(this.local, 'all');
      return await keepEdits(this.local, edits, now).catch(() => {
        throw error;
      });
    }
  }

  // —— What is read when it is needed ——

  /** Reads the stops and observations of a walk from the disk. */
  loadWalk = (walkId: string): Promise<void> => this.view.loadWalk(walkId);

  /** Reads records and all they belong to, so that a screen can name them. */
  loadWithParents = (keys: readonly string[]): Promise<void> => this.view.loadWithParents(keys);

  // —— Photos ——

  /** Keeps a photo on this device; it is sent when there is a network. */
  async keepPhoto(id: string, blob: Blob): Promise<void> {
    await this.local.put('photos', { id, blob, sent: 0 });
    await this.countForAll();
    this.loop.soon(700);
  }

  /** A photo: from this device while it is here, else from the server. */
  async photo(id: string): Promise<Blob> {
    return (await this.local.get('photos', id))?.blob ?? this.road.photo(id);
  }

  /** A tile of a background map: from this device where its area was kept, else from the server. @throws RoadProblem */
  async tile(mapId: string, tile: Tile, signal?: AbortSignal): Promise<Blob> {
    return (await keptTile(mapId, tile)) ?? this.road.tile(mapId, tile, signal);
  }

  /** Sends a photo again that the server would not take, or gives it up. */
  async settlePhoto(id: string, again: boolean): Promise<void> {
    const photo = await this.local.get('photos', id);
    if (photo && again) await this.local.put('photos', { ...photo, sent: 0 });
    else await this.local.delete('photos', id);
    await this.countForAll();
    this.loop.atOnce();
  }

  // —— What was refused ——

  /** Gives up a change that was refused; the record goes back to what the server has. */
  async discard(order: number): Promise<void> {
    await this.changed(await discardEntry(this.local, order));
    await this.countForAll();
    this.loop.atOnce();
  }

  /** Sends a refused change again; with today's time in place of times that cannot be, if asked. */
  async sendAgain(order: number, { redate = false } = {}): Promise<void> {
    const now = this.moment();
    await this.retry((entry) => {
      if (entry.order !== order) return null;
      const changes = entry.commit.changes.map((change) =>
        redate ? { ...change, data: redated(change.data, now) } : change,
      );
      return { ...entry, commit: { ...entry.commit, changes } };
    });
    this.loop.atOnce();
  }

  /** What was set aside for a while and is due by now goes back among what waits. */
  private async retryDue(): Promise<void> {
    const now = this.clock.now();
    await retryEntries(this.local, ({ again, ...entry }) =>
      again && again.atMs <= now ? { ...entry, again } : null,
    ).then((keys) => (keys.length > 0 ? this.changed(keys) : undefined));
  }

  /** Sends all that was refused again. */
  async sendAllAgain(): Promise<void> {
    await this.retry((entry) => entry);
    this.loop.atOnce();
  }

  private async retry(which: Parameters<typeof retryEntries>[1]): Promise<void> {
    const keys = await retryEntries(this.local, which);
    if (keys.length === 0) return;
    await this.changed(keys);
    await this.countForAll();
  }

  // —— The server ——

  /** Sends what waits and fetches what is new, now. */
  syncNow(): void {
    this.loop.atOnce();
  }

  /** Resolves when no record waits to be sent; at the latest after a while, for it may be long. */
  async recordsSent(): Promise<void> {
    for (let waited = 0; waited < 60 && this.sync.unsent > 0; waited++) {
      this.loop.soon(0);
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }

  /** One talk with the server, to its end. For tests and for what must wait for it. */
  async syncOnce(): Promise<void> {
    await alone(() => this.loop.talk());
  }

  /** Becomes another person of the workspace. Needs the network. */
  async becomePerson(personId: string): Promise<boolean> {
    try {
      await this.road.signIn(personId);
      return true;
    } catch (error) {
      if (!(error instanceof RoadProblem)) throw error;
      return false;
    }
  }

  private async signedIn(session: LocalSession): Promise<'same' | 'other'> {
    const before = this.sync.session;
    const other = before !== null && before.workspaceId !== session.workspaceId;
    if (other) {
      // What belongs to the workspace before stays in its own database: none of it is sent to this one.
      await this.leaveWorkspace();
      await turnTo(this.home, {
        from: { id: before.workspaceId, name: this.workspaceName() },
        to: session.workspaceId,
      });
      await this.openCurrent();
    }
    // The person who worked here before goes on, not the first of the workspace.
    const earlier = other ? await remembered(this.local, 'session') : undefined;
    await remember(this.local, 'session', session);
    if (other) {
      this.say({ workspace: true });
      await this.enterWorkspace();
      if (earlier && earlier.person.id !== session.person.id)
        await this.becomePerson(earlier.person.id);
      return 'other';
    }
    this.learn({ session });
    if (this.sync.season === null) this.store.dispatch(learnt({ season: session.season }));
    return 'same';
  }

  /** Nothing is shown or edited until a workspace is entered; what was edited before is on disk. */
  private async leaveWorkspace(): Promise<void> {
    this.store.dispatch(learnt({ ready: false }));
    await this.view.settled();
  }

  private async enterWorkspace(): Promise<void> {
    await this.load();
    this.store.dispatch(learnt({ ready: true }));
  }

  /** Another tab of this device has turned to another workspace. */
  private async turned(): Promise<void> {
    await this.leaveWorkspace();
    await this.openCurrent();
    await this.enterWorkspace();
  }

  private workspaceName(): string {
    const { session } = this.sync;
    return selectOne(this.store.getState(), 'workspace', session?.workspaceId)?.data.name ?? '';
  }

  /** What of another workspace waits on this device, as a file. */
  unsentOf = (workspaceId: string): Promise<Blob> => unsentAsFile(this.home, workspaceId);

  /** Takes another workspace off this device, with what of it was not sent. */
  async forgetWorkspace(workspaceId: string): Promise<void> {
    await forget(this.home, workspaceId);
    this.store.dispatch(learnt({ elsewhere: await otherWorkspaces(this.home) }));
  }

  private async metRestored(): Promise<void> {
    this.learn({ restored: (await remembered(this.local, 'restored')) ?? null });
    this.say({ reload: true });
    await this.view.load(this.sync.season ?? 0);
  }

  /** The person has read that the server was restored. */
  async restoredRead(): Promise<void> {
    await this.local.delete('meta', 'restored');
    this.learn({ restored: null });
  }

  private heardDate(serverMs: number): void {
    const before = this.clock.offMs;
    const clock = this.clock.heard(serverMs);
    if (before === 0 && clock.skewMs === 0) return;
    void remember(this.home, 'clock', clock);
    this.store.dispatch(learnt({ clockOffMs: clock.skewMs, today: this.moment().on }));
    void this.followSeason();
  }

  // —— Seasons ——

  /** What is kept up to date: the season on the screen with the one before it and, once its winter crops are sown, the one after it, and the workspace's own. */
  private seasonsShown(): number[] {
    const { season, session, today } = this.sync;
    const shown = season === null ? [] : [season, season - 1];
    if (season !== null && cropYear(today) > season) shown.push(season + 1);
    if (session) shown.push(session.season);
    return [...new Set(shown)];
  }

  /** The season the workspace is in today; null before anything is known of it. */
  currentSeason(): number | null {
    const { session } = this.sync;
    const workspace = selectOne(this.store.getState(), 'workspace', session?.workspaceId);
    if (!session || !workspace) return session?.season ?? null;
    // A clock can be years off until a server was heard.
    return Math.min(seasonOn(this.moment().on, workspace.data), session.season + 1);
  }

  /** Goes on to the season of the day, unless another was chosen since that began. */
  private async followSeason(): Promise<void> {
    const current = this.currentSeason();
    if (current === null) return;
    const season = this.chosen?.current === current ? this.chosen.season : current;
    if (season === this.sync.season) return;
    await this.showSeason(season);
    this.loop.soon(0);
  }

  private async showSeason(season: number): Promise<void> {
    this.store.dispatch(learnt({ season }));
    await this.view.load(season);
  }

  /** Opens another season on this device: what it holds of it at once, the rest when there is a network. */
  async openSeason(season: number): Promise<void> {
    this.chosen = { season, current: this.currentSeason() ?? season };
    await remember(this.local, 'chosenSeason', this.chosen);
    const seasons = (await remembered(this.local, 'seasons')) ?? {};
    const held = seasons[season];
    if (held)
      await remember(this.local, 'seasons', {
        ...seasons,
        [season]: { ...held, openedAt: new Date(this.clock.now()).toISOString() },
      });
    await this.showSeason(season);
    this.loop.atOnce();
  }

  /** Older seasons that nobody opened for a while leave the device; the server keeps them. */
  private async evict(): Promise<void> {
    const seasons = (await remembered(this.local, 'seasons')) ?? {};
    const before = new Date(this.clock.now() - UNOPENED_MS).toISOString();
    const old = Object.keys(seasons)
      .map(Number)
      .filter((one) => !this.seasonsShown().includes(one) && seasons[one]!.openedAt < before);
    for (const season of old) await evictSeason(this.local, season);
  }

  // —— Between tabs ——

  /** Something this device holds has changed: shown here, and told to every other tab. */
  private async changed(keys: string[]): Promise<void> {
    if (keys.length === 0) return;
    this.say({ keys });
    await this.view.refresh(keys);
  }

  /** Screens follow a long fetch once a second: drawing them at each page takes as long as fetching it. */
  private async fetched(records: readonly Kept[]): Promise<void> {
    this.arrived.push(
      ...records.map((record) => ({ key: keyOf(record), parent: parentInWalk(record) })),
    );
    if (performance.now() - this.shownAt > SHOW_MS) await this.showFetched();
  }

  private async showFetched(): Promise<void> {
    const arrived = this.arrived.splice(0);
    if (arrived.length === 0) return;
    this.shownAt = performance.now();
    this.say({ keys: arrived.map(({ key }) => key), parents: arrived.map(({ parent }) => parent) });
    await this.view.showArrived(arrived);
    // It says which season it is in.
    if (arrived.some(({ key }) => key.startsWith('workspace '))) await this.followSeason();
  }

  private learn(facts: Extract<Word, { learnt: unknown }>['learnt']): void {
    this.store.dispatch(learnt(facts));
    this.say({ learnt: facts });
  }

  private async countForAll(): Promise<void> {
    this.say({ outbox: true });
    await this.view.count();
  }

  private say(word: Word): void {
    this.channel?.postMessage(word);
  }

  private hear(word: Word): void {
    if ('learnt' in word) return void this.store.dispatch(learnt(word.learnt));
    if ('workspace' in word) return void this.turned();
    if ('reload' in word) return void this.view.load(this.sync.season ?? 0);
    if ('keys' in word) word.keys.forEach((key, i) => this.heard.set(key, word.parents?.[i]));
    // Several words in a row are read from the disk once.
    this.hearing ??= setTimeout(() => {
      this.hearing = undefined;
      const heard = [...this.heard].map(([key, parent]) => ({ key, parent }));
      this.heard.clear();
      void this.view.showArrived(heard).then(() => this.view.count());
    }, 30);
  }
}

/** One tab of a device at a time. */
async function alone(work: () => Promise<void>): Promise<boolean> {
  if (!navigator.locks) {
    await work();
    return true;
  }
  return navigator.locks.request('sendero-sync', { ifAvailable: true }, async (lock) => {
    if (lock) await work();
    return lock !== null;
  });
}

/** Takes a season's records off this device, unless something of it is unsent. */
export async function evictSeason(local: LocalDatabase, season: number): Promise<void> {
  const transaction = local.transaction(['records', 'together', 'outbox', 'meta'], 'readwrite');
  const records = heldRecords(transaction);
  const keys = await records.keysInSeason(season);
  const ids = keys.map((key) => key.split(' ')[1]!);
  const below: string[] = [];
  // With each goes what is read with it: the stops of a walk, the observations of a stop.
  for (let i = 0; i < ids.length; i++)
    for (const { kind, id } of await records.below(ids[i]!)) {
      ids.push(id);
      below.push(recordKey(kind, id));
    }
  const unsent = new Set(
    (await transaction.objectStore('outbox').getAll()).flatMap(({ touches }) => touches),
  );
  if (![...keys, ...below].some((key) => unsent.has(key))) {
    for (const key of keys) void records.delete(key);
    for (const id of ids) void records.deleteBelow(id);
    const meta = transaction.objectStore('meta');
    const seasons = ((await meta.get('seasons')) ?? {}) as Record<number, unknown>;
    delete seasons[season];
    void meta.put(seasons, 'seasons');
  }
  await transaction.done;
}

/** Data with times that cannot be replaced by now: what a device with a dead clock wrote down. */
function redated(data: unknown, { at, on, zoneOffsetMin }: Moment): unknown {
  if (data === null || typeof data !== 'object') return data;
  const impossible = (value: unknown) =>
    typeof value === 'string' &&
    /^\d{4}-\d\d-\d\dT/.test(value) &&
    (value < '1990' || value > new Date(Date.parse(at) + 86_400_000).toISOString());
  const entries = Object.entries(data);
  if (!entries.some(([, value]) => impossible(value))) return data;
  const days = { startedOn: on, on, zoneOffsetMin };
  return Object.fromEntries(
    entries.map(([name, value]) => [
      name,
      impossible(value) ? at : name in days ? days[name as keyof typeof days] : value,
    ]),
  );
}
