// @vitest-environment happy-dom
import { Blob as PlainBlob } from 'node:buffer';
import { kindOf, type Count, type Kept, type Kind } from '@sendero/core';
import { openDB } from 'idb';
import { describe, expect, it, vi } from 'vitest';
import { fakeServer, problem, WORKSPACE } from './fakeServer.testing.ts';
import { walksLeft } from './store.ts';
import { inOwnBrowser, openTab } from './tab.testing.ts';

const GROWER = '01890000-0000-7000-8000-00000000000a';
const OTHER = '01890000-0000-7000-8000-00000000000b';

type Server = ReturnType<typeof fakeServer>;

const fromElsewhere = (server: Server, change: object) =>
  server.apply(
    [
      {
        id: crypto.randomUUID(),
        madeAt: '2027-05-27T09:30:00.000Z',
        changes: [{ op: 'put', kind: 'grower', id: GROWER, ...change }],
      },
    ],
    'Ife Marlow',
  );

inOwnBrowser();

describe('a device', () => {
  it('shows an edit at once, keeps it, sends it, and says so', async () => {
    const server = fakeServer();
    const { device, shown, sync, kept } = await openTab(server);
    await device.syncOnce();
    expect(device.put('grower', { name: 'Halloran Mesa Farm' }, GROWER)).toEqual({
      ok: true,
      id: GROWER,
    });
    expect(shown('grower', GROWER)).toMatchObject({
      revision: 0,
      data: { name: 'Halloran Mesa Farm' },
    });
    await kept();
    await vi.waitFor(() => expect(sync().unsent).toBe(1), 5000);
    await device.syncOnce();
    expect(sync()).toMatchObject({ unsent: 0, contact: 'online' });
    expect(server.held.get(`grower ${GROWER}`)).toMatchObject({ revision: 1 });
    expect(shown('grower', GROWER)).toMatchObject({ revision: 1 });
  });

  it('changes nothing when there is a problem, and says where', async () => {
    const { device, shown } = await openTab(fakeServer());
    expect(device.put('grower', { name: '' }, GROWER)).toEqual({
      ok: false,
      problems: { name: 'Enter the grower’s name.' },
    });
    expect(shown('grower', GROWER)).toBeUndefined();
  });

  it('several records are written in one step or none', async () => {
    const server = fakeServer();
    const { device, shown, kept } = await openTab(server);
    await device.syncOnce();
    const grower = { kind: 'grower' as const, id: GROWER, data: { name: 'Quill & Daughters' } };
    const field = (growerId: string, name: string) => ({
      kind: 'field' as const,
      id: OTHER,
      data: { growerId, name, areaM2: null, soil: '', asTyped: {} },
    });
    expect(device.putAll([grower, field(GROWER, '')])).toMatchObject({
      ok: false,
      problems: { name: 'Enter a name for the field.' },
    });
    expect(shown('grower', GROWER)).toBeUndefined();
    expect(device.putAll([grower, field(GROWER, 'Kiln Corner')])).toEqual({
      ok: true,
      ids: [GROWER, OTHER],
    });
    await kept();
    await device.syncOnce();
    expect(server.network.sent).toHaveLength(1);
    expect(server.network.sent[0]![0]!.changes.map(({ kind }) => kind)).toEqual([
      'grower',
      'field',
    ]);
  });

  it('holds what was entered through a restart without a network', async () => {
    const server = fakeServer();
    const first = await openTab(server);
    await first.device.syncOnce();
    server.network.cut = true;
    first.device.put('grower', { name: 'Quill & Daughters' }, GROWER);
    await first.kept();
    await first.device.syncOnce();
    expect(first.sync()).toMatchObject({ contact: 'noNetwork', unsent: 1 });
    const again = await openTab(server);
    expect(again.shown('grower', GROWER)).toMatchObject({ data: { name: 'Quill & Daughters' } });
    expect(again.sync().session?.person.name).toBe('Noor Castellane');
    server.network.cut = false;
    await again.device.syncOnce();
    expect(server.held.get(`grower ${GROWER}`)).toMatchObject({
      data: { name: 'Quill & Daughters' },
    });
  });

  it('twenty edits made without a network leave as two changes at most', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    server.network.cut = true;
    for (let i = 0; i < 20; i++) {
      device.put('grower', { name: `Tap ${i}` }, GROWER);
      await kept();
      await device.syncOnce();
    }
    expect(sync().unsent).toBeLessThanOrEqual(2);
    server.network.cut = false;
    await device.syncOnce();
    expect(server.network.sent.length).toBeLessThanOrEqual(2);
    expect(server.held.get(`grower ${GROWER}`)).toMatchObject({ data: { name: 'Tap 19' } });
  });

  it('an answer lost on the way back does no harm', async () => {
    const server = fakeServer();
    const { device, shown, sync, kept, conflicts } = await openTab(server);
    await device.syncOnce();
    device.put('grower', { name: 'Saltbush Partnership' }, GROWER);
    await kept();
    server.network.losesAnswers = true;
    await device.syncOnce();
    expect(sync().unsent).toBe(1);
    server.network.losesAnswers = false;
    device.put('grower', { name: 'Saltbush Partners' }, GROWER);
    await kept();
    await device.syncOnce();
    expect(server.changes.filter(({ record }) => record.kind === 'grower')).toHaveLength(2);
    expect(conflicts()).toEqual([]);
    expect(shown('grower', GROWER)).toMatchObject({
      revision: 2,
      data: { name: 'Saltbush Partners' },
    });
  });

  it('an edit made apart from another becomes a choice, with the other shown', async () => {
    const server = fakeServer();
    const { device, shown, kept, conflicts } = await openTab(server);
    await device.syncOnce();
    device.put('grower', { name: 'First' }, GROWER);
    await kept();
    await device.syncOnce();
    fromElsewhere(server, { baseRevision: 1, data: { name: 'Ife’s' } });
    device.put('grower', { name: 'Noor’s' }, GROWER);
    await kept();
    await device.syncOnce();
    expect(shown('grower', GROWER)).toMatchObject({ revision: 2, data: { name: 'Ife’s' } });
    expect(conflicts()).toMatchObject([
      { data: { recordId: GROWER, version: { name: 'Noor’s' }, resolvedAt: null } },
    ]);
  });

  it('a form opened before someone else’s edit does not undo it', async () => {
    const server = fakeServer();
    const { device, shown, kept, conflicts } = await openTab(server);
    await device.syncOnce();
    const data = { growerId: GROWER, name: 'Kiln Corner', areaM2: null, soil: '', asTyped: {} };
    device.put('grower', { name: 'Quill' }, GROWER);
    device.put('field', data, OTHER);
    await kept();
    await device.syncOnce();
    const opened = shown('field', OTHER)!;
    fromElsewhere(server, {
      kind: 'field',
      id: OTHER,
      baseRevision: 1,
      data: { ...data, soil: 'loam' },
    });
    await device.syncOnce();
    device.put('field', { ...data, name: 'Kiln' }, OTHER, { seen: opened });
    expect(shown('field', OTHER)!.data).toMatchObject({ name: 'Kiln', soil: 'loam' });
    await kept();
    // The same field of it, changed in both: a choice.
    device.put('field', { ...data, soil: 'clay' }, OTHER, { seen: opened });
    await kept();
    await device.syncOnce();
    expect(server.held.get(`field ${OTHER}`)).toMatchObject({
      data: { name: 'Kiln', soil: 'loam' },
    });
    expect(conflicts()).toMatchObject([{ data: { version: { name: 'Kiln', soil: 'clay' } } }]);
  });
});

