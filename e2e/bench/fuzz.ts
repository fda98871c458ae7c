import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { exampleFamily, kindOf, seededRandom, type Kind } from '@sendero/core';
import pg from 'pg';
import { signedIn, type App } from '../app.ts';
import { report } from './report.ts';

const RECORDS = 180_000;
const REQUESTS = 20_000;
/** Commits of a batch, and requests under way at a time. */
const BATCH = 100;
const AT_ONCE = 8;

/** What an attribute, a query or a path can hold by mistake or by malice. */
const WRONG: readonly unknown[] = [
  null,
  true,
  '',
  'yesterday',
  '2027-13-45',
  '9999-99-99T99:99:99Z',
  '\u0000',
  '../../etc/passwd',
  "'; DROP TABLE fields; --",
  '😀'.repeat(3000),
  -1,
  -0,
  0.5,
  1e308,
  Number.MAX_SAFE_INTEGER,
  [],
  [[[[]]]],
  {},
  { __proto__: null, constructor: 1 },
  { type: 'MultiPolygon', coordinates: [[[['a', null]]]] },
];

type Random = ReturnType<typeof seededRandom>;
const any = <T>(random: Random, values: readonly T[]): T => values[random.below(values.length)]!;

/** A value with one or two places of it replaced by something wrong. */
function mutated(random: Random, value: unknown, depth = 0): unknown {
  if (random.below(depth === 0 ? 50 : 4) === 0) return any(random, WRONG);
  if (Array.isArray(value) && value.length > 0) {
    const copy = [...value];
    const at = random.below(copy.length);
    copy[at] = mutated(random, copy[at], depth + 1);
    return copy;
  }
  if (value !== null && typeof value === 'object') {
    const names = Object.keys(value);
    if (names.length === 0) return any(random, WRONG);
    const name = any(random, names);
    const copy: Record<string, unknown> = { ...(value as object) };
    if (random.below(12) === 0) delete copy[name];
    else copy[name] = mutated(random, copy[name], depth + 1);
    if (random.below(20) === 0) copy[`odd ${random.below(9)}`] = any(random, WRONG);
    return copy;
  }
  return any(random, WRONG);
}

interface Tally {
  asked: number;
  failed: Map<string, number>;
  slowestMs: number;
}

async function ask(tally: Tally, what: string, url: string, init: RequestInit): Promise<void> {
  const from = performance.now();
  const response = await fetch(url, init).catch(() => null);
  await response?.arrayBuffer().catch(() => null);
  tally.asked += 1;
  tally.slowestMs = Math.max(tally.slowestMs, performance.now() - from);
  if (response === null || response.status >= 500)
    tally.failed.set(what, (tally.failed.get(what) ?? 0) + 1);
}

const residentMegabytes = (pid: number) =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

/** Runs work on numbers from 0, so many at a time. */
async function sideBySide(count: number, most: number, work: (i: number) => Promise<void>) {
  let next = 0;
  await Promise.all(
    Array.from({ length: most }, async () => {
      for (let i = next++; i < count; i = next++) await work(i);
    }),
  );
}

