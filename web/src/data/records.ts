import { kindOf, KIND_NAMES, type Kept, type Kind } from '@sendero/core';
import { createAction, type UnknownAction } from '@reduxjs/toolkit';
import { Map } from 'immutable';

/**
 * The records of one kind. Both maps share what did not change with the version before, so that a tap
 * costs the same among a hundred records and a hundred thousand.
 */
export interface Shelf {
  byId: Map<string, Kept>;
  /** Children by the attribute that names their parent: parent's id → those not deleted, by id. */
  children: Record<string, Map<string, readonly Kept[]>>;
}
export type RecordsState = Record<Kind, Shelf>;

export const recordsSeen = createAction<readonly Kept[]>('records/seen');
export const recordsGone = createAction<readonly { kind: Kind; id: string }[]>('records/gone');

const emptyShelf = (kind: Kind): Shelf => ({
  byId: Map(),
  children: Object.fromEntries(
    Object.keys(kindOf(kind).parents).map((attribute) => [attribute, Map()]),
  ),
});
const start = () =>
  Object.fromEntries(KIND_NAMES.map((kind) => [kind, emptyShelf(kind)])) as RecordsState;

const parentOf = (record: Kept, attribute: string) =>
  (record.data as unknown as Record<string, unknown>)[attribute] as string | null;

/** A shelf with some records put in place, or taken away (null). */
function shelve(shelf: Shelf, changed: ReadonlyMap<string, Kept | null>): Shelf {
  const byId = shelf.byId.asMutable();
  const children = Object.fromEntries(
    Object.entries(shelf.children).map(([attribute, map]) => [attribute, map.asMutable()]),
  );
  // Per parent once, however many of its children change.
  const families = new globalThis.Map<string, [attribute: string, parent: string]>();
  const touch = (record: Kept | undefined) => {
    if (!record) return;
    for (const attribute of Object.keys(children)) {
      const parent = parentOf(record, attribute);
      if (parent) families.set(`${attribute} ${parent}`, [attribute, parent]);
    }
  };
  const joined = new globalThis.Map<string, Kept[]>();
  for (const [id, record] of changed) {
    touch(byId.get(id));
    if (!record) {
      byId.delete(id);
      continue;
    }
    touch(record);
    byId.set(id, record);
    if (record.deletedAt !== null) continue;
    for (const attribute of Object.keys(children)) {
      const family = `${attribute} ${parentOf(record, attribute)}`;
      const own = joined.get(family);
      if (own) own.push(record);
      else joined.set(family, [record]);
    }
  }
  for (const [family, [attribute, parent]] of families) {
    const stayed = (children[attribute]!.get(parent) ?? []).filter(({ id }) => !changed.has(id));
    const now = [...stayed, ...(joined.get(family) ?? [])].sort((a, b) => (a.id < b.id ? -1 : 1));
    if (now.length > 0) children[attribute]!.set(parent, now);
    else children[attribute]!.delete(parent);
  }
  return {
    byId: byId.asImmutable(),
    children: Object.fromEntries(
      Object.entries(children).map(([attribute, map]) => [attribute, map.asImmutable()]),
    ),
  };
}

/** What screens read: every record this device holds of the season on the screen, as it shows it. */
export function recordsReducer(state: RecordsState = start(), action: UnknownAction): RecordsState {
  const changed = new globalThis.Map<Kind, globalThis.Map<string, Kept | null>>();
  const note = (kind: Kind, id: string, record: Kept | null) => {
    if (!state[kind]) return;
    const own = changed.get(kind) ?? new globalThis.Map<string, Kept | null>();
    changed.set(kind, own.set(id, record));
  };
  if (recordsSeen.match(action))
    for (const record of action.payload) note(record.kind, record.id, record);
  else if (recordsGone.match(action))
    for (const { kind, id } of action.payload) note(kind, id, null);
  if (changed.size === 0) return state;
  return {
    ...state,
    ...Object.fromEntries([...changed].map(([kind, some]) => [kind, shelve(state[kind], some)])),
  };
}
