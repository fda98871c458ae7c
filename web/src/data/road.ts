import type { Commit, Kept, Outcome, Problems, Tile } from '@sendero/core';
import type { LocalSession } from './localDatabase.ts';

/** Why the server could not be reached or did not do as asked. What to do differs for each. */
export type Trouble =
  /** Nothing was reached: no signal, or the server is off. */
  | 'noNetwork'
  /** Reached, but no proper answer in time: a weak signal, or something in between that answers instead. */
  | 'noAnswer'
  /** The server answers that it is not well. */
  | 'unwell'
  | 'tooBig'
  | 'signedOut'
  /** The server does not know the place in the history that this device knows: it was restored from an older backup. */
  | 'otherHistory'
  /** Another workspace answers at this address: this device has turned to it, and what was asked is not for it. */
  | 'otherWorkspace'
  /** This request is wrong, and would be again. */
  | 'refused';

export class RoadProblem extends Error {
  trouble: Trouble;
  problems: Problems | null;
  /** The server asked to be left alone for so long. */
  retryAfterMs: number | null;
  constructor(
    trouble: Trouble,
    message: string,
    problems: Problems | null = null,
    retryAfterMs: number | null = null,
  ) {
    super(message);
    this.trouble = trouble;
    this.problems = problems;
    this.retryAfterMs = retryAfterMs;
  }
}

export interface ChangesPage {
  changes: { seq: number; season: number | null; record: Kept }[];
  next: number;
  more: boolean;
  /** The place in the server's history this page ends at; null while there is more, none from older servers. */
  history?: string | null;
}

/** What is known of where an answer comes from. */
export interface Known {
  /** The newest place in the server's history. */
  history: string | undefined;
}

interface Ask {
  method?: string;
  json?: unknown;
  bytes?: Blob | string;
  signal?: AbortSignal;
  signIn?: boolean;
}

/**
 * Time for an answer to begin, and between one part of it and the next; and for each byte of what is sent: 4 kB a second is a poor signal that
 * still works.
 */
const ANSWER_MS = 20_000;
const MS_PER_BYTE = 0.25;

/**
 * The one way from this device to the server. Every call ends: with an answer, or with a RoadProblem
 * that says what kind of trouble it met. A session that ran out is opened again on the way.
 */
export class Road {
  private send: typeof fetch;
  private who: () => Whom;
  private onSession: (session: LocalSession) => Promise<'same' | 'other'>;
  private onDate: (serverMs: number) => void;

  constructor(listener: {
    /** Whom to sign in as, and in which workspace. */
    who(): Whom;
    /** A session was opened. Says whether it is of another workspace than the one this device works in. */
    session(session: LocalSession): Promise<'same' | 'other'>;
    /** The server's clock, with every answer. */
    date(serverMs: number): void;
    fetch?: typeof fetch;
  }) {
    this.send = listener.fetch ?? ((...request) => fetch(...request));
    this.who = listener.who;
    this.onSession = listener.session;
    this.onDate = listener.date;
  }

  health = () => this.ask('/health', { signIn: false });

  async signIn(personId = this.who().personId): Promise<void> {
    const { workspaceId } = this.who();
    const ask = (json: Whom) =>
      this.ask<LocalSession>('/session', { method: 'POST', json, signIn: false });
    const session = await ask({ personId, workspaceId }).catch((error: unknown) => {
      if (!(error instanceof RoadProblem) || error.trouble !== 'refused') throw error;
      // Another workspace, in which nobody of this one is known: as whoever is first there.
      if (error.problems?.workspaceId) return ask({});
      throw new RoadProblem('signedOut', error.message);
    });
    await this.meet(session);
  }

  /** Asks who is signed in. @throws RoadProblem when another workspace answers: this device has turned to it then */
  async askSession(): Promise<void> {
    await this.meet(await this.ask<LocalSession>('/session'));
  }

  private async meet(session: LocalSession): Promise<void> {
    if ((await this.onSession(session)) === 'other') throw new RoadProblem('otherWorkspace', OTHER);
  }

  commits = (commits: readonly Commit[], { history }: Known) =>
    this.ask<{ outcomes: Outcome[]; history?: string | null }>('/commits', {
      method: 'POST',
      json: { commits, history },
    });

  changes = (
    after: number,
    season: number,
    { history, bytes }: Known & { bytes?: number } = { history: undefined },
  ) => {
    const asked = { after, season, shapes: 1, bytes, history };
    const query = Object.entries(asked).flatMap(([name, value]) =>
      value === undefined ? [] : [`${name}=${value}`],
    );
    return this.ask<ChangesPage>(`/changes?${query.join('&')}`);
  };

  /** Sends a piece of a picture; answers how much of it the server has. */
  photoPiece = (id: string, from: number, piece: Blob, bytes: number) =>
    this.ask<{ received: number }>(`/photos/${id}?from=${from}&bytes=${bytes}`, {
      method: 'PUT',
      bytes: piece,
    });