describe('two tabs of one device', () => {
  const COUNT = '01890000-0000-7000-8000-0000000000c0';
  const ids = {
    field: OTHER,
    planting: crypto.randomUUID(),
    walk: crypto.randomUUID(),
    stop: crypto.randomUUID(),
  };
  const count = (inStep: number): Count => ({
    stopId: ids.stop,
    type: 'count',
    row: 4,
    lengthM: 5.31,
    rowWidthM: 0.762,
    inStep,
    oneBehind: 0,
    twoBehind: 0,
  });
  /** A server with a stop on it, and a count of it if asked for. */
  function counted(inStep: number | null) {
    const server = fakeServer();
    const put = (kind: Kind, id: string, data: object) => ({
      op: 'put',
      kind,
      id,
      baseRevision: 0,
      data,
    });
    const outcomes = server.apply(
      [
        {
          id: crypto.randomUUID(),
          madeAt: '',
          changes: [
            put('grower', GROWER, { name: 'Quill' }),
            put('field', ids.field, { growerId: GROWER, name: 'Long Forty', areaM2: null }),
            put('planting', ids.planting, {
              fieldId: ids.field,
              planterId: null,
              season: 2027,
              crop: 'corn',
              variety: 'AB-104',
              plantedOn: '2027-04-28',
              rowWidthM: 0.762,
              seedsPerM2: 7.9,
              depthTargetM: 0.05,
              germination: 0.95,
              fieldLoss: 0.05,
            }),
            put('walk', ids.walk, {
              plantingId: ids.planting,
              purpose: 'stand',
              startedAt: '2027-05-26T13:00:00.000Z',
              finishedAt: null,
              method: 'everyRow',
              lengthM: 5.31,
              hoopDiameterM: null,
            }),
            put('stop', ids.stop, { walkId: ids.walk, ordinal: 1, travel: 'away', chosen: false }),
            ...(inStep === null ? [] : [put('observation', COUNT, count(inStep))]),
          ],
        },
      ],
      'Noor Castellane',
    );
    expect(outcomes[0]!.outcome).toBe('applied');
    return server;
  }
  const tap = ({ device, shown }: Awaited<ReturnType<typeof openTab>>) => {
    const data = (shown('observation', COUNT)?.data as Count | undefined) ?? count(0);
    device.put('observation', { ...data, inStep: data.inStep + 1 }, COUNT, { taps: true });
  };
  const shownIn = ({ shown }: Awaited<ReturnType<typeof openTab>>) =>
    (shown('observation', COUNT)?.data as Count | undefined)?.inStep;
  const stored = (server: Server) =>
    (server.held.get(`observation ${COUNT}`)?.data as Count | undefined)?.inStep;
  /** Another device counts so many more. */
  const elsewhere = (server: Server, from: number, to: number) =>
    fromElsewhere(server, {
      kind: 'observation',
      id: COUNT,
      baseRevision: server.held.get(`observation ${COUNT}`)?.revision ?? 0,
      base: count(from),
      taps: true,
      data: count(to),
    });

  it.each([
    ['a count both showed', 3],
    ['a count neither showed yet', null],
  ])('a tap in a stale tab adds to what another device counted: %s', async (_, start) => {
    const server = counted(start);
    const [fresh, stale] = [await openTab(server), await openTab(server)];
    await fresh.device.syncOnce();
    for (const { device } of [fresh, stale]) await device.loadWalk(ids.walk);
    // What it was told so far is read; from now on the stale tab is asleep, and hears nothing of what comes.
    await new Promise((resolve) => setTimeout(resolve, 100));
    const asleep = vi.spyOn(stale.device as never as { hear(): void }, 'hear').mockReturnValue();
    elsewhere(server, start ?? 0, (start ?? 0) + 10);
    await fresh.device.syncOnce();
    expect(shownIn(fresh)).toBe((start ?? 0) + 10);
    expect(shownIn(stale)).toBe(start ?? undefined);
    tap(stale);
    await stale.kept();
    asleep.mockRestore();
    await stale.device.syncOnce();
    expect(stored(server)).toBe((start ?? 0) + 11);
    expect(stale.conflicts()).toEqual([]);
    await vi.waitFor(() => expect(shownIn(stale)).toBe((start ?? 0) + 11));
    await vi.waitFor(() => expect(shownIn(fresh)).toBe((start ?? 0) + 11));
  });

  it('taps in both before either hears of the other are all kept', async () => {
    const server = counted(0);
    const tabs = [await openTab(server), await openTab(server)];
    await tabs[0]!.device.syncOnce();
    for (const { device } of tabs) await device.loadWalk(ids.walk);
    for (let i = 0; i < 20; i++) tap(tabs[i % 2]!);
    for (const tab of tabs) await tab.kept();
    await tabs[0]!.device.syncOnce();
    expect(stored(server)).toBe(20);
    for (const tab of tabs) await vi.waitFor(() => expect(shownIn(tab)).toBe(20));
  });

  it('a walk that several parts of a screen ask for at once is read and shown once', async () => {
    const { device, store } = await openTab(counted(5));
    await device.syncOnce();
    const shown = new Set<unknown>();
    store.subscribe(() => shown.add(store.getState().records.observation));
    await Promise.all([1, 2, 3].map(() => device.loadWalk(ids.walk)));
    expect(shown.size).toBe(1);
  });

  it('a walk that is left the moment it was read is read again for who asks', async () => {
    const { device, store, sync } = await openTab(counted(5));
    await device.syncOnce();
    let again: Promise<void> | undefined;
    const stop = store.subscribe(() => {
      if (again || !sync().walksRead[ids.walk]) return;
      // Another season is opened: what was read with walks leaves.
      again = Promise.resolve();
      store.dispatch(walksLeft());
      again = device.loadWalk(ids.walk);
    });
    await device.loadWalk(ids.walk);
    stop();
    await again;
    expect(sync().walksRead[ids.walk]).toBe(true);
  });

  it('what is fetched, settled, discarded or refused in one is shown in the other', async () => {
    const server = counted(5);
    const [one, other] = [await openTab(server), await openTab(server)];
    await one.device.syncOnce();
    for (const { device } of [one, other]) await device.loadWalk(ids.walk);
    expect(shownIn(other)).toBe(5);
    await vi.waitFor(() => expect(other.sync().contact).toBe('online'));
    tap(one);
    await one.kept();
    await vi.waitFor(() => expect(other.sync().unsent).toBe(1));
    await one.device.syncOnce();
    await vi.waitFor(() => expect(other.shown('observation', COUNT)!.revision).toBe(2));
    await vi.waitFor(() => expect(other.sync().unsent).toBe(0));
    server.network.answers = (path) =>
      path.endsWith('/commits') ? problem(400, 'This cannot be read.') : null;
    tap(one);
    await one.kept();
    await one.device.syncOnce();
    await vi.waitFor(() => expect(other.sync().refused).toHaveLength(1));
    expect(shownIn(other)).toBe(7);
    await one.device.discard(one.sync().refused[0]!.order);
    await vi.waitFor(() => expect(shownIn(other)).toBe(6));
    await vi.waitFor(() => expect(other.sync().refused).toEqual([]));
  });

  it('undo takes back one’s own tap, not what was counted since', async () => {
    const server = counted(2);
    const tab = await openTab(server);
    await tab.device.syncOnce();
    await tab.device.loadWalk(ids.walk);
    tap(tab);
    await tab.kept();
    await tab.device.syncOnce();
    elsewhere(server, 3, 13);
    await tab.device.syncOnce();
    tab.device.takeBack('observation', COUNT, count(2), count(3), { taps: true });
    expect(shownIn(tab)).toBe(12);
    await tab.kept();
    await tab.device.syncOnce();
    expect(stored(server)).toBe(12);
  });
});

