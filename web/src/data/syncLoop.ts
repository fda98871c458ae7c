import type { Kept, Outcome } from '@sendero/core';
import { keepPage } from './fetched.ts';
import { remembered, type LocalDatabase, type OutboxEntry } from './localDatabase.ts';
import { settleBatch, takeBatch } from './outbox.ts';
import {
  anewOf,
  beginAnew,
  finishAnew,
  lastShared,
  newestPlace,
  rememberPlace,
} from './restoredServer.ts';
import { RoadProblem, type ChangesPage, type Road } from './road.ts';
import type { Contact } from './store.ts';

/** Entries and bytes of JSON sent at a time. */
const MOST_ENTRIES = 500;
const MOST_BYTES = 1_000_000;
/** Bytes of JSON fetched at a time: little at first, more while it comes quickly, less when it does not. */
const FIRST_PAGE = 100_000;
const [LEAST_PAGE, MOST_PAGE] = [10_000, 2_000_000];
const [QUICK_MS, SLOW_MS] = [1000, 10_000];
const PHOTO_PIECE_BYTES = 128 * 1024;
/** Talk to the server at least this often, while it is well. */
const EVERY_MS = 20_000;
/** An edit goes when the hands rest so long, or after a while without a rest. */
const REST_MS = 700;
const NO_REST_MS = 20_000;
const FIRST_WAIT_MS = 2_000;
const LONGEST_WAIT_MS = 300_000;
/** Times that one change alone may fail the server before it is tried whether the others go. */
const MOST_FAILURES = 3;

export interface LoopParts {
  local(): LocalDatabase;
  road: Road;
  /** Name of who works here. */
  by(): string;
  /** The time, ms; for what is written down. */
  now(): number;
  /** A clock that never jumps, ms; for planning. */
  steady(): number;
  /** Seasons to keep up with. */
  seasons(): number[];
  random(): number;
  timer: { set(work: () => void, ms: number): unknown; clear(timer: unknown): void };
  /** Runs work while no other tab of this device does; says whether it could. */
  alone(work: () => Promise<void>): Promise<boolean>;
  /** What was set aside for a while and is due goes back among what waits. */
  retryDue(): Promise<void>;
  /** Every edit of this tab is on disk. */
  settled(): Promise<unknown>;
  signedIn(): boolean;
  contact(): Contact;
  /** What became known: keys of records that changed, how the talk went, when something was sent. */
  tell: {
    changed(keys: string[]): Promise<void>;
    fetched(records: readonly Kept[]): Promise<void>;
    contact(contact: Contact): void;
    sending(sending: boolean): void;
    sentAt(at: string): void;
    outbox(): Promise<void>;
    /** A server that was restored has been met, and what it lacks waits to be sent. */
    restored(): Promise<void>;
  };
}

/**
 * Keeps this device and the server in step: sends what waits, then photos, fetches what is new, and
 * comes back later, the later the worse it went. One entry that the server will not take is set aside
 * with its reason; the rest goes on.
 */
export class SyncLoop {
  private parts: LoopParts;
  private soonTimer: unknown;
  private soonAt = Infinity;
  private restTimer: unknown;
  private editedSince: number | null = null;
  private failures = 0;
  /** Not before, unless a person asks. */
  private notBefore = 0;
  /** Halved when a batch is too big or wrong, until the culprit is alone; grows back with each success. */
  private most = MOST_ENTRIES;
  private failedAlone = 0;
  private pageBytes = FIRST_PAGE;
  /** A change the server failed over again and again: to blame if it takes the next one. */
  private suspect: { entry: OutboxEntry; error: RoadProblem } | null = null;

  constructor(parts: LoopParts) {
    this.parts = parts;
  }

  /** Talks to the server in so many ms, or sooner if that was planned already. */
  soon(delayMs: number): void {
    const { steady, timer } = this.parts;
    const at = Math.max(steady() + delayMs, this.notBefore);
    if (at >= this.soonAt) return;
    timer.clear(this.soonTimer);
    this.soonAt = at;
    this.soonTimer = timer.set(() => {
      this.soonAt = Infinity;
      void this.run();
    }, at - steady());
  }

  /** Something was edited: while a thumb is tapping, the taps come first. */
  edited(): void {
    const { steady, timer } = this.parts;
    this.editedSince ??= steady();
    timer.clear(this.restTimer);
    const wait = Math.min(REST_MS, this.editedSince + NO_REST_MS - steady());
    this.restTimer = timer.set(
      () => {
        this.editedSince = null;
        this.soon(0);
      },
      Math.max(0, wait),
    );
  }

