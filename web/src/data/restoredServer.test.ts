// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { openDB } from 'idb';
import { fakeServer } from './fakeServer.testing.ts';
import { inOwnBrowser, openTab } from './tab.testing.ts';

inOwnBrowser();

const id = (n: number) => `01890000-0000-7000-8000-0000000000${String(n).padStart(2, '0')}`;
const ids = Array.from({ length: 12 }, (_, n) => id(n + 10));
type Tab = Awaited<ReturnType<typeof openTab>>;
const names = (server: ReturnType<typeof fakeServer>) =>
  ids.flatMap((one) => {
    const record = server.held.get(`grower ${one}`);
    return record && record.deletedAt === null ? [(record.data as { name: string }).name] : [];
  });
async function put(tab: Tab, at: string, name: string) {
  tab.device.put('grower', { name }, at);
  await tab.kept();
  await tab.device.syncOnce();
}
const elsewhere = (server: ReturnType<typeof fakeServer>, at: string, change: object) =>
  server.apply(
    [
      {
        id: crypto.randomUUID(),
        madeAt: '2027-05-27T09:30:00.000Z',
        changes: [{ op: 'put', kind: 'grower', id: at, baseRevision: 0, ...change }],
      },
    ],
    'Ife Marlow',
  );

describe('a server that was restored from an older backup', () => {
  it('gets back what it lacks; others’ new work is seen; one calm sentence says so', async () => {
    const server = fakeServer();
    const tab = await openTab(server);
    await put(tab, ids[0]!, 'Before the backup');
    const restore = server.backup();
    for (let n = 1; n <= 5; n++) await put(tab, ids[n]!, `After it ${n}`);
    await put(tab, ids[0]!, 'Renamed after it');
    expect(tab.sync().unsent).toBe(0);
    restore();
    // As many changes as were lost, so that the numbers say nothing.
    for (let n = 6; n <= 11; n++) elsewhere(server, ids[n]!, { data: { name: `New ${n}` } });
    await tab.device.syncOnce();
    await vi.waitFor(() => expect(tab.sync().contact).toBe('online'), 5000);
    await tab.device.syncOnce();
    expect(names(server)).toEqual([
      'Renamed after it',
      ...[1, 2, 3, 4, 5].map((n) => `After it ${n}`),
      ...[6, 7, 8, 9, 10, 11].map((n) => `New ${n}`),
    ]);
    expect(tab.shown('grower', ids[8]!)).toMatchObject({ data: { name: 'New 8' } });
    expect(tab.sync()).toMatchObject({ unsent: 0, restored: { sentBack: 6 } });
    expect(tab.conflicts()).toEqual([]);
    await tab.device.restoredRead();
    expect((await openTab(server)).sync().restored).toBeNull();
  });

  it('what others went on with from the older version is a choice, and nothing is overwritten', async () => {
    const server = fakeServer();
    const tab = await openTab(server);
    await put(tab, ids[0]!, 'Quill');
    const restore = server.backup();
    await put(tab, ids[0]!, 'Quill & Daughters');
    restore();
    elsewhere(server, ids[0]!, { baseRevision: 1, data: { name: 'Quill & Sons' } });
    await tab.device.syncOnce();
    await tab.device.syncOnce();
    expect(names(server)).toEqual(['Quill & Sons']);
    expect(tab.conflicts()).toMatchObject([
      { data: { recordId: ids[0], version: { name: 'Quill & Daughters' } } },
    ]);
  });

  it('what waited meanwhile stands on what was lost, and two devices send it back once', async () => {
    const server = fakeServer();
    const tab = await openTab(server);
    await put(tab, ids[0]!, 'Quill');
    const restore = server.backup();
    await put(tab, ids[0]!, 'Quill & Daughters');
    server.network.cut = true;
    tab.device.put('grower', { name: 'Quill & Daughters, Mesa' }, ids[0]!);
    await tab.kept();
    server.network.cut = false;
    restore();
    await tab.device.syncOnce();
    expect(names(server)).toEqual(['Quill & Daughters, Mesa']);
    expect(server.held.get(`grower ${ids[0]}`)).toMatchObject({ revision: 3 });
    expect(tab.conflicts()).toEqual([]);
  });

  it('cut off in the middle of it, goes on where it was', async () => {
    const server = fakeServer();
    const tab = await openTab(server);
    const restore = server.backup();
    for (let n = 0; n < 6; n++) await put(tab, ids[n]!, `After it ${n}`);
    restore();
    let asked = 0;
    server.network.answers = (path) => {
      if (!path.includes('/changes') || path.includes('history')) return null;
      asked += 1;
      if (asked === 2) throw new TypeError('network');
      return null;
    };
    await tab.device.syncOnce();
    expect(tab.sync().contact).toBe('noNetwork');
    const again = await openTab(server);
    await again.device.syncOnce();
    expect(names(server)).toHaveLength(6);
    expect(again.sync()).toMatchObject({ unsent: 0, restored: { sentBack: 6 } });
  });
});

