import { kindOf, KIND_NAMES, type Kept, type Kind } from '@sendero/core';
import { createAction, type UnknownAction } from '@reduxjs/toolkit';

/**
 * The records of one kind. The maps are changed in place, the shelf around them is new after each
 * change: a tap costs the same among a hundred records and a hundred thousand. The records and the
 * lists of children are never changed, only replaced.
 */
export interface Shelf {
  byId: ReadonlyMap<string, Kept>;
  /** Children by the attribute that names their parent: parent's id → those not deleted, by id. */
  children: Readonly<Record<string, ReadonlyMap<string, readonly Kept[]>>>;
}
type Families = Map<string, readonly Kept[]>;
export type RecordsState = Record<Kind, Shelf>;

export const recordsSeen = createAction<readonly Kept[]>('records/seen');
/** An edit, shown at once; walks it makes have nothing on the disk to be read. */
export const recordsEdited = createAction<{ views: readonly Kept[]; walksMade: readonly string[] }>(
  'records/edited',
);
export const recordsGone = createAction<readonly { kind: Kind; id: string }[]>('records/gone');

const emptyShelf = (kind: Kind): Shelf => ({
  byId: new Map(),
  children: Object.fromEntries(
    Object.keys(kindOf(kind).parents).map((attribute) => [attribute, new Map()]),
  ),
});
const start = () =>
  Object.fromEntries(KIND_NAMES.map((kind) => [kind, emptyShelf(kind)])) as RecordsState;

const parentOf = (record: Kept, attribute: string) =>
  (record.data as unknown as Record<string, unknown>)[attribute] as string | null;

/** Puts some records on a shelf, or takes them away (null). */
function shelve(shelf: Shelf, changed: ReadonlyMap<string, Kept | null>): Shelf {
  const byId = shelf.byId as Map<string, Kept>;
  for (const [attribute, families] of Object.entries(shelf.children))
    regroup(families as Families, byId, changed, attribute);
  for (const [id, record] of changed) {
    if (record) byId.set(id, record);
    else byId.delete(id);
  }
  return { ...shelf };
}

/** Makes the lists of one attribute's families anew where something changed: once each, however many children change. */
function regroup(
  families: Families,
  before: ReadonlyMap<string, Kept>,
  changed: ReadonlyMap<string, Kept | null>,
  attribute: string,
): void {
  const joined = new Map<string, Kept[]>();
  const joins = (parent: string | null) => {
    if (!parent) return null;
    let own = joined.get(parent);
    if (!own) joined.set(parent, (own = []));
    return own;
  };
  for (const [id, record] of changed) {
    const old = before.get(id);
    if (old) joins(parentOf(old, attribute));
    if (record) {
      const own = joins(parentOf(record, attribute));
      if (record.deletedAt === null) own?.push(record);
    }
  }
  for (const [parent, own] of joined) {
    const stayed = families.get(parent)?.filter(({ id }) => !changed.has(id)) ?? [];
    const now = stayed.length > 0 ? [...stayed, ...own] : own;
    if (now.length > 0)
      families.set(
        parent,
        now.sort((a, b) => (a.id < b.id ? -1 : 1)),
      );
    else families.delete(parent);
  }
}

/** What screens read: every record this device holds of the season on the screen, as it shows it. */
export function recordsReducer(state: RecordsState = start(), action: UnknownAction): RecordsState {
  const changed = new Map<Kind, Map<string, Kept | null>>();
  const note = (kind: Kind, id: string, record: Kept | null) => {
    if (!state[kind]) return;
    const own = changed.get(kind) ?? new Map<string, Kept | null>();
    changed.set(kind, own.set(id, record));
  };
  if (recordsSeen.match(action))
    for (const record of action.payload) note(record.kind, record.id, record);
  else if (recordsEdited.match(action))
    for (const record of action.payload.views) note(record.kind, record.id, record);
  else if (recordsGone.match(action))
    for (const { kind, id } of action.payload) note(kind, id, null);
  if (changed.size === 0) return state;
  return {
    ...state,
    ...Object.fromEntries([...changed].map(([kind, some]) => [kind, shelve(state[kind], some)])),
  };
}
