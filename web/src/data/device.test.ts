import 'fake-indexeddb/auto';
import {
  decideCommits,
  type Commit,
  type Kept,
  type Kind,
  type LookUp,
  type Outcome,
} from '@sendero/core';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Device } from './device.ts';
import { makeStore, type AppStore } from './store.ts';

const WORKSPACE = '01890000-0000-7000-8000-000000000001';
const GROWER = '01890000-0000-7000-8000-00000000000a';

/** A server in memory that decides as the real one does, with a network that can be cut before or after it. */
function fakeServer() {
  const held = new Map<string, Kept>();
  const changes: { seq: number; record: Kept }[] = [];
  const seen = new Map<string, Outcome>();
  const network = {
    cut: false,
    losesAnswers: false,
    commitCalls: 0,
    pictures: [] as string[],
    pictureStatus: 204,
  };
  const session = {
    person: { id: 'p', name: 'Noor Castellane' },
    workspaceId: WORKSPACE,
    season: 2027,
    people: [],
  };
  const lookUp: LookUp = (kind, id) => held.get(`${kind} ${id}`) as never;
  const keep = (record: Kept) => {
    held.set(`${record.kind} ${record.id}`, record);
    changes.push({ seq: changes.length + 1, record });
  };
  keep({
    kind: 'workspace',
    id: WORKSPACE,
    revision: 1,
    deletedAt: null,
    editedBy: '',
    editedAt: '',
    data: { name: 'Almirel Bench', fixedToday: null, season: 2027, weights: null },
  });
  const apply = (commits: Commit[], person: string) => {
    for (const commit of commits.filter(({ id }) => !seen.has(id))) {
      const decision = decideCommits([commit], {
        person,
        now: '2027-05-27T10:00:00.000Z',
        lookUp,
        newId: () => crypto.randomUUID(),
      });
      decision.versions.forEach(({ record }) => keep(record));
      seen.set(commit.id, decision.outcomes[0]!);
    }
    return commits.map(({ id }) => seen.get(id)!);
  };
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    if (network.cut) throw new TypeError('network');
    if (path.startsWith('/api/v1/photos/')) {
      network.pictures.push(path.split('/').at(-1)!);
      return new Response(null, { status: network.pictureStatus });
    }
    const body = init?.body ? (JSON.parse(init.body as string) as { commits: Commit[] }) : null;
    const answers: Record<string, () => unknown> = {
      '/health': () => ({ ok: true }),
      '/session': () => {
        if (network.pictureStatus === 401) network.pictureStatus = 204;
        return session;
      },
      '/commits': () => {
        network.commitCalls += 1;
        return { outcomes: apply(body!.commits, 'Noor Castellane') };
      },
      '/changes': () => {
        const after = Number(new URL(path, 'http://x').searchParams.get('after'));
        return {
          changes: changes.filter(({ seq }) => seq > after),
          next: changes.length,
          more: false,
        };
      },
    };
    const answer = answers[path.replace('/api/v1', '').split('?')[0]!]!();
    if (network.losesAnswers) throw new TypeError('network');
    return new Response(JSON.stringify(answer), { status: 200 });
  });
  return { held, changes, network, apply };
}

let store: AppStore;
let device: Device;
const open = async () => {
  store = makeStore();
  device = new Device(store);
  await device.open();
};
const shown = (kind: Kind, id: string) => store.getState().records[kind].entities[id];
const kept = () => vi.waitFor(() => expect(store.getState().sync.keeping).toBe(0), 5000);

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  vi.useFakeTimers({ toFake: ['setInterval'] });
  // The tests say when to talk to the server; by itself the device would do it in between.
  vi.spyOn(Device.prototype, 'syncSoon').mockReturnValue(undefined);
});