  photo = (id: string) => this.picture(`/photos/${id}`);

  /** A tile of a background map. */
  tile = (mapId: string, { z, x, y }: Tile, signal?: AbortSignal) =>
    this.picture(`/background-maps/${mapId}/${z}/${x}/${y}`, signal);

  private async picture(path: string, signal?: AbortSignal): Promise<Blob> {
    const { response, body } = await this.answer(path, { signal });
    const type = response.headers.get('content-type') ?? '';
    if (!type.startsWith('image/')) throw new RoadProblem('noAnswer', STRANGER);
    return new Blob([body as BlobPart], { type });
  }

  /** Asks for JSON. @throws RoadProblem */
  async ask<T>(path: string, request: Ask = {}): Promise<T> {
    const { response, body } = await this.answer(path, request);
    try {
      if (isOurs(response)) return JSON.parse(new TextDecoder().decode(body)) as T;
    } catch {
      // Not what it says it is.
    }
    throw new RoadProblem('noAnswer', STRANGER);
  }

  private async answer(path: string, request: Ask): Promise<Answered> {
    const answered = await this.once(path, request);
    const { response } = answered;
    if (response.status === 401 && isOurs(response) && request.signIn !== false) {
      await this.signIn();
      return understand(await this.once(path, request));
    }
    return understand(answered);
  }

  private async once(
    path: string,
    { method = 'GET', json, bytes, signal }: Ask,
  ): Promise<Answered> {
    const sent = json === undefined ? bytes : JSON.stringify(json);
    const size = typeof sent === 'string' ? sent.length : (sent?.size ?? 0);
    const late = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const within = (ms: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => late.abort(), ms);
    };
    within(ANSWER_MS + size * MS_PER_BYTE);
    try {
      const response = await this.send(`/api/v1${path}`, {
        method,
        body: sent,
        headers: {
          'content-type': json === undefined ? 'application/octet-stream' : 'application/json',
        },
        signal: signal ? AbortSignal.any([signal, late.signal]) : late.signal,
      });
      // A stranger in between has a clock of its own.
      const date = Date.parse(response.headers.get('date') ?? '');
      if (Number.isFinite(date) && isOurs(response)) this.onDate(date);
      return { response, body: await wholeBody(response, () => within(ANSWER_MS)) };
    } catch (error) {
      if (signal?.aborted) throw error;
      throw late.signal.aborted
        ? new RoadProblem('noAnswer', 'The server did not answer in time.')
        : new RoadProblem('noNetwork', 'There is no connection.');
    } finally {
      clearTimeout(timer);
    }
  }
}

type Whom = { personId?: string; workspaceId?: string };

/** An answer that has arrived whole. */
interface Answered {
  response: Response;
  body: Uint8Array;
}

/** Reads an answer to its end. @param arrived called with each part of it */
async function wholeBody(response: Response, arrived: () => void): Promise<Uint8Array> {
  const reader = response.body?.getReader();
  const parts: Uint8Array[] = [];
  for (; reader;) {
    arrived();
    const { done, value } = await reader.read();
    if (done) break;
    parts.push(value);
  }
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

function understand(answered: Answered): Answered {
  const { response, body } = answered;
  if (response.ok) return answered;
  // A portal, a proxy or another server says nothing of what this device sent.
  if (!isOurs(response)) throw new RoadProblem('noAnswer', STRANGER);
  const problem = problemIn(body);
  const { status } = response;
  const said = problem.detail ?? `The server answered ${status}.`;
  const seconds = Number(response.headers.get('retry-after') ?? NaN);
  const wait = Number.isFinite(seconds) ? seconds * 1000 : null;
  if (status === 401) throw new RoadProblem('signedOut', said);
  if (status === 413) throw new RoadProblem('tooBig', said, problem.problems ?? null);
  if (status === 409 && problem.problems?.history) throw new RoadProblem('otherHistory', said);
  if (status === 408) throw new RoadProblem('noAnswer', said);
  if (REFUSES.includes(status)) throw new RoadProblem('refused', said, problem.problems ?? null);
  throw new RoadProblem('unwell', said, null, wait);
}
function problemIn(body: Uint8Array): { detail?: string; problems?: Problems } {
  try {
    return JSON.parse(new TextDecoder().decode(body)) as object;
  } catch {
    return {};
  }
}

/** With these the server says that what was sent is wrong, and would be again. */
const REFUSES = [400, 404, 409, 422];
const OTHER = 'Another workspace answers at this address.';
const STRANGER = 'Something else than the server answered.';
/** Whether our own API answered, going by what the answer says it is: its JSON, or its problems. */
function isOurs(response: Response): boolean {
  const type = response.headers.get('content-type') ?? '';
  return response.ok
    ? /^application\/json\b/.test(type)
    : /^application\/problem\+json\b/.test(type);
}