describe('what the server does not take', () => {
  const names = (server: Server) =>
    [...server.held.values()].flatMap(({ kind, data }) =>
      kind === 'grower' ? [(data as { name: string }).name] : [],
    );

  it('a batch that is turned away is parted until the culprit is alone; the rest arrives', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    for (let i = 0; i < 23; i++) device.put('grower', { name: `Grower ${i}` });
    await kept();
    server.network.answers = (path, body) =>
      path.endsWith('/commits') && body.includes('Grower 17')
        ? problem(400, 'The request could not be read.')
        : null;
    await device.syncOnce();
    expect(names(server)).toHaveLength(22);
    expect(sync()).toMatchObject({
      unsent: 0,
      contact: 'online',
      refused: [{ problems: { record: 'The request could not be read.' } }],
    });
    // Put right, it goes out by itself.
    server.network.answers = null;
    await device.sendAgain(sync().refused[0]!.order);
    await device.syncOnce();
    expect(names(server)).toHaveLength(23);
    expect(sync().refused).toEqual([]);
  });

  it('what belongs to something refused waits with it, and goes when it is mended', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    device.put('grower', { name: 'Refused' }, GROWER);
    device.put('field', {
      growerId: GROWER,
      name: 'Its field',
      areaM2: null,
      soil: '',
      asTyped: {},
    });
    device.put('grower', { name: 'Another' });
    await kept();
    server.network.answers = (path, body) =>
      path.endsWith('/commits') && body.includes('"Refused"') ? problem(400, 'No.') : null;
    await device.syncOnce();
    expect(names(server)).toEqual(['Another']);
    expect(sync()).toMatchObject({ unsent: 1, refused: [{ touches: [`grower ${GROWER}`] }] });
    device.put('grower', { name: 'Mended' }, GROWER);
    await kept();
    await device.syncOnce();
    expect(sync()).toMatchObject({ unsent: 0, refused: [] });
    expect([...server.held.keys()].filter((key) => key.startsWith('field'))).toHaveLength(1);
  });

  it('too big for one go: sent in smaller ones; one too big by itself is set aside with what to do', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    for (let i = 0; i < 9; i++) device.put('grower', { name: `Grower ${i}` });
    device.put('grower', { name: 'x'.repeat(120) });
    await kept();
    server.network.answers = (path, body) =>
      path.endsWith('/commits') && (body.length > 900 || body.includes('xxx'))
        ? problem(413, 'This is too much at once.')
        : null;
    await device.syncOnce();
    expect(names(server)).toHaveLength(9);
    expect(sync().refused).toMatchObject([
      { problems: { record: expect.stringMatching(/bigger/) } },
    ]);
    // A proxy with a smaller limit comes and goes: it is tried again by itself, not at once.
    server.network.answers = null;
    await device.syncOnce();
    expect(names(server)).toHaveLength(9);
    const later = Date.now() + 11 * 60_000;
    const clock = vi.spyOn(Date, 'now').mockImplementation(() => later);
    await device.syncOnce();
    expect(names(server)).toHaveLength(10);
    expect(sync().refused).toEqual([]);
    clock.mockRestore();
  });

  it('all that was refused is sent again with one tap', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    for (let i = 0; i < 3; i++) device.put('grower', { name: `Grower ${i}` });
    await kept();
    server.network.answers = (path) => (path.endsWith('/commits') ? problem(400, 'No.') : null);
    await device.syncOnce();
    expect(sync().refused).toHaveLength(3);
    server.network.answers = null;
    await device.sendAllAgain();
    await device.syncOnce();
    expect(sync().refused).toEqual([]);
    expect(names(server)).toHaveLength(3);
  });

  it('a change the server fails over again and again does not hold up the rest for ever', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    for (let i = 0; i < 3; i++) device.put('grower', { name: `Grower ${i}` });
    await kept();
    server.network.answers = (path, body) =>
      path.endsWith('/commits') && body.includes('Grower 1') ? problem(500, 'Broken.') : null;
    await device.syncOnce();
    expect(sync()).toMatchObject({ contact: 'unwell', unsent: 3 });
    for (let i = 0; i < 8; i++) await device.syncOnce();
    expect(names(server).sort()).toEqual(['Grower 0', 'Grower 2']);
    expect(sync()).toMatchObject({ contact: 'online', unsent: 0 });
    expect(sync().refused).toMatchObject([
      { problems: { record: expect.stringMatching(/failed/) } },
    ]);
    // The app opened again tries it again.
    server.network.answers = null;
    const again = await openTab(server);
    await again.device.syncOnce();
    expect(names(server)).toHaveLength(3);
  });

  it('a server that fails over everything is unwell: nothing is blamed, all of it waits', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    for (let i = 0; i < 2; i++) device.put('grower', { name: `Grower ${i}` });
    await kept();
    server.network.answers = (path) => (path.endsWith('/commits') ? problem(500, 'Broken.') : null);
    for (let i = 0; i < 12; i++) await device.syncOnce();
    expect(sync()).toMatchObject({ contact: 'unwell', unsent: 2, refused: [] });
    server.network.answers = null;
    await device.syncOnce();
    expect(sync()).toMatchObject({ contact: 'online', unsent: 0 });
    expect(names(server)).toHaveLength(2);
  });

  it('a walk noted by a dead clock can be dated now; its stop goes with it', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    const local = await openDB('sendero');
    const [planting, walk] = [crypto.randomUUID(), crypto.randomUUID()];
    const entry = (kind: string, id: string, data: object) => ({
      commit: {
        id: crypto.randomUUID(),
        madeAt: '1970-01-01T00:10:00.000Z',
        changes: [{ op: 'put', kind, id, baseRevision: 0, data }],
      },
      touches: [`${kind} ${id}`],
      sent: false,
      refused: null,
    });
    // As yesterday's app kept it.
    await local.add('outbox', entry('grower', GROWER, { name: 'Quill' }));
    await local.add(
      'outbox',
      entry('field', OTHER, { growerId: GROWER, name: 'Long Forty', areaM2: null }),
    );
    await local.add(
      'outbox',
      entry('planting', planting, {
        fieldId: OTHER,
        planterId: null,
        season: 2027,
        crop: 'corn',
        variety: 'AB-104',
        plantedOn: '2026-04-28',
        rowWidthM: 0.762,
        seedsPerM2: 7.9,
        depthTargetM: 0.05,
        germination: 0.95,
        fieldLoss: 0.05,
      }),
    );
    await local.add(
      'outbox',
      entry('walk', walk, {
        plantingId: planting,
        purpose: 'stand',
        startedAt: '1970-01-01T00:10:00.000Z',
        finishedAt: null,
        method: 'oneRow',
        lengthM: 5.31,
        hoopDiameterM: null,
      }),
    );
    await local.add(
      'outbox',
      entry('stop', crypto.randomUUID(), {
        walkId: walk,
        ordinal: 1,
        travel: 'away',
        chosen: false,
      }),
    );
    local.close();
    device.put('grower', { name: 'Made after the clock was right' });
    await kept();
    await device.syncOnce();
    expect(names(server)).toContain('Made after the clock was right');
    expect(sync()).toMatchObject({ unsent: 1 });
    const [refused] = sync().refused;
    expect(Object.keys(refused!.problems)).toContain('startedAt');
    await device.sendAgain(refused!.order, { redate: true });
    await device.syncOnce();
    expect(sync()).toMatchObject({ unsent: 0, refused: [] });
    const { startedAt, startedOn } = (server.held.get(`walk ${walk}`) as Kept<'walk'>).data;
    expect(Math.abs(Date.parse(startedAt) - Date.now())).toBeLessThan(60_000);
    expect(startedOn).toBe(device.moment().on);
  });
});

