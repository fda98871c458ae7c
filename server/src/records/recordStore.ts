import {
  KIND_NAMES,
  kindOf,
  parentsOf,
  readKept,
  type Change,
  type Conflict,
  type DataOf,
  type Kept,
  type Kind,
  type LookUp,
} from '@sendero/core';
import type { Model, Transaction, WhereOptions } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';
import { dataColumns } from '../database/models.ts';

const plain = (value: unknown) => (value instanceof Date ? value.toISOString() : value);

/** A table row as a record. */
function toRecord(kind: Kind, model: Model): Kept {
  const row = model.get({ plain: true }) as Record<string, unknown>;
  return readKept({
    kind,
    id: row.id,
    version: row.shape,
    revision: row.revision,
    deletedAt: plain(row.deletedAt) ?? null,
    editedBy: row.editedBy,
    editedAt: plain(row.editedAt),
    data: row.payload,
  } as Kept);
}

/** A record as a table row. */
function toRow(
  workspaceId: string,
  { kind, id, version, revision, deletedAt, editedBy, editedAt, data }: Kept,
): Record<string, unknown> {
  const copies = dataColumns(kind).map((name) => [
    name,
    (data as unknown as Record<string, unknown>)[name],
  ]);
  return {
    ...(kind === 'workspace' ? {} : { workspaceId }),
    id,
    shape: version ?? 1,
    revision,
    deletedAt,
    editedBy,
    editedAt,
    ...Object.fromEntries(copies),
    payload: data,
  };
}

/**
 * Reads, in one query a kind, the records that a batch of changes touches and all their ancestors,
 * inside one workspace.
 */
export async function loadForChanges(
  database: Database,
  workspaceId: string,
  changes: readonly Change[],
  transaction: Transaction,
): Promise<LookUp> {
  const held = new Map<string, Kept>();
  const wanted = new Map<Kind, Set<string>>(KIND_NAMES.map((kind) => [kind, new Set<string>()]));
  const wantParents = (kind: Kind, data: unknown) => {
    if (data === null || typeof data !== 'object') return;
    for (const parent of parentsOf(kind, data as DataOf<Kind>))
      if (UUID.test(parent.id)) wanted.get(parent.kind)!.add(parent.id);
  };
  for (const change of changes) {
    wanted.get(change.kind)!.add(change.id);
    wantParents(change.kind, change.data);
    wantParents(change.kind, change.base);
  }
  for (const kind of [...KIND_NAMES].reverse()) {
    const ids = [...wanted.get(kind)!].filter((id) => kind !== 'workspace' || id === workspaceId);
    if (ids.length === 0) continue;
    const rows = await database.models.records[kind].findAll({
      where: kind === 'workspace' ? { id: ids } : { workspaceId, id: ids },
      transaction,
    });
    for (const row of rows) {
      const record = toRecord(kind, row);
      held.set(`${kind} ${record.id}`, record);
      wantParents(kind, record.data);
    }
  }
  return (kind, id) => held.get(`${kind} ${id}`) as never;
}
const UUID = /^[0-9a-f]{8}-([0-9a-f]{4}-){3}[0-9a-f]{12}$/i;

/** Writes records as they now stand, parents before children. */
export async function writeRecords(
  database: Database,
  workspaceId: string,
  records: readonly Kept[],
  transaction: Transaction,
): Promise<void> {
  for (const kind of KIND_NAMES) {
    const rows = records
      .filter((record) => record.kind === kind)
      .map((record) => toRow(workspaceId, record));
    if (rows.length === 0) continue;
    await database.models.records[kind].bulkCreate(rows, {
      updateOnDuplicate: [
        'revision',
        'deletedAt',
        'editedBy',
        'editedAt',
        'shape',
        'payload',
        ...dataColumns(kind),
      ] as never,
      transaction,
    });
  }
}

/** Records of a kind in a workspace that are not deleted and lie where they are asked for. */
export async function recordsOf<K extends Kind>(
  database: Database,
  workspaceId: string,
  kind: K,
  where: WhereOptions = {},
): Promise<Kept<K>[]> {
  const rows = await database.models.records[kind].findAll({
    where: { workspaceId, deletedAt: null, ...where },
    order: ['id'],
  });
  return rows.map((row) => toRecord(kind, row) as Kept<K>);
}

/**
 * The season a record belongs to, through its ancestors; null for what all seasons share. A planting
 * may move to another season, and takes what was seen of it along: see `below`.
 */
export function seasonOf(record: Kept, lookUp: LookUp): number | null {
  const { held, year } = kindOf(record.kind);
  if (held === 'always') return null;
  if (held === 'year') return year(record.data);
  if (held === 'about') {
    const { recordKind, recordId } = record.data as Conflict;
    const about = lookUp(recordKind as Kind, recordId);
    return about ? seasonOf(about, lookUp) : null;
  }
  const [above] = parentsOf(record.kind, record.data);
  const parent = above && lookUp(above.kind, above.id);
  if (!parent) return null;
  return parent.kind === 'planting'
    ? (parent.data as DataOf<'planting'>).season
    : seasonOf(parent, lookUp);
}

/** The newest versions of all records below some plantings. */
export async function below(
  database: Database,
  workspaceId: string,
  plantingIds: readonly string[],
  transaction: Transaction,
): Promise<Kept[]> {
  const found: Kept[] = [];
  const gather = async (parent: Kind, ids: readonly string[]): Promise<void> => {
    if (ids.length === 0) return;
    for (const kind of KIND_NAMES) {
      const [attribute] =
        Object.entries(kindOf(kind).parents).find(([, of]) => of === parent) ?? [];
      if (attribute === undefined || kindOf(kind).held === 'always') continue;
      const rows = await database.models.records[kind].findAll({
        where: { workspaceId, [attribute]: ids },
        transaction,
      });
      const some = rows.map((row) => toRecord(kind, row));
      found.push(...some);
      await gather(
        kind,
        some.map(({ id }) => id),
      );
    }
  };
  await gather('planting', plantingIds);
  return found;
}
