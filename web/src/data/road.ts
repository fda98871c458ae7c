import type { Commit, Kept, Outcome, Problems } from '@sendero/core';
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
}

interface Ask {
  method?: string;
  json?: unknown;
  bytes?: Blob | string;
  signal?: AbortSignal;
  signIn?: boolean;
}

/** Time for an answer, and for each byte of what is sent: 4 kB a second is a poor signal that still works. */
const ANSWER_MS = 20_000;
const MS_PER_BYTE = 0.25;

/**
 * The one way from this device to the server. Every call ends: with an answer, or with a RoadProblem
 * that says what kind of trouble it met. A session that ran out is opened again on the way.
 */
export class Road {
  private send: typeof fetch;
  private personId: () => string | undefined;
  private onSession: (session: LocalSession) => Promise<void>;
  private onDate: (serverMs: number) => void;

  constructor(listener: {
    /** Whom to sign in as. */
    personId(): string | undefined;
    /** A session was opened. */
    session(session: LocalSession): Promise<void>;
    /** The server's clock, with every answer. */
    date(serverMs: number): void;
    fetch?: typeof fetch;
  }) {
    this.send = listener.fetch ?? ((...request) => fetch(...request));
    this.personId = listener.personId;
    this.onSession = listener.session;
    this.onDate = listener.date;
  }

  health = () => this.ask('/health', { signIn: false });

  async signIn(personId = this.personId()): Promise<void> {
    const json = personId ? { personId } : {};
    const session = await this.ask<LocalSession>('/session', {
      method: 'POST',
      json,
      signIn: false,
    }).catch((error: unknown) => {
      const refused = error instanceof RoadProblem && error.trouble === 'refused';
      throw refused ? new RoadProblem('signedOut', error.message) : error;
    });
    await this.onSession(session);
  }

  commits = (commits: readonly Commit[]) =>
    this.ask<{ outcomes: Outcome[] }>('/commits', { method: 'POST', json: { commits } });

  changes = (after: number, season: number) =>
    this.ask<ChangesPage>(`/changes?after=${after}&season=${season}&shapes=1`);

  /** Sends a piece of a picture; answers how much of it the server has. */
  photoPiece = (id: string, from: number, piece: Blob, bytes: number) =>
    this.ask<{ received: number }>(`/photos/${id}?from=${from}&bytes=${bytes}`, {
      method: 'PUT',
      bytes: piece,
    });

  photo = async (id: string) => (await this.answer(`/photos/${id}`, {})).blob();

  /** Asks for JSON. @throws RoadProblem */
  async ask<T>(path: string, request: Ask = {}): Promise<T> {
    const response = await this.answer(path, request);
    try {
      if (isOurs(response)) return (await response.json()) as T;
    } catch {
      // Not what it says it is, or cut off on the way.
    }
    throw new RoadProblem('noAnswer', STRANGER);
  }

  private async answer(path: string, request: Ask): Promise<Response> {
    const response = await this.once(path, request);
    if (response.status === 401 && isOurs(response) && request.signIn !== false) {
      await this.signIn();
      return this.understand(await this.once(path, request));
    }
    return this.understand(response);
  }

  private async once(
    path: string,
    { method = 'GET', json, bytes, signal }: Ask,
  ): Promise<Response> {
    const body = json === undefined ? bytes : JSON.stringify(json);
    const size = typeof body === 'string' ? body.length : (body?.size ?? 0);
    const inTime = AbortSignal.timeout(ANSWER_MS + size * MS_PER_BYTE);
    try {
      const response = await this.send(`/api/v1${path}`, {
        method,
        body,
        headers: {
          'content-type': json === undefined ? 'application/octet-stream' : 'application/json',
        },
        signal: signal ? AbortSignal.any([signal, inTime]) : inTime,
      });
      // A stranger in between has a clock of its own.
      const date = Date.parse(response.headers.get('date') ?? '');
      if (Number.isFinite(date) && isOurs(response)) this.onDate(date);
      return response;
    } catch (error) {
      if (signal?.aborted) throw error;
      throw inTime.aborted
        ? new RoadProblem('noAnswer', 'The server did not answer in time.')
        : new RoadProblem('noNetwork', 'There is no connection.');
    }
  }

  private async understand(response: Response): Promise<Response> {
    if (response.ok) return response;
    // A portal, a proxy or another server says nothing of what this device sent.
    if (!isOurs(response)) throw new RoadProblem('noAnswer', STRANGER);
    const problem = (await response.json().catch(() => ({}))) as {
      detail?: string;
      problems?: Problems;
    };
    const { status } = response;
    const said = problem.detail ?? `The server answered ${status}.`;
    const seconds = Number(response.headers.get('retry-after') ?? NaN);
    const wait = Number.isFinite(seconds) ? seconds * 1000 : null;
    if (status === 401) throw new RoadProblem('signedOut', said);
    if (status === 413) throw new RoadProblem('tooBig', said, problem.problems ?? null);
    if (status === 408) throw new RoadProblem('noAnswer', said);
    if (REFUSES.includes(status)) throw new RoadProblem('refused', said, problem.problems ?? null);
    throw new RoadProblem('unwell', said, null, wait);
  }
}

/** With these the server says that what was sent is wrong, and would be again. */
const REFUSES = [400, 404, 409, 422];
const STRANGER = 'Something else than the server answered.';
/** Whether our own API answered, going by what the answer says it is: its JSON, or its problems. */
function isOurs(response: Response): boolean {
  const type = response.headers.get('content-type') ?? '';
  return response.ok
    ? /^application\/json\b/.test(type)
    : /^application\/problem\+json\b/.test(type);
}
