import {
  KIND_NAMES,
  kindOf,
  linksTo,
  parentsOf,
  readKept,
  type Change,
  type Commit,
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
    ...(row.mergedInto ? { mergedInto: row.mergedInto } : {}),
    ...(typeof row.lost === 'number' ? { lost: row.lost } : {}),
    editedBy: row.editedBy,
    editedAt: plain(row.editedAt),
    data: row.payload,
  } as Kept);
}

/** A record as a table row. */
function toRow(
  workspaceId: string,
  { kind, id, version, revision, deletedAt, mergedInto, lost, editedBy, editedAt, data }: Kept,
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
    mergedInto: mergedInto ?? null,
    lost: lost ?? null,
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
    // What was merged into another of its kind leads to that one, and on from there.
    for (let next = ids; next.length > 0;) {
      const rows = await database.models.records[kind].findAll({
        where: kind === 'workspace' ? { id: next } : { workspaceId, id: next },
        transaction,
      });
      next = [];
      for (const row of rows) {
        const record = toRecord(kind, row);
        held.set(`${kind} ${record.id}`, record);
        wantParents(kind, record.data);
        const { mergedInto } = record;
        if (mergedInto !== undefined && !held.has(`${kind} ${mergedInto}`)) next.push(mergedInto);
      }
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
        'mergedInto',
        'lost',
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

/**
 * Looks, for each record that is to be deleted, what stands below it and when that changed last: whoever deletes it may not have heard.
 * @returns whether anything below a record was changed after a change number
 */
export async function changesBelow(
  database: Database,
  workspaceId: string,
  commits: readonly Commit[],
  transaction: Transaction,
): Promise<(kind: Kind, id: string, afterSeq: number) => boolean> {
  const newest = new Map<string, number>();
  for (const { changes } of commits)
    for (const { op, kind, id, knewSeq } of changes) {
      if (op !== 'delete' || knewSeq === undefined) continue;
      const ids = await idsBelow(database, workspaceId, kind, [id], transaction);
      if (ids.length === 0) continue;
      const seq = await database.models.change.max('seq', {
        where: { workspaceId, recordId: ids },
        transaction,
      });
      newest.set(`${kind} ${id}`, Number(seq ?? 0));
    }
  return (kind, id, afterSeq) => (newest.get(`${kind} ${id}`) ?? 0) > afterSeq;
}

/** Ids of all that stands below some records of a kind and is not deleted. */
async function idsBelow(
  database: Database,
  workspaceId: string,
  kind: Kind,
  ids: readonly string[],
  transaction: Transaction,
): Promise<string[]> {
  const found: string[] = [];
  for (const child of KIND_NAMES)
    for (const link of linksTo(child, kind)) {
      if (!dataColumns(child).includes(link)) continue;
      const rows = await database.models.records[child].findAll({
        attributes: ['id'],
        where: { workspaceId, deletedAt: null, [link]: ids },
        transaction,
      });
      if (rows.length === 0) continue;
      const own = rows.map((row) => row.get('id') as string);
      found.push(...own, ...(await idsBelow(database, workspaceId, child, own, transaction)));
    }
  return found;
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