/** Mutated records of every kind and mutated requests to every route: none may fail the server, stay away or fill its memory. */
export async function fuzz(app: App): Promise<void> {
  const seed = 20270527;
  console.log(
    `\n${(RECORDS + REQUESTS).toLocaleString('en')} mutated records and requests, seed ${seed}`,
  );
  const random = seededRandom(seed);
  const { cookie } = await signedIn(app);
  const api = `${app.url}/api/v1`;
  const family = exampleFamily(randomUUID);
  const idOf = new Map(family.map(({ kind, id }) => [kind, id]));
  const headers = { cookie, 'content-type': 'application/json' };
  const put = (kind: Kind, id: string, data: unknown, more: object = {}) => ({
    id: randomUUID(),
    madeAt: new Date().toISOString(),
    changes: [
      { op: 'put', kind, id, baseRevision: 0, version: kindOf(kind).version, data, ...more },
    ],
  });
  // The sound family stands, so that most of what follows meets what it belongs to.
  await fetch(`${api}/commits`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ commits: family.map(({ kind, id, data }) => put(kind, id, data)) }),
  });
  const tally: Tally = { asked: 0, failed: new Map(), slowestMs: 0 };
  const post = (what: string, body: unknown) =>
    ask(tally, what, `${api}/commits`, { method: 'POST', headers, body: JSON.stringify(body) });
  await sideBySide(RECORDS / BATCH, AT_ONCE, async () => {
    const commits = Array.from({ length: BATCH }, () => {
      const { kind, data } = any(random, family);
      const id = random.below(3) === 0 ? idOf.get(kind)! : randomUUID();
      const commit = put(kind, id, mutated(random, data), {
        baseRevision: random.below(3),
        ...(random.below(4) === 0 ? { base: mutated(random, data), taps: true } : {}),
        ...(random.below(30) === 0 ? { op: any(random, ['delete', 'restore']) } : {}),
      });
      return random.below(20) === 0 ? mutated(random, commit) : commit;
    });
    await post('commits', random.below(50) === 0 ? mutated(random, { commits }) : { commits });
  });

  const document = (await (await fetch(`${api}/openapi.json`)).json()) as {
    paths: Record<string, Record<string, { parameters?: { name: string; in: string }[] }>>;
  };
  const routes = Object.entries(document.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, { parameters = [] }]) => ({ path, method, parameters })),
  );
  const text = () => {
    const value = any(random, [...WRONG, randomUUID(), any(random, [...idOf.values()]), '7']);
    return encodeURIComponent(
      typeof value === 'string' ? value.slice(0, 2000).toWellFormed() : JSON.stringify(value),
    );
  };
  await sideBySide(REQUESTS, AT_ONCE, async () => {
    const { path, method, parameters } = any(random, routes);
    const address = path.replace(/\{[^}]+\}/g, () => text() || '-');
    const query = parameters.flatMap(({ name, in: place }) =>
      place === 'query' && random.below(2) === 0 ? [`${name}=${text()}`] : [],
    );
    const body = ['post', 'put'].includes(method)
      ? any(random, [
          '',
          'no json',
          JSON.stringify(any(random, WRONG)),
          '{"commits":',
          Buffer.alloc(5000, 1),
        ])
      : undefined;
    // Signing out and asking the outside are not what is measured.
    if (/stations\/look/.test(path)) return;
    await ask(
      tally,
      `${method} ${path}`,
      `${app.url}${address}${query.length > 0 ? `?${query.join('&')}` : ''}`,
      {
        method: method.toUpperCase(),
        headers,
        body,
      },
    );
  });
  for (const [what, times] of tally.failed) console.log(`  failed: ${what}, ${times} times`);
  report(
    'answers of 500 or none',
    [...tally.failed.values()].reduce((a, b) => a + b, 0),
    '',
    0,
  );
  report(`slowest of ${tally.asked.toLocaleString('en')} requests`, tally.slowestMs, 'ms', 2000);
  report('server memory at its peak', residentMegabytes(app.pid), 'MB', 400);
}

const [WORKSPACES, WRITERS, ROUNDS] = [20, 16, 12];

/** Twenty workspaces, in each sixteen who write at once: none waits for another workspace's queue, and nothing is lost. */
export async function manyWriters(app: App): Promise<void> {
  console.log(`\n${WORKSPACES} workspaces × ${WRITERS} writers, ${ROUNDS} commits each`);
  const cookies = await Promise.all(Array.from({ length: WORKSPACES }, () => workspaceOf(app)));
  const waits: number[] = [];
  await Promise.all(
    cookies.flatMap((cookie) =>
      Array.from({ length: WRITERS }, async () => {
        for (let i = 0; i < ROUNDS; i++) {
          const from = performance.now();
          const response = await fetch(`${app.url}/api/v1/commits`, {
            method: 'POST',
            headers: { cookie, 'content-type': 'application/json' },
            body: JSON.stringify({
              commits: [
                {
                  id: randomUUID(),
                  madeAt: new Date().toISOString(),
                  changes: [
                    {
                      op: 'put',
                      kind: 'grower',
                      id: randomUUID(),
                      baseRevision: 0,
                      data: { name: `G${i}` },
                    },
                  ],
                },
              ],
            }),
          });
          if (!response.ok) throw new Error(`answered ${response.status}`);
          await response.arrayBuffer();
          waits.push(performance.now() - from);
        }
      }),
    ),
  );
  const [held] = await app.sql<{ n: number }>(
    'SELECT count(*)::int AS n FROM growers WHERE name IS NULL OR true',
  );
  const expected = WORKSPACES * WRITERS * ROUNDS;
  report('commits that are not in the database', Math.max(0, expected - held!.n), '', 0);
  report(`slowest of ${waits.length.toLocaleString('en')} commits`, Math.max(...waits), 'ms');
}

/** A workspace with one person; gives the cookie of a session of theirs. */
async function workspaceOf(app: App): Promise<string> {
  const { createHash, randomBytes } = await import('node:crypto');
  const client = new pg.Client(app.connection);
  await client.connect();
  const [workspace, person, token] = [
    randomUUID(),
    randomUUID(),
    randomBytes(32).toString('base64url'),
  ];
  const data = { name: 'Bench', fixedToday: null, season: 2027, weights: null };
  await client.query(
    `INSERT INTO workspaces (id, revision, edited_by, edited_at, shape, payload, name, season, change_seq) VALUES ($1, 1, 'Bench', now(), 1, $2, 'Bench', 2027, 0)`,
    [workspace, JSON.stringify(data)],
  );
  await client.query(`INSERT INTO people VALUES ($1, $2, 'Bench', 'agronomist')`, [
    person,
    workspace,
  ]);
  await client.query('INSERT INTO sessions VALUES ($1, $2, now())', [
    createHash('sha256').update(token).digest('hex'),
    person,
  ]);
  await client.end();
  return `sendero_session=${token}`;
}
