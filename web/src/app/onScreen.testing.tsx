import 'fake-indexeddb/auto';
import { exampleFamily, validate, type DataOf, type ExampleRecord, type Kind } from '@sendero/core';
import { MantineProvider } from '@mantine/core';
import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { IDBFactory } from 'fake-indexeddb';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { MemoryRouter } from 'react-router';
import { vi } from 'vitest';
import { Device, type Draft } from '../data/device.ts';
import { fakeServer } from '../data/fakeServer.testing.ts';
import { DeviceContext, selectAll, selectOne } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { makeStore } from '../data/store.ts';
import { SyncLoop } from '../data/syncLoop.ts';
import { theme } from './theme.ts';
import { UndoOffers } from './Undo.tsx';

/** One record of every kind, as a family; some changed or left out. */
export function family(change: { [K in Kind]?: Partial<DataOf<K>> | null } = {}) {
  const records = exampleFamily(newId)
    .filter(({ kind }) => !['workspace', 'conflict'].includes(kind) && change[kind] !== null)
    .map((one) => {
      const valid = validate(one.kind, { ...one.data, ...change[one.kind] });
      if (!valid.ok) throw new Error(JSON.stringify(valid.problems));
      return { ...one, data: valid.data } as ExampleRecord;
    });
  const of = <K extends Kind>(kind: K) =>
    records.find((one) => one.kind === kind)! as { kind: K; id: string; data: DataOf<K> };
  return { records, of };
}

/** A piece of the app on a device of its own, which holds the records given. For tests. */
export async function onScreen(
  piece: ReactNode,
  { holding = [], path = '/' }: { holding?: readonly ExampleRecord[]; path?: string } = {},
) {
  // The test says when to talk to the server, and no clock ticks behind it.
  vi.useFakeTimers({ toFake: ['setInterval'] });
  vi.spyOn(SyncLoop.prototype, 'soon').mockReturnValue(undefined);
  const server = fakeServer();
  const store = makeStore(() => device.road);
  const device: Device = new Device(store, { fetch: server.fetch });
  await device.open();
  await device.syncOnce();
  if (holding.length > 0) {
    const held = device.putAll(holding as Draft[]);
    if (!held.ok) throw new Error(JSON.stringify(held.problems));
  }
  const screen = render(
    <Provider store={store}>
      <DeviceContext value={device}>
        <MantineProvider theme={theme} env="test">
          <MemoryRouter initialEntries={[path]}>
            <UndoOffers>{piece}</UndoOffers>
          </MemoryRouter>
        </MantineProvider>
      </DeviceContext>
    </Provider>,
  );
  return {
    ...screen,
    device,
    server,
    user: userEvent.setup(),
    store,
    shown: <K extends Kind>(kind: K, id: string) => selectOne(store.getState(), kind, id),
    /** What the device shows of a kind. */
    all: <K extends Kind>(kind: K) => selectAll(store.getState(), kind).map(({ data }) => data),
  };
}

/** An empty device, as on a first visit. */
export function emptyDevice(): void {
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
}