describe('another workspace at the same address', () => {
  it('is turned to; what waits of the one before stays apart, can be had as a file, and goes when it is back', async () => {
    const here = fakeServer();
    const other = fakeServer('01890000-0000-7000-8000-000000000002');
    other.keep({
      kind: 'grower',
      id: ids[3]!,
      revision: 1,
      deletedAt: null,
      editedBy: 'Ife',
      editedAt: '2027-05-27T09:30:00.000Z',
      data: { name: 'Of the other workspace' },
    } as never);
    let server = here;
    const tab = await openTab({ fetch: ((...asked) => server.fetch(...asked)) as typeof fetch });
    await put(tab, ids[0]!, 'Sent before');
    here.network.cut = true;
    await put(tab, ids[1]!, 'Waits');
    // The old session means nothing there.
    server = other;
    let known = false;
    other.network.answers = (path) => {
      if (path.endsWith('/session')) known = true;
      return path.endsWith('/health') || known
        ? null
        : new Response('{}', {
            status: 401,
            headers: { 'content-type': 'application/problem+json' },
          });
    };
    await tab.device.syncOnce();
    await tab.device.syncOnce();
    expect(tab.shown('grower', ids[1]!)).toBeUndefined();
    expect(tab.shown('grower', ids[3]!)).toMatchObject({
      data: { name: 'Of the other workspace' },
    });
    expect(other.network.sent).toEqual([]);
    expect(tab.sync()).toMatchObject({
      contact: 'online',
      unsent: 0,
      elsewhere: [{ name: 'Almirel Bench', unsent: 1 }],
    });
    const before = tab.sync().elsewhere[0]!.id;
    expect(JSON.parse(await (await tab.device.unsentOf(before)).text())).toMatchObject({
      workspaceId: before,
      commits: [{ changes: [{ data: { name: 'Waits' } }] }],
    });

    here.network.cut = false;
    server = here;
    here.network.answers = (path) =>
      path.includes('/changes') && known
        ? ((known = false),
          new Response('{}', {
            status: 401,
            headers: { 'content-type': 'application/problem+json' },
          }))
        : null;
    const again = await openTab({ fetch: ((...asked) => server.fetch(...asked)) as typeof fetch });
    await again.device.syncOnce();
    await again.device.syncOnce();
    expect(here.held.get(`grower ${ids[1]}`)).toMatchObject({ data: { name: 'Waits' } });
    expect(again.sync().elsewhere).toMatchObject([{ unsent: 0 }]);
    await again.device.forgetWorkspace(again.sync().elsewhere[0]!.id);
    expect(again.sync().elsewhere).toEqual([]);
  });
});

describe('what this device holds does not open', () => {
  it('a newer app was here: says so, and never that all is sent', async () => {
    (await openDB('sendero', 99)).close();
    const { sync } = await openTab(fakeServer());
    expect(sync()).toMatchObject({ ready: false, cannotOpen: 'newerApp' });
  });
  it.each([
    ['broken', new DOMException('Internal error', 'UnknownError')],
    ['notAllowed', new DOMException('Denied', 'SecurityError')],
  ])('%s', async (why, error) => {
    vi.spyOn(indexedDB, 'open').mockImplementation(() => {
      throw error;
    });
    expect((await openTab(fakeServer())).sync().cannotOpen).toBe(why);
  });
});
