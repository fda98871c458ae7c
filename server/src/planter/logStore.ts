import type { LogMapping, PlanterLog } from '@sendero/core';
import type { PoolClient } from 'pg';
import type { Model } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';
import { ProblemError } from '../api/problems.ts';
import type { LogFormat } from './readPiece.ts';

/** A log as it is sent. */
export interface LogUpload {
  id: string;
  plantingId: string;
  name: string;
  format: LogFormat;
  mapping: LogMapping;
  /** Size of the whole file, for the progress; 0 when not known. */
  bytes: number;
}

/** Silence after which a log that is being sent counts as stopped on its way. */
const SILENT_MS = 30_000;

/**
 * Makes the entry of a log about to be read. One sent in pieces goes on where it is, and one that ended
 * without being kept is begun anew by its first piece; one sent whole must be new.
 */
export async function openLog(
  database: Database,
  workspaceId: string,
  { id, plantingId, name, bytes }: LogUpload,
  piece?: { from: number },
): Promise<void> {
  const planting = await database.models.records.planting.findOne({
    where: { workspaceId, id: plantingId },
  });
  if (!planting)
    throw new ProblemError(404, 'No such planting', 'Choose one of your own plantings.');
  const held = await database.models.planterLog.findOne({ where: { workspaceId, id } });
  if (held && piece) {
    const ended = ['failed', 'cancelled'].includes(held.get('status') as string);
    if (!ended || piece.from > 0) return;
    await held.destroy();
  } else if (held)
    throw new ProblemError(409, 'Sent before', 'This log was sent before: send it under a new id.');
  const now = new Date();
  await database.models.planterLog.bulkCreate(
    [{ workspaceId, id, plantingId, name, status: 'reading', bytes, startedAt: now, heardAt: now }],
    { ignoreDuplicates: true },
  );
}

/** The logs of a planting, newest first. */
export async function logsOf(
  database: Database,
  workspaceId: string,
  plantingId: string,
): Promise<PlanterLog[]> {
  const rows = await database.models.planterLog.findAll({
    where: { workspaceId, plantingId },
    order: [['startedAt', 'DESC']],
  });
  return rows.map(told);
}

export async function logById(
  database: Database,
  workspaceId: string,
  id: string,
): Promise<PlanterLog> {
  const row = await database.models.planterLog.findOne({ where: { workspaceId, id } });
  if (!row) throw new ProblemError(404, 'No such log', 'It was deleted: choose the file again.');
  return told(row);
}

/** A log as the app tells of it; one that nothing more is heard of has stopped on its way. */
function told(model: Model): PlanterLog {
  const {
    reading: _,
    tail: __,
    ...log
  } = model.get({ plain: true }) as PlanterLog & {
    reading: unknown;
    tail: unknown;
  };
  const silent = Date.now() - new Date(log.heardAt).getTime() > SILENT_MS;
  return log.status === 'reading' && silent ? { ...log, status: 'stopped' } : log;
}

/**
 * Works on a log that nobody else changes meanwhile, in one transaction. What is done to its records
 * must be a statement of its own behind the lock: one that waits for the lock itself still sees the
 * records as they were before, and misses those of the piece it waited for.
 *
 * @returns false when there is no such log (any more)
 */
export async function withLog<Row>(
  database: Database,
  workspaceId: string,
  id: string,
  work: (client: PoolClient, row: Row) => Promise<unknown>,
): Promise<boolean> {
  const client = await database.logs.connect();
  let whole = false;
  try {
    await client.query('BEGIN');
    const held = await client.query(
      'SELECT * FROM planter_logs WHERE workspace_id = $1 AND id = $2 FOR UPDATE',
      [workspaceId, id],
    );
    const row = held.rows[0] as Row | undefined;
    if (row) await work(client, row);
    await client.query('COMMIT');
    whole = true;
    return row !== undefined;
  } finally {
    // A connection that broke off, perhaps in the middle of a copy, is of no further use.
    client.release(!whole);
  }
}

/** Deletes a log with its records; false when there is none. A piece still on its way finds nothing to add to. */
export async function deleteLog(
  database: Database,
  workspaceId: string,
  id: string,
): Promise<boolean> {
  const { rowCount } = await database.logs.query(
    'DELETE FROM planter_logs WHERE workspace_id = $1 AND id = $2',
    [workspaceId, id],
  );
  return rowCount === 1;
}

/** Ends a log that will not be read to its end: nothing of it is kept but what is said of it. */
export async function closeLog(
  database: Database,
  workspaceId: string,
  id: string,
  status: 'failed' | 'cancelled',
  problem: string,
): Promise<PlanterLog> {
  await withLog<{ status: string }>(database, workspaceId, id, async (client, row) => {
    if (row.status !== 'reading' && row.status !== status) return;
    await client.query('DELETE FROM planter_log_records WHERE workspace_id = $1 AND log_id = $2', [
      workspaceId,
      id,
    ]);
    await client.query(
      `UPDATE planter_logs SET status = $3, problem = $4, reading = NULL, tail = NULL, heard_at = now(), finished_at = now()
        WHERE workspace_id = $1 AND id = $2`,
      [workspaceId, id, status, problem],
    );
  });
  return logById(database, workspaceId, id);
}
