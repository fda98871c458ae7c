import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, expect, it, vi } from 'vitest';
import { fakeServer, problem } from './fakeServer.testing.ts';
import { openLocalDatabase, type LocalDatabase } from './localDatabase.ts';
import { Road } from './road.ts';
import type { Contact } from './store.ts';
import { SyncLoop } from './syncLoop.ts';

/** A loop whose time is the test's: timers run when they are due. */
function loopOn(local: LocalDatabase, server: ReturnType<typeof fakeServer>, random = 1) {
  let now = 0;
  let contact: Contact = 'unknown';
  const timers = new Map<number, { at: number; work(): void }>();
  let made = 0;
  let free = true;
  let talks = 0;
  const loop = new SyncLoop({
    local: () => local,
    road: new Road({
      who: () => ({}),
      session: async () => 'same',
      date: () => undefined,
      fetch: server.fetch,
    }),
    by: () => 'Noor',
    now: () => Date.now(),
    steady: () => now,
    seasons: () => [2027],
    random: () => random,
    timer: {
      set: (work, ms) => {
        timers.set((made += 1), { at: now + ms, work });
        return made;
      },
      clear: (timer) => timers.delete(timer as number),
    },
    alone: async (work) => {
      if (free) {
        talks += 1;
        await work();
      }
      return free;
    },
    retryDue: async () => undefined,
    settled: async () => undefined,
    signedIn: () => true,
    contact: () => contact,
    tell: {
      changed: async () => undefined,
      fetched: async () => undefined,
      contact: (next) => void (contact = next),
      sending: () => undefined,
      sentAt: () => undefined,
      outbox: async () => undefined,
      restored: async () => undefined,
    },
  });
  return {
    loop,
    contact: () => contact,
    talks: () => talks,
    setFree: (is: boolean) => void (free = is),
    /** The next plan, ms from now; runs it to its end. */
    async next() {
      const [id, { at, work }] = [...timers].sort(([, a], [, b]) => a.at - b.at)[0]!;
      const waited = at - now;
      now = at;
      timers.delete(id);
      work();
      await vi.waitFor(() => expect(timers.size).toBe(1));
      return waited;
    },
    /** Lets so many ms go by and runs what is due in them. */
    async pass(ms: number) {
      const end = now + ms;
      for (;;) {
        const [due] = [...timers]
          .filter(([, { at }]) => at <= end)
          .sort(([, a], [, b]) => a.at - b.at);
        if (!due) break;
        timers.delete(due[0]);
        now = due[1].at;
        const before = talks;
        due[1].work();
        await vi.waitFor(() => expect(talks === before || timers.size > 0).toBe(true));
      }
      now = end;
    },
  };
}

let local: LocalDatabase;
beforeEach(async () => {
  globalThis.indexedDB = new IDBFactory();
  local = await openLocalDatabase();
});

it('a server that is unwell is left alone longer and longer, and asked at once when a person wants', async () => {
  const server = fakeServer();
  const { loop, next, contact } = loopOn(local, server);
  server.network.answers = () => problem(500, 'Something broke here.');
  loop.soon(0);
  const waits = [];
  for (let i = 0; i < 10; i++) waits.push(await next());
  expect(waits).toEqual([0, 2e3, 4e3, 8e3, 16e3, 32e3, 64e3, 128e3, 256e3, 300e3]);
  expect(contact()).toBe('unwell');
  // An edit meanwhile does not hasten it; a person does.
  loop.soon(700);
  expect(await next()).toBe(300e3);
  server.network.answers = null;
  loop.atOnce();
  expect(await next()).toBe(0);
  expect(contact()).toBe('online');
  expect(await next()).toBe(20e3);
});

it('devices that met one fault do not come back at one moment', async () => {
  const server = fakeServer();
  server.network.cut = true;
  const [a, b] = [loopOn(local, server, 0), loopOn(local, server, 1)];
  for (const { loop, next } of [a, b]) {
    loop.soon(0);
    await next();
  }
  expect([await a.next(), await b.next()]).toEqual([1000, 2000]);
});

it('leaves the server alone as long as it asks', async () => {
  const server = fakeServer();
  const { loop, next } = loopOn(local, server);
  server.network.answers = () => problem(503, 'Back soon.', { 'retry-after': '90' });
  loop.soon(0);
  await next();
  expect(await next()).toBe(90e3);
});

it('while another tab talks, this one looks again a moment later', async () => {
  const server = fakeServer();
  const { loop, next, setFree, talks } = loopOn(local, server);
  setFree(false);
  loop.soon(0);
  await next();
  expect(talks()).toBe(0);
  setFree(true);
  expect(await next()).toBe(1500);
  expect(talks()).toBe(1);
});

it('sends in the first pause of the hands, or after a while without one', async () => {
  const { loop, pass, talks } = loopOn(local, fakeServer());
  for (let tap = 0; tap < 20; tap++) {
    loop.edited();
    await pass(300);
  }
  expect(talks()).toBe(0);
  await pass(700);
  expect(talks()).toBe(1);
  for (let tap = 0; tap < 80; tap++) {
    loop.edited();
    await pass(300);
  }
  expect(talks()).toBeGreaterThan(1);
});
