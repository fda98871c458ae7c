import 'fake-indexeddb/auto';
import type { ExampleRecord } from '@sendero/core';
import { MantineProvider } from '@mantine/core';
import { IDBFactory } from 'fake-indexeddb';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { vi } from 'vitest';
import { Device, type Draft } from '../data/device.ts';
import type { fakeServer } from '../data/fakeServer.testing.ts';
import { DeviceContext } from '../data/hooks.ts';
import { makeStore } from '../data/store.ts';
import { SyncLoop } from '../data/syncLoop.ts';
import { draw } from './onPage.testing.tsx';
import { theme } from './theme.ts';

/** An empty device, as on a first visit. */
export function emptyDevice(): void {
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
}

/** A piece of the app on a device that has fetched what its server has, and holds what was entered on it. For tests. */
export async function onDevice(
  server: ReturnType<typeof fakeServer>,
  piece: ReactNode,
  holding: readonly ExampleRecord[],
) {
  // The test says when to talk to the server, and no clock ticks behind it.
  vi.useFakeTimers({ toFake: ['setInterval'] });
  vi.spyOn(SyncLoop.prototype, 'soon').mockReturnValue(undefined);
  const store = makeStore(() => device.road);
  const device: Device = new Device(store, { fetch: server.fetch });
  await device.open();
  await device.syncOnce();
  if (holding.length > 0) {
    const held = device.putAll(holding as Draft[]);
    if (!held.ok) throw new Error(JSON.stringify(held.problems));
  }
  const screen = await draw(
    <Provider store={store}>
      <DeviceContext value={device}>
        <MantineProvider theme={theme} env="test">
          {piece}
        </MantineProvider>
      </DeviceContext>
    </Provider>,
  );
  return { store, device, screen };
}