describe('a walk that is open while it is being fetched', () => {
  const id = (n: number) => `01890000-0000-7000-8000-0000000001${String(n).padStart(2, '0')}`;
  const [walk, stop, count] = [id(1), id(2), id(3)];
  const record = (kind: Kind, at: string, data: object): Kept =>
    ({
      kind,
      id: at,
      revision: 1,
      deletedAt: null,
      editedBy: 'Ife',
      editedAt: '2027-05-27T09:30:00.000Z',
      data: { ...kindOf(kind).defaults, ...(kindOf(kind).example as object), ...data },
    }) as Kept;
  const records = [
    record('stop', stop, { walkId: walk, trialId: null }),
    record('observation', count, { stopId: stop }),
  ];
  it.each([
    ['with its stop', [...records]],
    ['before its stop, which was edited since', [...records].reverse()],
  ])('shows what was counted, whether it comes %s', async (_, order) => {
    const server = fakeServer();
    const { device, shown } = await openTab(server);
    await device.syncOnce();
    await device.loadWalk(walk);
    for (const one of order) {
      server.keep(one, 2027);
      if (one === order[0] && order[0] !== records[0]) await device.syncOnce();
    }
    await device.syncOnce();
    await vi.waitFor(() => expect(shown('observation', count)).toBeDefined(), 3000);
  });
});

