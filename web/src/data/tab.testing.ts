import 'fake-indexeddb/auto';
import { Blob as PlainBlob } from 'node:buffer';
import type { Kept, Kind } from '@sendero/core';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, expect, vi } from 'vitest';
import { Device } from './device.ts';
import type { fakeServer } from './fakeServer.testing.ts';
import { selectOne } from './hooks.ts';
import { makeStore } from './store.ts';
import { SyncLoop } from './syncLoop.ts';

/** Each test has a browser of its own, and says itself when to talk to the server. */
export function inOwnBrowser(): void {
  beforeEach(() => {
    globalThis.indexedDB = new IDBFactory();
    // The test's page has a Blob of its own that its database cannot keep.
    vi.stubGlobal('Blob', PlainBlob);
    vi.restoreAllMocks();
    vi.useFakeTimers({ toFake: ['setInterval'] });
    vi.spyOn(SyncLoop.prototype, 'soon').mockReturnValue(undefined);
  });
}

/** A tab: a store and a device on this browser's database. */
export async function openTab(server: Pick<ReturnType<typeof fakeServer>, 'fetch'>) {
  const store = makeStore(() => device.road);
  const device: Device = new Device(store, { fetch: server.fetch });
  await device.open();
  const shown = <K extends Kind>(kind: K, id: string) => selectOne(store.getState(), kind, id);
  return {
    store,
    device,
    shown,
    sync: () => store.getState().sync,
    kept: () => vi.waitFor(() => expect(store.getState().sync.keeping).toBe(0), 5000),
    conflicts: () => [...store.getState().records.conflict.byId.values()] as Kept<'conflict'>[],
  };
}
