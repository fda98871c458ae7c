import type { LogMapping, PlanterLog } from '@sendero/core';
import type { Database } from '../database/openDatabase.ts';
import { ProblemError } from '../api/problems.ts';
import type { LogFormat } from './logSource.ts';

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

/** Silence after which a reading log counts as broken off: its server is gone. */
const SILENT_MS = 30_000;

/** Makes the entry of a log about to be read. */
export async function openLog(
  database: Database,
  workspaceId: string,
  { id, plantingId, name, bytes }: LogUpload,
): Promise<void> {
  const planting = await database.models.records.planting.findOne({
    where: { workspaceId, id: plantingId },
  });
  if (!planting)
    throw new ProblemError(404, 'No such planting', 'Choose one of your own plantings.');
  if (await database.models.planterLog.findOne({ where: { workspaceId, id } }))
    throw new ProblemError(409, 'Sent before', 'This log was sent before: send it under a new id.');
  const now = new Date();
  await database.models.planterLog.create({
    workspaceId,
    id,
    plantingId,
    name,
    status: 'reading',
    bytes,
    startedAt: now,
    heardAt: now,
  });
}

/** Notes how far the reading is; gives the status, which a cancel may have changed meanwhile. */
export async function heardFrom(
  database: Database,
  workspaceId: string,
  id: string,
  progress: { bytesRead: number; records: number; broken: number },
): Promise<PlanterLog['status'] | undefined> {
  const [, rows] = await database.models.planterLog.update(
    { ...progress, heardAt: new Date() },
    { where: { workspaceId, id }, returning: ['status'] },
  );
  return rows[0]?.get('status') as PlanterLog['status'] | undefined;
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
  return rows.map((row) => {
    const state = row.get({ plain: true }) as PlanterLog;
    const silent = Date.now() - new Date(state.heardAt).getTime() > SILENT_MS;
    return state.status === 'reading' && silent
      ? { ...state, status: 'failed', problem: 'The server stopped while reading: send it again.' }
      : state;
  });
}

/** Asks the server that reads a log to stop. */
export async function cancelLog(
  database: Database,
  workspaceId: string,
  id: string,
): Promise<boolean> {
  const [count] = await database.models.planterLog.update(
    { status: 'cancelled' },
    { where: { workspaceId, id, status: 'reading' } },
  );
  return count > 0;
}