describe('photos', () => {
  const picture = new PlainBlob(['p'.repeat(300_000)]) as Blob;

  it('wait without a network, go in pieces behind the records, and once only', async () => {
    const server = fakeServer();
    const { device, sync, kept } = await openTab(server);
    await device.syncOnce();
    server.network.cut = true;
    await device.keepPhoto('a', picture);
    device.put('grower', { name: 'Quill' }, GROWER);
    await kept();
    await device.syncOnce();
    // A device switched off and on has it still.
    const again = await openTab(server);
    await vi.waitFor(() => expect(again.sync().unsent).toBe(2), 5000);
    server.network.cut = false;
    server.network.asked.length = 0;
    await again.device.syncOnce();
    await again.device.syncOnce();
    const places = server.network.asked.map((path) => path.split('/')[3]!.split('?')[0]);
    expect(places.indexOf('commits')).toBeLessThan(places.indexOf('photos'));
    expect(places.filter((place) => place === 'photos')).toHaveLength(3);
    expect(server.network.pictures.get('a')).toBe(300_000);
    expect(again.sync().unsent).toBe(0);
    expect((await again.device.photo('a')).size).toBe(300_000);
    expect(sync().refusedPhotos).toEqual([]);
  });

  it('go on where they stopped after a cut in the middle', async () => {
    const server = fakeServer();
    const { device } = await openTab(server);
    await device.keepPhoto('a', picture);
    let pieces = 0;
    server.network.answers = (path) => {
      if (!path.includes('/photos/')) return null;
      pieces += 1;
      if (pieces === 2) throw new TypeError('network');
      return null;
    };
    await device.syncOnce();
    expect(server.network.pictures.get('a')).toBe(131_072);
    await device.syncOnce();
    expect(server.network.pictures.get('a')).toBe(300_000);
  });

  it('one the server will not take is said, not counted as sent, and can be sent again', async () => {
    const server = fakeServer();
    const { device, sync } = await openTab(server);
    await device.keepPhoto('b', picture);
    server.network.answers = (path) =>
      path.includes('/photos/') ? problem(413, 'This is too much at once.') : null;
    await device.syncOnce();
    expect(sync()).toMatchObject({
      unsent: 0,
      contact: 'online',
      refusedPhotos: [{ id: 'b', problem: 'This is too much at once.' }],
    });
    server.network.answers = null;
    await device.settlePhoto('b', true);
    await device.syncOnce();
    expect(server.network.pictures.get('b')).toBe(300_000);
    expect(sync().refusedPhotos).toEqual([]);
  });

  it('sign in again by themselves when the session has run out', async () => {
    const server = fakeServer();
    const { device, sync } = await openTab(server);
    await device.syncOnce();
    await device.keepPhoto('c', picture);
    let out = true;
    server.network.answers = (path) => {
      if (path.endsWith('/session')) out = false;
      return out && path.includes('/photos/') ? problem(401, 'Sign in again.') : null;
    };
    await device.syncOnce();
    expect(server.network.pictures.get('c')).toBe(300_000);
    expect(sync()).toMatchObject({ unsent: 0, contact: 'online' });
  });
});

