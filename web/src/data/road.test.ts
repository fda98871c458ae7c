import { describe, expect, it, vi } from 'vitest';
import { answer as wellAnswer, problem } from './fakeServer.testing.ts';
import { Road, type RoadProblem } from './road.ts';

const road = (fetch: (path: string, init: RequestInit) => Promise<Response>) =>
  new Road({
    who: () => ({ personId: 'p' }),
    session: async () => 'same',
    date: () => undefined,
    fetch: fetch as typeof globalThis.fetch,
  });
const troubleOf = (answer: () => Promise<Response>) =>
  road(answer)
    .ask('/changes')
    .then(
      () => 'none',
      (error: RoadProblem) => error.trouble,
    );

describe('what is in the way is told apart', () => {
  it.each([
    ['noNetwork', () => Promise.reject(new TypeError('failed'))],
    ['noAnswer', async () => new Response('<html>Sign in to this network</html>')],
    ['noAnswer', async () => problem(408, 'Too slow.')],
    ['unwell', async () => problem(500, 'Something broke here.')],
    ['unwell', async () => problem(503, 'Back soon.')],
    ['unwell', async () => problem(429, 'Slower.')],
    ['tooBig', async () => problem(413, 'Too much.')],
    ['refused', async () => problem(400, 'Not a batch.')],
    ['refused', async () => problem(404, 'No such thing.')],
    ['none', async () => wellAnswer({})],
    // A portal, a proxy or another server in between.
    ['noAnswer', async () => new Response('<html>Not here</html>', { status: 404 })],
    ['noAnswer', async () => new Response('Method not allowed', { status: 405 })],
    ['noAnswer', async () => new Response('<html>Pay first</html>', { status: 402 })],
    ['noAnswer', async () => new Response('<html>Sign in</html>', { status: 401 })],
    ['noAnswer', async () => new Response('too large', { status: 413 })],
    ['unwell', async () => problem(421, 'This server does not answer at this address.')],
  ])('%s', async (trouble, answer) => expect(await troubleOf(answer)).toBe(trouble));

  it('a request that is never answered ends', async () => {
    vi.useFakeTimers();
    const never = road(
      (_, { signal }) =>
        new Promise((_resolve, reject) =>
          signal!.addEventListener('abort', () => reject(new Error('aborted'))),
        ),
    ).commits([], { history: undefined });
    const ended = expect(never).rejects.toMatchObject({ trouble: 'noAnswer' });
    await vi.advanceTimersByTimeAsync(30_000);
    await ended;
    vi.useRealTimers();
    vi.restoreAllMocks();
  });

  it('an answer that trickles is read to its end, however long it takes; one that stops is given up', async () => {
    vi.useFakeTimers();
    const trickle = (parts: number, everyMs: number) =>
      road(async () => {
        const text = JSON.stringify({ ok: 'x'.repeat(parts) });
        const size = Math.ceil(text.length / parts);
        let at = 0;
        const body = new ReadableStream({
          async pull(controller) {
            await new Promise((resolve) => setTimeout(resolve, everyMs));
            if (at >= text.length) return controller.close();
            controller.enqueue(new TextEncoder().encode(text.slice(at, (at += size))));
          },
        });
        return new Response(body, { headers: { 'content-type': 'application/json' } });
      }).health();
    const slow = trickle(20, 10_000);
    await vi.advanceTimersByTimeAsync(300_000);
    expect(await slow).toEqual({ ok: 'x'.repeat(20) });
    vi.useRealTimers();
  });

  it('a session that ran out is opened again once; without one it says so', async () => {
    const asked: string[] = [];
    let signedIn = false;
    const one = road(async (path) => {
      asked.push(path);
      if (path.endsWith('/session')) signedIn = true;
      return signedIn ? wellAnswer({ ok: true }) : problem(401, 'Sign in again.');
    });
    expect(await one.ask('/changes')).toEqual({ ok: true });
    expect(asked.map((path) => path.split('/').at(-1))).toEqual(['changes', 'session', 'changes']);
    expect(await troubleOf(async () => problem(401, 'Sign in again.'))).toBe('signedOut');
    const gone = road(async (path) =>
      path.endsWith('/session') ? problem(404, 'No such person.') : problem(401, 'Sign in.'),
    );
    await expect(gone.ask('/changes')).rejects.toMatchObject({ trouble: 'signedOut' });
  });

  it('takes no time from a stranger: a portal’s clock of 2040 is not the server’s', async () => {
    const dates: number[] = [];
    const asked = (response: Response) =>
      new Road({
        who: () => ({}),
        session: async () => 'same',
        date: (ms) => dates.push(ms),
        fetch: (async () => response) as typeof fetch,
      })
        .health()
        .catch(() => undefined);
    const date = 'Sun, 01 Jan 2040 10:00:00 GMT';
    await asked(new Response('<html>', { headers: { date, 'content-type': 'text/html' } }));
    await asked(new Response('<html>', { status: 511, headers: { date } }));
    expect(dates).toEqual([]);
    await asked(new Response('{}', { headers: { date, 'content-type': 'application/json' } }));
    expect(dates).toEqual([Date.parse(date)]);
  });

  it('hears the server’s clock and how long it wants to be left alone', async () => {
    const dates: number[] = [];
    const one = new Road({
      who: () => ({}),
      session: async () => 'same',
      date: (ms) => dates.push(ms),
      fetch: (async () =>
        problem(503, 'Back soon.', {
          date: 'Thu, 27 May 2027 10:00:00 GMT',
          'retry-after': '90',
        })) as typeof fetch,
    });
    await expect(one.health()).rejects.toMatchObject({ retryAfterMs: 90_000 });
    expect(dates).toEqual([Date.parse('2027-05-27T10:00:00Z')]);
  });
});