describe('a device', () => {
  it('shows an edit at once, keeps it, sends it, and says so', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    expect(device.put('grower', { name: 'Halloran Mesa Farm' }, GROWER)).toEqual({
      ok: true,
      id: GROWER,
    });
    expect(shown('grower', GROWER)).toMatchObject({
      revision: 0,
      data: { name: 'Halloran Mesa Farm' },
    });
    await kept();
    await vi.waitFor(() => expect(store.getState().sync.unsent).toBe(1), 5000);
    await device.sync();
    expect(store.getState().sync).toMatchObject({ unsent: 0, contact: 'online' });
    expect(server.held.get(`grower ${GROWER}`)).toMatchObject({ revision: 1 });
    expect(shown('grower', GROWER)).toMatchObject({ revision: 1 });
  });

  it('changes nothing when there is a problem, and says where', async () => {
    fakeServer();
    await open();
    expect(device.put('grower', { name: '' }, GROWER)).toEqual({
      ok: false,
      problems: { name: 'Enter the grower’s name.' },
    });
    expect(shown('grower', GROWER)).toBeUndefined();
  });

  it('holds what was entered through a restart without a network', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    server.network.cut = true;
    device.put('grower', { name: 'Quill & Daughters' }, GROWER);
    await kept();
    await device.sync();
    expect(store.getState().sync).toMatchObject({ contact: 'offline', unsent: 1 });
    await open();
    expect(shown('grower', GROWER)).toMatchObject({ data: { name: 'Quill & Daughters' } });
    expect(store.getState().sync.session?.person.name).toBe('Noor Castellane');
    server.network.cut = false;
    await device.sync();
    expect(server.held.get(`grower ${GROWER}`)).toMatchObject({
      data: { name: 'Quill & Daughters' },
    });
  });

  it('twenty edits made without a network leave as two changes at most: one that met the cut, and the rest', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    server.network.cut = true;
    for (let i = 0; i < 20; i++) {
      device.put('grower', { name: `Tap ${i}` }, GROWER);
      await kept();
      await device.sync();
    }
    expect(store.getState().sync.unsent).toBeLessThanOrEqual(2);
    server.network.cut = false;
    await device.sync();
    expect(server.network.commitCalls).toBeLessThanOrEqual(2);
    expect(server.held.get(`grower ${GROWER}`)).toMatchObject({ data: { name: 'Tap 19' } });
  });

  it('an answer lost on the way back does no harm', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    device.put('grower', { name: 'Saltbush Partnership' }, GROWER);
    await kept();
    server.network.losesAnswers = true;
    await device.sync();
    expect(store.getState().sync.unsent).toBe(1);
    server.network.losesAnswers = false;
    device.put('grower', { name: 'Saltbush Partners' }, GROWER);
    await kept();
    await device.sync();
    expect(server.changes.filter(({ record }) => record.kind === 'grower')).toHaveLength(2);
    expect(server.changes.some(({ record }) => record.kind === 'conflict')).toBe(false);
    expect(shown('grower', GROWER)).toMatchObject({
      revision: 2,
      data: { name: 'Saltbush Partners' },
    });
  });

  it('an edit made apart from another becomes a choice, with the other shown', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    device.put('grower', { name: 'First' }, GROWER);
    await kept();
    await device.sync();
    server.apply(
      [
        {
          id: crypto.randomUUID(),
          madeAt: '2027-05-27T09:30:00.000Z',
          changes: [
            { op: 'put', kind: 'grower', id: GROWER, baseRevision: 1, data: { name: 'Ife’s' } },
          ],
        },
      ],
      'Ife Marlow',
    );
    device.put('grower', { name: 'Noor’s' }, GROWER);
    await kept();
    await device.sync();
    expect(shown('grower', GROWER)).toMatchObject({ revision: 2, data: { name: 'Ife’s' } });
    const conflicts = Object.values(store.getState().records.conflict.entities);
    expect(conflicts).toMatchObject([
      { data: { recordId: GROWER, version: { name: 'Noor’s' }, resolvedAt: null } },
    ]);
  });
});

describe('photos', () => {
  const picture = new Blob(['picture']);
  const unsent = () => store.getState().sync.unsent;

  it('are kept without a network, counted as waiting, and sent once when there is one', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    server.network.cut = true;
    await device.keepPhoto('a', picture);
    await device.sync();
    expect(unsent()).toBe(1);
    // A device switched off and on has them still.
    await open();
    await vi.waitFor(() => expect(unsent()).toBe(1), 5000);
    expect(await device.photo('a')).toBeDefined();
    server.network.cut = false;
    await device.sync();
    await device.sync();
    expect(server.network.pictures).toEqual(['a']);
    expect(unsent()).toBe(0);
    expect(await device.photo('a')).toBeDefined();
  });

  it('are sent again after the server stumbled, but not when it will never take them', async () => {
    const server = fakeServer();
    await open();
    server.network.pictureStatus = 500;
    await device.keepPhoto('b', picture);
    await device.sync();
    expect(unsent()).toBe(1);
    expect(store.getState().sync.contact).toBe('offline');
    server.network.pictureStatus = 415;
    await device.sync();
    await device.sync();
    expect(server.network.pictures).toEqual(['b', 'b']);
    expect(unsent()).toBe(0);
  });

  it('sign in again by themselves when the session has run out', async () => {
    const server = fakeServer();
    await open();
    await device.sync();
    server.network.pictureStatus = 401;
    await device.keepPhoto('c', picture);
    await device.sync();
    expect(server.network.pictures).toEqual(['c', 'c']);
    expect(store.getState().sync).toMatchObject({ unsent: 0, contact: 'online' });
  });
});
