import { randomUUID } from 'node:crypto';
import { QueryTypes, type Transaction } from 'sequelize';
import { ProblemError } from '../api/problems.ts';
import type { Database } from '../database/openDatabase.ts';

/**
 * A place in the history of a workspace's records: the number of its last change, and a mark that was drawn at random when it was written. A device
 * that knows a place which this database never had talks to one that was restored from an older backup, whatever its numbers say.
 */
export const placeText = ({ seq, mark }: { seq: number; mark: string }) => `${seq}.${mark}`;

/** Marks the end of a batch of changes. */
export async function markHistory(
  database: Database,
  workspaceId: string,
  seq: number,
  transaction: Transaction,
): Promise<void> {
  await database.models.historyMark.create(
    { workspaceId, seq, mark: randomUUID(), at: new Date() },
    { transaction },
  );
}

/** The newest place in the history of a workspace. */
export async function newestPlace(
  database: Database,
  workspaceId: string,
  transaction?: Transaction,
): Promise<string | null> {
  const [newest] = await database.sequelize.query<{ seq: string; mark: string }>(
    'SELECT seq, mark FROM history_marks WHERE workspace_id = :workspaceId ORDER BY seq DESC LIMIT 1',
    { replacements: { workspaceId }, type: QueryTypes.SELECT, transaction },
  );
  return newest ? placeText({ seq: Number(newest.seq), mark: newest.mark }) : null;
}

/**
 * Turns a device away that knows a place in the history which this database does not have.
 * @throws ProblemError 409 with a problem named `history`
 */
export async function requireSameHistory(
  database: Database,
  workspaceId: string,
  known: string | undefined,
): Promise<void> {
  if (known === undefined) return;
  const [seq, mark] = known.split('.') as [string, string];
  const held = await database.models.historyMark.count({ where: { workspaceId, seq, mark } });
  if (held > 0) return;
  // Marks are let go of after a year and more: of a place before the first that is left nothing can be said.
  const first = await database.models.historyMark.min('seq', { where: { workspaceId } });
  if (first === null || Number(seq) >= Number(first))
    throw new ProblemError(
      409,
      'Another history',
      'The server was restored from a backup: fetch everything anew, then send what it lacks.',
      { history: 'The server was restored from a backup.' },
    );
}

/** A place in the history as it comes back from a device. */
export const PLACE = /^\d{1,15}\.[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