describe('the clock', () => {
  it('a day behind is told, and what is kept from then on has the right time', async () => {
    const server = fakeServer();
    server.network.aheadMs = 86_400_000;
    const { device, sync, shown, kept } = await openTab(server);
    await device.syncOnce();
    expect(Math.round(sync().clockOffMs / 60_000)).toBe(1440);
    device.put('grower', { name: 'Quill' }, GROWER);
    const { editedAt } = shown('grower', GROWER)!;
    expect(Math.abs(Date.parse(editedAt) - Date.now() - 86_400_000)).toBeLessThan(5000);
    await kept();
    // Remembered without a network, and forgotten when the server says it is right.
    server.network.cut = true;
    const again = await openTab(server);
    expect(Date.parse(again.device.moment().at) - Date.now()).toBeGreaterThan(86_000_000);
    server.network.cut = false;
    server.network.aheadMs = 0;
    await again.device.syncOnce();
    expect(again.sync().clockOffMs).toBe(0);
    expect(Math.abs(Date.parse(again.device.moment().at) - Date.now())).toBeLessThan(2000);
  });
});

describe('seasons', () => {
  const event = (plantingId: string) => ({
    plantingId,
    type: 'rain',
    at: '2026-05-01T12:00:00.000Z',
    on: '2026-05-01',
    zoneOffsetMin: 0,
    rows: [],
    note: '',
  });
  const record = (kind: Kind, id: string, data: object) =>
    ({
      kind,
      id,
      version: kindOf('walk').version,
      revision: 1,
      deletedAt: null,
      editedBy: '',
      editedAt: '',
      data,
    }) as never;

  it('the one before is there as well, to look back to', async () => {
    const server = fakeServer();
    const ids = [2025, 2026, 2027].map((season) => {
      const id = crypto.randomUUID();
      server.keep(record('event', id, event(GROWER)), season);
      return id;
    });
    const tab = await openTab(server);
    await tab.device.syncOnce();
    const shown = (which: typeof tab) => ids.map((id) => which.shown('event', id) !== undefined);
    expect(shown(tab)).toEqual([false, true, true]);
    // Without a network it is read from the disk.
    server.network.cut = true;
    expect(shown(await openTab(server))).toEqual([false, true, true]);
  });

  it('each has a cursor: an older one opened later is whole, and leaves the screen again', async () => {
    const server = fakeServer();
    const ids = [2025, 2027].map((season) => {
      const id = crypto.randomUUID();
      server.keep(record('event', id, event(GROWER)), season);
      return id;
    });
    const tab = await openTab(server);
    await tab.device.syncOnce();
    expect([tab.shown('event', ids[0]!), tab.shown('event', ids[1]!)]).toMatchObject([
      undefined,
      { id: ids[1] },
    ]);
    await tab.device.openSeason(2025);
    await tab.device.syncOnce();
    expect(tab.shown('event', ids[0]!)).toBeDefined();
    expect(tab.shown('event', ids[1]!)).toBeUndefined();
    // What changes in the home season meanwhile is not missed.
    const late = crypto.randomUUID();
    server.keep(record('event', late, event(GROWER)), 2027);
    await tab.device.syncOnce();
    expect(tab.shown('event', late)).toBeUndefined();
    await tab.device.openSeason(2027);
    expect(tab.shown('event', late)).toBeDefined();
    // Opened again, this device starts with the season it showed last.
    await tab.device.openSeason(2025);
    const again = await openTab(server);
    expect(again.sync().season).toBe(2025);
    expect(again.shown('event', ids[0]!)).toBeDefined();
  });

  it('at the turn of the year the next one is on the screen by itself, without a signal too', async () => {
    const server = fakeServer();
    const clockAt = (at: string) => (server.network.aheadMs = Date.parse(at) - Date.now());
    clockAt('2027-12-31T12:00:00');
    const tab = await openTab(server);
    await tab.device.syncOnce();
    expect(tab.sync().season).toBe(2027);
    const id = crypto.randomUUID();
    server.keep(record('event', id, event(GROWER)), 2028);
    // Another is looked at, then the year turns: on this device before any server has told it.
    await tab.device.openSeason(2026);
    server.network.cut = true;
    const clock = vi.spyOn(Date, 'now').mockReturnValue(Date.now() + 86_400_000);
    const offline = await openTab(server);
    expect(offline.sync()).toMatchObject({ season: 2028, today: '2028-01-01' });
    clock.mockRestore();
    server.network.cut = false;
    clockAt('2028-01-01T12:00:00');
    await tab.device.syncOnce();
    await vi.waitFor(() => expect(tab.sync().season).toBe(2028));
    await tab.device.syncOnce();
    expect(tab.shown('event', id)).toBeDefined();
    // The old one can be chosen again, and stays.
    await tab.device.openSeason(2027);
    await tab.device.syncOnce();
    expect(tab.sync().season).toBe(2027);
  });

  it('a clock years off, before a server was heard, opens no season that is nowhere', async () => {
    const server = fakeServer();
    await (await openTab(server)).device.syncOnce();
    server.network.cut = true;
    const clock = vi.spyOn(Date, 'now').mockReturnValue(Date.parse('2041-05-01T12:00:00Z'));
    expect((await openTab(server)).sync().season).toBe(2028);
    clock.mockRestore();
  });

  it('winter crops sown in autumn are fetched with the season before their own', async () => {
    const server = fakeServer();
    const id = crypto.randomUUID();
    server.keep(record('event', id, event(GROWER)), 2028);
    server.network.aheadMs = Date.parse('2027-10-12T12:00:00') - Date.now();
    const tab = await openTab(server);
    await tab.device.syncOnce();
    await tab.device.syncOnce();
    expect(tab.sync().season).toBe(2027);
    expect(tab.shown('event', id)).toBeDefined();
  });
});