  /** A person asks, or the network is back: whatever went wrong before. */
  atOnce(): void {
    this.notBefore = 0;
    this.soon(0);
  }

  stop(): void {
    this.parts.timer.clear(this.soonTimer);
    this.parts.timer.clear(this.restTimer);
    this.soonAt = 0;
  }

  /** One talk, if no other tab is at it, and the plan for the next. */
  async run(): Promise<void> {
    let had = true;
    try {
      had = await this.parts.alone(() => this.talk());
    } finally {
      // What this tab has to send goes with the other tab's talk, or just after it.
      this.soon(!had ? 1500 : this.failures > 0 ? 0 : EVERY_MS);
    }
  }

  /** Sends and fetches all there is, once. */
  async talk(): Promise<void> {
    const { road, tell } = this.parts;
    try {
      // A change once handed to the network can no longer be altered: make sure of the network first.
      if (this.parts.contact() !== 'online') await road.health();
      if (!this.parts.signedIn()) await road.signIn();
      try {
        await this.exchange();
      } catch (error) {
        if (!(error instanceof RoadProblem) || error.trouble !== 'otherHistory') throw error;
        // A place in the history that is not known there: is it another workspace, or was it restored?
        await road.askSession();
        const places = (await remembered(this.parts.local(), 'places')) ?? [];
        await beginAnew(this.parts.local(), await lastShared(road, places));
        await this.exchange();
      }
      this.failures = 0;
      this.notBefore = 0;
      tell.contact('online');
    } catch (error) {
      if (!(error instanceof RoadProblem)) console.error(error);
      this.failures += 1;
      const worst = Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (this.failures - 1));
      const asked = error instanceof RoadProblem ? error.retryAfterMs : null;
      const wait = asked ?? worst * (0.5 + this.parts.random() / 2);
      this.notBefore = this.parts.steady() + wait;
      tell.contact(contactAfter(error));
    } finally {
      tell.sending(false);
      await tell.outbox();
    }
  }

  /** What waits goes out, what is new comes in. From a server that was restored everything comes first. */
  private async exchange(): Promise<void> {
    const { local, tell } = this.parts;
    await this.parts.retryDue();
    const anew = await anewOf(local());
    if (anew) {
      const held = Object.keys((await remembered(local(), 'seasons')) ?? {}).map(Number);
      for (const season of new Set([...this.parts.seasons(), ...held]))
        await this.fetchSeason(season);
      await finishAnew(local(), new Date(this.parts.now()).toISOString());
      await tell.restored();
    }
    await this.sendEntries();
    await this.sendPhotos();
    for (const season of this.parts.seasons()) await this.fetchSeason(season);
  }

  private async sendEntries(): Promise<void> {
    const { local, road, tell } = this.parts;
    await this.parts.settled();
    for (;;) {
      const { suspect } = this;
      const batch = await takeBatch(local(), this.most, MOST_BYTES, suspect?.entry);
      if (batch.length === 0) {
        this.suspect = null;
        if (suspect) throw suspect.error;
        return;
      }
      tell.sending(true);
      let outcomes: Outcome[];
      let why: 'tooBig' | undefined;
      let place: string | undefined;
      try {
        const answered = await road.commits(
          batch.map(({ commit }) => commit),
          { history: await newestPlace(local()) },
        );
        outcomes = answered.outcomes;
        place = answered.history ?? undefined;
        this.most = Math.min(MOST_ENTRIES, this.most * 2);
        this.failedAlone = 0;
        if (suspect) {
          this.suspect = null;
          await this.settle([suspect.entry], refusal(suspect.entry, suspect.error), {
            why: 'unwell',
          });
        }
      } catch (error) {
        const verdict = this.afterRefusal(error, batch);
        if (verdict === 'split') continue;
        outcomes = verdict;
        if (error instanceof RoadProblem && error.trouble === 'tooBig') why = 'tooBig';
      }
      await this.settle(batch, outcomes, { why, place });
      if (place) await rememberPlace(local(), place);
    }
  }

  private async settle(
    batch: OutboxEntry[],
    outcomes: Outcome[],
    { why, place }: { why?: 'tooBig' | 'unwell'; place?: string } = {},
  ): Promise<void> {
    const { local, tell } = this.parts;
    const at = new Date(this.parts.now()).toISOString();
    const by = { name: this.parts.by(), now: at, place };
    const stale = await settleBatch(local(), batch, outcomes, by, why);
    await tell.changed(stale);
    tell.sentAt(at);
    await tell.outbox();
  }

  /**
   * What to do with a batch that was turned away as a whole: look for the one to blame, and when it is
   * alone set it aside.
   */
  private afterRefusal(error: unknown, batch: OutboxEntry[]): 'split' | Outcome[] {
    if (!(error instanceof RoadProblem)) throw error;
    const { trouble } = error;
    const sick = trouble === 'unwell';
    if (!sick && trouble !== 'tooBig' && trouble !== 'refused') throw error;
    if (batch.length > 1) {
      this.most = Math.ceil(batch.length / 2);
      // A server that stumbles is left alone for a while; with less, in case this batch is what it stumbles over.
      if (sick) throw error;
      return 'split';
    }
    if (!sick) return refusal(batch[0]!, error);
    // Is it this change or the server? Only another one that goes through can tell.
    const tried = this.suspect !== null;
    this.suspect = null;
    if (tried || (this.failedAlone += 1) < MOST_FAILURES) throw error;
    this.suspect = { entry: batch[0]!, error };
    return 'split';
  }

  /** Photos go one at a time, in pieces, behind whatever waits of the records. */
  private async sendPhotos(): Promise<void> {
    const { local, road, tell } = this.parts;
    for (const { id } of await local().getAllFromIndex('photos', 'sent', 0)) {
      for (let from = 0; ;) {
        await this.sendEntries();
        const photo = await local().get('photos', id);
        if (!photo || photo.sent !== 0) break;
        const { blob } = photo;
        try {
          const piece = blob.slice(from, from + PHOTO_PIECE_BYTES);
          const { received } = await road.photoPiece(id, from, piece, blob.size);
          from = received;
        } catch (error) {
          const hopeless =
            error instanceof RoadProblem && ['tooBig', 'refused'].includes(error.trouble);
          if (!hopeless) throw error;
          await local().put('photos', { ...photo, sent: 2, problem: error.message });
          break;
        }
        if (from >= blob.size) {
          await local().put('photos', { ...photo, sent: 1 });
          break;
        }
      }
      await tell.outbox();
    }
  }

  /** Fetches what is new of a season, page by page: while some are written to the disk, the next is on its way. */
  private async fetchSeason(season: number): Promise<void> {
    const { local, tell } = this.parts;
    const held = ((await remembered(local(), 'seasons')) ?? {})[season];
    const anew = await anewOf(local());
    let written: Promise<void> = Promise.resolve();
    let after = held?.cursor ?? 0;
    for (let more = true; more;) {
      const page = await this.fetchPage(season, after, anew !== undefined).catch(
        async (error: unknown) => {
          // What has arrived is kept, whatever becomes of the rest.
          await written;
          throw error;
        },
      );
      ({ more, next: after } = page);
      const before = written;
      written = keepPage(
        local(),
        season,
        page,
        new Date(this.parts.now()).toISOString(),
        anew,
      ).then(() => tell.fetched(page.changes.map(({ record }) => record)));
      written.catch(() => undefined);
      // No more than one page ahead of the disk.
      await before;
    }
    await written;
  }

  private async fetchPage(season: number, after: number, anew: boolean): Promise<ChangesPage> {
    const { local, road, steady } = this.parts;
    const history = anew ? undefined : await newestPlace(local());
    const began = steady();
    try {
      const page = await road.changes(after, season, { history, bytes: this.pageBytes });
      const took = steady() - began;
      if (page.more && took < QUICK_MS) this.pageBytes = Math.min(MOST_PAGE, this.pageBytes * 4);
      else if (took > SLOW_MS) this.pageBytes = Math.max(LEAST_PAGE, this.pageBytes / 2);
      return page;
    } catch (error) {
      this.pageBytes = Math.max(LEAST_PAGE, this.pageBytes / 2);
      throw error;
    }
  }
}

/** What is said of a change that is set aside. */
function refusal({ commit }: OutboxEntry, error: RoadProblem): Outcome[] {
  const said = {
    unwell: 'The server failed over this change again and again. It is kept here: try again later.',
    tooBig:
      'This change is bigger than the server takes: make it smaller where it was entered, or split it.',
  };
  const record = said[error.trouble as keyof typeof said] ?? error.message;
  return [{ id: commit.id, outcome: 'refused', problems: error.problems ?? { record } }];
}

/** How the device stands with the server after something went wrong. */
function contactAfter(error: unknown): Contact {
  if (!(error instanceof RoadProblem)) return 'noAnswer';
  const { trouble } = error;
  if (trouble === 'refused' || trouble === 'tooBig') return 'unwell';
  return trouble === 'otherHistory' || trouble === 'otherWorkspace' ? 'unknown' : trouble;
}
