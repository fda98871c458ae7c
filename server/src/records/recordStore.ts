import {
  KIND_NAMES,
  parentsOf,
  type Change,
  type Conflict,
  type DataOf,
  type Kept,
  type Kind,
  type LookUp,
} from '@sendero/core';
import type { Model, Transaction } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';
import { dataColumns, keptWhole } from '../database/models.ts';

const plain = (value: unknown) => (value instanceof Date ? value.toISOString() : value);

/** A table row as a record. */
function toRecord(kind: Kind, model: Model): Kept {
  const row = model.get({ plain: true }) as Record<string, unknown>;
  const data = keptWhole(kind)
    ? row.payload
    : Object.fromEntries(dataColumns(kind).map((name) => [name, plain(row[name])]));
  return {
    kind,
    id: row.id,
    revision: row.revision,
    deletedAt: plain(row.deletedAt) ?? null,
    editedBy: row.editedBy,
    editedAt: plain(row.editedAt),
    data,
  } as Kept;
}

/** A record as a table row. */
function toRow(
  workspaceId: string,
  { kind, id, revision, deletedAt, editedBy, editedAt, data }: Kept,
): Record<string, unknown> {
  const own: Record<string, unknown> = keptWhole(kind)
    ? {
        ...Object.fromEntries(
          dataColumns(kind)
            .filter((name) => name !== 'payload')
            .map((name) => [name, (data as unknown as Record<string, unknown>)[name]]),
        ),
        payload: data,
      }
    : data;
  return {
    ...(kind === 'workspace' ? {} : { workspaceId }),
    id,
    revision,
    deletedAt,
    editedBy,
    editedAt,
    ...own,
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
        ...dataColumns(kind),
      ] as never,
      transaction,
    });
  }
}

/** The season a record belongs to, through its ancestors; null for what all seasons share. */
export function seasonOf(record: Kept, lookUp: LookUp): number | null {
  if (record.kind === 'planting') return (record.data as DataOf<'planting'>).season;
  if (record.kind === 'conflict') {
    const { recordKind, recordId } = record.data as Conflict;
    const about = lookUp(recordKind as Kind, recordId);
    return about ? seasonOf(about, lookUp) : null;
  }
  const chain: Partial<Record<Kind, [Kind, string]>> = {
    walk: ['planting', 'plantingId'],
    event: ['planting', 'plantingId'],
    stop: ['walk', 'walkId'],
    observation: ['stop', 'stopId'],
  };
  const up = chain[record.kind];
  const parent = up && lookUp(up[0], (record.data as unknown as Record<string, string>)[up[1]]!);
  return parent ? seasonOf(parent, lookUp) : null;
}