describe('a database of the app before', () => {
  it('is opened as it is: what it held is shown, what waited is sent', async () => {
    const old = await openDB('sendero', 2, {
      upgrade(database) {
        database.createObjectStore('photos', { keyPath: 'id' }).createIndex('sent', 'sent');
        database.createObjectStore('records');
        database
          .createObjectStore('outbox', { keyPath: 'order', autoIncrement: true })
          .createIndex('touches', 'touches', { multiEntry: true });
        database.createObjectStore('meta');
      },
    });
    const held = { revision: 1, deletedAt: null, editedBy: 'Ife', editedAt: '' };
    const walk = crypto.randomUUID();
    const data = { plantingId: OTHER, purpose: 'stand', startedAt: '2027-05-27T01:30:00.000Z' };
    await old.put(
      'records',
      { ...held, kind: 'grower', id: GROWER, data: { name: 'Quill' } },
      `grower ${GROWER}`,
    );
    await old.put('records', { ...held, kind: 'walk', id: walk, data }, `walk ${walk}`);
    await old.put('meta', 41, 'cursor');
    await old.put(
      'meta',
      { person: { id: 'p', name: 'Noor' }, workspaceId: WORKSPACE, season: 2027, people: [] },
      'session',
    );
    await old.add('outbox', {
      commit: {
        id: crypto.randomUUID(),
        madeAt: '2027-05-26T09:00:00.000Z',
        changes: [
          { op: 'put', kind: 'grower', id: OTHER, baseRevision: 0, data: { name: 'Unsent' } },
        ],
      },
      touches: [`grower ${OTHER}`],
      sent: true,
      refused: null,
    });
    old.close();
    const server = fakeServer();
    server.network.cut = true;
    const tab = await openTab(server);
    expect(tab.shown('grower', GROWER)!.data).toEqual({ name: 'Quill', archived: false });
    expect(tab.shown('walk', walk)).toMatchObject({
      version: kindOf('walk').version,
      data: { startedOn: '2027-05-27', zoneOffsetMin: null },
    });
    expect(tab.sync()).toMatchObject({ unsent: 1, season: 2027 });
    server.network.cut = false;
    await tab.device.syncOnce();
    expect(server.held.get(`grower ${OTHER}`)).toMatchObject({ data: { name: 'Unsent' } });
    expect(server.network.asked.some((path) => path.includes('/changes?after=0'))).toBe(true);
  });
});
