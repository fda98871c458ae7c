import { type DataOf, type Kept, type Kind } from '@sendero/core';
import { createSelector } from '@reduxjs/toolkit';
import { createContext, useContext, useEffect } from 'react';
import type { Device } from './device.ts';
import { useAppSelector, type RootState } from './store.ts';

export const DeviceContext = createContext<Device | null>(null);

/** This device's end of the data road. */
export function useDevice(): Device {
  const device = useContext(DeviceContext);
  if (!device) throw new Error('useDevice needs a DeviceContext around it');
  return device;
}

/** Records of a kind that are not deleted, oldest first (ids sort by the time they were made). For kinds of which there are few. */
const listSelectors = new Map<Kind, (state: RootState) => Kept[]>();
function listOf(kind: Kind) {
  let selector = listSelectors.get(kind);
  if (!selector) {
    selector = createSelector([(state: RootState) => state.records[kind]], ({ byId }) =>
      [...byId.values()]
        .filter(({ deletedAt }) => deletedAt === null)
        .sort((a, b) => (a.id < b.id ? -1 : 1)),
    );
    listSelectors.set(kind, selector);
  }
  return selector;
}

const NONE: never[] = [];

export const selectAll = <K extends Kind>(state: RootState, kind: K) =>
  listOf(kind)(state) as Kept<K>[];
export const selectOne = <K extends Kind>(
  state: Pick<RootState, 'records'>,
  kind: K,
  id: string | null | undefined,
) => (id ? state.records[kind].byId.get(id) : undefined) as Kept<K> | undefined;
export const selectChildren = <K extends Kind>(
  state: RootState,
  kind: K,
  attribute: keyof DataOf<K> & string,
  parentId: string | undefined,
) => ((parentId && state.records[kind].children[attribute]!.get(parentId)) || NONE) as Kept<K>[];

export const useAll = <K extends Kind>(kind: K) =>
  useAppSelector((state) => selectAll(state, kind));
/** All records of several kinds, each under a name of its own. */
export const useEach = <Names extends Record<string, Kind>>(kinds: Names) =>
  useAppSelector(
    (state) =>
      Object.fromEntries(
        Object.entries(kinds).map(([name, kind]) => [name, selectAll(state, kind)]),
      ) as { [Name in keyof Names]: Kept<Names[Name]>[] },
    (a, b) => Object.keys(kinds).every((name) => a[name] === b[name]),
  );
export const useOne = <K extends Kind>(kind: K, id: string | null | undefined) =>
  useAppSelector((state) => selectOne(state, kind, id));
export const useChildren = <K extends Kind>(
  kind: K,
  attribute: keyof DataOf<K> & string,
  parentId: string | undefined,
) => useAppSelector((state) => selectChildren(state, kind, attribute, parentId));

/** The same things in the same order. */
export const sameItems = <T>(a: readonly T[], b: readonly T[]) =>
  a.length === b.length && a.every((item, i) => item === b[i]);

/** Children of several parents, one list each, in the order of the parents; the same lists while none changed. */
export const useChildrenOfEach = <K extends Kind>(
  kind: K,
  attribute: keyof DataOf<K> & string,
  parents: readonly { id: string }[],
): Kept<K>[][] =>
  useAppSelector(
    (state) => parents.map(({ id }) => selectChildren(state, kind, attribute, id)),
    sameItems,
  );

/** Children of several parents in one list, in the order of the parents; the same list while none changed. */
export const useChildrenOfAll = <K extends Kind>(
  kind: K,
  attribute: keyof DataOf<K> & string,
  parents: readonly { id: string }[],
): Kept<K>[] =>
  useAppSelector(
    (state) => parents.flatMap(({ id }) => selectChildren(state, kind, attribute, id)),
    sameItems,
  );

/** Whether walks are read from the disk; those that are not yet, soon will be. */
export function useWalksRead(walkIds: readonly (string | undefined)[]): boolean {
  const device = useDevice();
  const unread = useAppSelector(({ sync }) =>
    walkIds.filter((id) => id && !sync.walksRead[id]).join(' '),
  );
  useEffect(() => {
    for (const id of unread.split(' ').filter(Boolean)) void device.loadWalk(id);
  }, [device, unread]);
  return unread === '';
}

export function useWorkspace(): Kept<'workspace'> | undefined {
  const id = useAppSelector((state) => state.sync.session?.workspaceId);
  return useOne('workspace', id);
}

/** Today in the workspace's calendar (the demo lives on a fixed day). */
export function useToday(): string {
  const fixed = useWorkspace()?.data.fixedToday;
  const today = useAppSelector((state) => state.sync.today);
  return fixed ?? today;
}
