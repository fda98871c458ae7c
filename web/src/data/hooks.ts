import { KINDS, type DataOf, type Kept, type Kind } from '@sendero/core';
import { createSelector } from '@reduxjs/toolkit';
import { createContext, useContext } from 'react';
import type { Device } from './device.ts';
import { useAppSelector, type RootState } from './store.ts';

export const DeviceContext = createContext<Device | null>(null);

/** This device's end of the data road. */
export function useDevice(): Device {
  const device = useContext(DeviceContext);
  if (!device) throw new Error('useDevice needs a DeviceContext around it');
  return device;
}

const entitiesOf = (kind: Kind) => (state: RootState) => state.records[kind].entities;

/** Records of a kind that are not deleted, oldest first. Ids sort by the time they were made. */
const listSelectors = Object.fromEntries(
  Object.keys(KINDS).map((kind) => {
    let order: string[] = [];
    return [
      kind,
      createSelector([entitiesOf(kind as Kind)], (entities) => {
        const live = Object.values(entities).filter((record) => record.deletedAt === null);
        // A tap changes a record, seldom the list: then the order of before still holds.
        if (live.length !== order.length || !order.every((id) => entities[id]?.deletedAt === null))
          order = live.map(({ id }) => id).sort();
        return order.map((id) => entities[id]!);
      }),
    ];
  }),
) as unknown as Record<Kind, (state: RootState) => Kept[]>;

/** The same, by the parent named in an attribute. */
const childSelectors = new Map<string, (state: RootState) => Map<string, Kept[]>>();
function childrenBy(kind: Kind, attribute: string) {
  const key = `${kind} ${attribute}`;
  let selector = childSelectors.get(key);
  if (!selector) {
    selector = createSelector([listSelectors[kind]], (records) => {
      const byParent = new Map<string, Kept[]>();
      for (const record of records) {
        const parent = (record.data as unknown as Record<string, string>)[attribute]!;
        const list = byParent.get(parent);
        if (list) list.push(record);
        else byParent.set(parent, [record]);
      }
      return byParent;
    });
    childSelectors.set(key, selector);
  }
  return selector;
}

const NONE: never[] = [];

export const selectAll = <K extends Kind>(state: RootState, kind: K) =>
  listSelectors[kind](state) as Kept<K>[];
export const selectOne = <K extends Kind>(
  state: RootState,
  kind: K,
  id: string | null | undefined,
) => (id ? state.records[kind].entities[id] : undefined) as Kept<K> | undefined;
export const selectChildren = <K extends Kind>(
  state: RootState,
  kind: K,
  attribute: keyof DataOf<K> & string,
  parentId: string | undefined,
) => ((parentId && childrenBy(kind, attribute)(state).get(parentId)) || NONE) as Kept<K>[];

/** Every child of a kind, grouped by its parent. */
export const useGrouped = <K extends Kind>(kind: K, attribute: keyof DataOf<K> & string) =>
  useAppSelector((state) => childrenBy(kind, attribute)(state)) as Map<string, Kept<K>[]>;
export const useAll = <K extends Kind>(kind: K) =>
  useAppSelector((state) => selectAll(state, kind));
export const useOne = <K extends Kind>(kind: K, id: string | null | undefined) =>
  useAppSelector((state) => selectOne(state, kind, id));
export const useChildren = <K extends Kind>(
  kind: K,
  attribute: keyof DataOf<K> & string,
  parentId: string | undefined,
) => useAppSelector((state) => selectChildren(state, kind, attribute, parentId));

export function useWorkspace(): Kept<'workspace'> | undefined {
  const id = useAppSelector((state) => state.sync.session?.workspaceId);
  return useOne('workspace', id);
}

/** Today in the workspace's calendar (the demo lives on a fixed day). */
export function useToday(): string {
  const fixed = useWorkspace()?.data.fixedToday;
  return fixed ?? localDate(new Date());
}

const localDate = (at: Date) =>
  new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);

/** Now as an ISO timestamp, on the workspace's day. */
export const nowOn = (today: string) =>
  today === localDate(new Date())
    ? new Date().toISOString()
    : `${today}T${new Date().toISOString().slice(11)}`;
