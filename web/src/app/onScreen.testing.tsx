import { exampleFamily, validate, type DataOf, type ExampleRecord, type Kind } from '@sendero/core';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { fakeServer } from '../data/fakeServer.testing.ts';
import { selectAll, selectOne } from '../data/hooks.ts';
import { newId } from '../data/newId.ts';
import { onDevice } from './onDevice.testing.tsx';
import { UndoOffers } from './Undo.tsx';

export { emptyDevice } from './onDevice.testing.tsx';

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
  const server = fakeServer();
  const { store, device, screen } = await onDevice(
    server,
    <MemoryRouter initialEntries={[path]}>
      <UndoOffers>{piece}</UndoOffers>
    </MemoryRouter>,
    holding,
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
