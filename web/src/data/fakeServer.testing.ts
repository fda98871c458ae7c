import {
  decideCommits,
  readCommit,
  readKept,
  type Commit,
  type Kept,
  type LookUp,
  type Outcome,
} from '@sendero/core';

export const WORKSPACE = '01890000-0000-7000-8000-000000000001';

/**
 * A server in memory that decides as the real one does, behind a network that can be cut, slowed and
 * bent. For tests: `fetch` is given to a `Road`.
 */
export function fakeServer(workspaceId = WORKSPACE) {
  const held = new Map<string, Kept>();
  let changes: { seq: number; season: number | null; record: Kept }[] = [];
  /** A mark for each change: what a restored server does not have. */
  let marks: string[] = [];
  const newestPlace = () => `${marks.length}.${marks.at(-1)}`;
  const seen = new Map<string, Outcome>();
  const network = {
    /** Nothing is reached. */
    cut: false,
    /** What is asked is done, the answer never arrives. */
    losesAnswers: false,
    /** Every request is answered so, or only those the test picks out. */
    answers: null as
      null | ((path: string, body: string, method: string) => Response | Promise<Response> | null),
    /** The server's clock ahead of this one's, ms. */
    aheadMs: 0,
    /** Bodies of all commits sent, and paths of all requests. */
    sent: [] as Commit[][],
    asked: [] as string[],
    pictures: new Map<string, number>(),
  };
  const session = {
    person: { id: 'p', name: 'Noor Castellane' },
    workspaceId,
    season: 2027,
    people: [],
  };
  const lookUp: LookUp = (kind, id) => held.get(`${kind} ${id}`) as never;
  const keep = (record: Kept, season: number | null = null) => {
    held.set(`${record.kind} ${record.id}`, record);
    changes.push({ seq: changes.length + 1, season, record });
    marks.push(crypto.randomUUID());
  };
  keep({
    kind: 'workspace',
    id: workspaceId,
    revision: 1,
    deletedAt: null,
    editedBy: '',
    editedAt: '',
    data: {
      name: 'Almirel Bench',
      fixedToday: null,
      season: 2027,
      weights: null,
      decimalMark: null,
      fullYields: null,
      prices: null,
      usualDifference: null,
      faultyShare: null,
    },
  });
  const apply = (commits: readonly unknown[], person: string): Outcome[] =>
    commits.map((sent) => {
      const read = readCommit(sent);
      if (!read.ok) return read.refused;
      const { commit } = read;
      const before = seen.get(commit.id);
      if (before) return before;
      const decision = decideCommits([commit], {
        person,
        now: new Date(Date.now() + network.aheadMs).toISOString(),
        lookUp,
        newId: () => crypto.randomUUID(),
      });
      decision.versions.forEach(({ record }) => keep(record));
      seen.set(commit.id, decision.outcomes[0]!);
      return decision.outcomes[0]!;
    });
  const otherHistory = (known: string | null | undefined) => {
    const [seq, mark] = known?.split('.') ?? [];
    return seq !== undefined && marks[Number(seq) - 1] !== mark
      ? problem(409, 'Another history.', {}, { history: 'The server was restored from a backup.' })
      : null;
  };
  const respond = (path: string, body: string): unknown => {
    const url = new URL(path, 'http://server');
    const [, , , place, id] = url.pathname.split('/');
    switch (place) {
      case 'health':
        return { ok: true };
      case 'session': {
        const wanted = body
          ? (JSON.parse(body) as { workspaceId?: string }).workspaceId
          : undefined;
        return wanted === undefined || wanted === workspaceId
          ? session
          : problem(404, 'Another workspace.', {}, { workspaceId: 'Another workspace.' });
      }
      case 'commits': {
        const { commits, history } = JSON.parse(body) as { commits: Commit[]; history?: string };
        const refused = otherHistory(history);
        if (refused) return refused;
        network.sent.push(commits);
        const outcomes = apply(commits, 'Noor Castellane');
        return { outcomes, history: newestPlace() };
      }
      case 'changes': {
        const refused = otherHistory(url.searchParams.get('history'));
        if (refused) return refused;
        const after = Number(url.searchParams.get('after'));
        const season = Number(url.searchParams.get('season'));
        const page = changes.filter(
          (change) => change.seq > after && (change.season === null || change.season === season),
        );
        return {
          changes: page.map((change) => ({ ...change, record: readKept(change.record) })),
          next: Math.max(after, changes.length),
          more: false,
          history: newestPlace(),
        };
      }
      case 'photos': {
        const from = Number(url.searchParams.get('from'));
        const had = network.pictures.get(id!) ?? 0;
        const received = from === had ? had + Number(body) : had;
        network.pictures.set(id!, received);
        return { received };
      }
      default:
        throw new Error(`no such place: ${path}`);
    }
  };
  const fetch = (async (path: string, init?: RequestInit) => {
    network.asked.push(path);
    if (network.cut) throw new TypeError('network');
    const body = init?.body instanceof Blob ? String(init.body.size) : String(init?.body ?? '');
    const bent = await network.answers?.(path, body, init?.method ?? 'GET');
    if (bent) return bent;
    const answer = respond(path, body);
    if (network.losesAnswers) throw new TypeError('network');
    if (answer instanceof Response) return answer;
    return new Response(JSON.stringify(answer), {
      status: 200,
      headers: {
        'content-type': 'application/json',
        date: new Date(Date.now() + network.aheadMs).toUTCString(),
      },
    });
  }) as typeof globalThis.fetch;
  return {
    held,
    get changes() {
      return changes;
    },
    network,
    apply,
    keep,
    fetch,
    /** What a backup holds, and a way back to it. */
    backup() {
      const kept = structuredClone({ held: [...held], changes, marks, seen: [...seen] });
      return () => {
        held.clear();
        kept.held.forEach(([key, record]) => held.set(key, record));
        seen.clear();
        kept.seen.forEach(([id, outcome]) => seen.set(id, outcome));
        [changes, marks] = structuredClone([kept.changes, kept.marks]) as [
          typeof changes,
          typeof marks,
        ];
        network.pictures.clear();
      };
    },
  };
}

/** The server's answer that something is wrong. */
export const problem = (
  status: number,
  detail: string,
  headers: Record<string, string> = {},
  problems?: Record<string, string>,
) =>
  new Response(JSON.stringify({ detail, problems }), {
    status,
    headers: { 'content-type': 'application/problem+json', ...headers },
  });

/** The server's answer that all is well. */
export const answer = (body: object) =>
  new Response(JSON.stringify(body), {
    status: 200,
    headers: { 'content-type': 'application/json' },
  });
