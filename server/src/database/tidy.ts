import { QueryTypes } from 'sequelize';
import type { Database } from './openDatabase.ts';

/**
 * How long is kept what nobody asks for after that, days. Defaults: a device that was away for longer than outcomes are kept
 * may send again what arrived; a session ends with its cookie; a half-sent picture is begun anew.
 */
export const KEPT_DAYS = {
  sessions: 180,
  photoPieces: 14,
  outcomes: 400,
  oldVersions: 400,
} as const;
/** Rows deleted in one go: the tables stay free for others. */
const AT_A_TIME = 5000;

/**
 * Deletes what has outlived its use: old sessions, half-sent pictures, outcomes of commits, versions of records that were replaced long ago,
 * and marks of the history that no device still stands on.
 *
 * @returns rows deleted, by table
 */
export async function tidy(database: Database, now = new Date()): Promise<Record<string, number>> {
  const before = (days: number) => new Date(now.getTime() - days * 86_400_000);
  const gone = async (table: string, where: string, days: number): Promise<number> => {
    for (let sum = 0; ;) {
      const rows = await database.sequelize.query(
        `DELETE FROM ${table} WHERE ctid = ANY (ARRAY (SELECT ctid FROM ${table} t WHERE ${where} LIMIT ${AT_A_TIME})) RETURNING 1`,
        { replacements: { before: before(days) }, type: QueryTypes.SELECT },
      );
      sum += rows.length;
      if (rows.length < AT_A_TIME) return sum;
    }
  };
  return {
    sessions: await gone('sessions', 'created_at < :before', KEPT_DAYS.sessions),
    photo_pieces: await gone('photo_pieces', 'received_at < :before', KEPT_DAYS.photoPieces),
    changes: await gone(
      'changes',
      `(record ->> 'editedAt')::timestamptz < :before AND EXISTS (SELECT 1 FROM changes n
         WHERE n.workspace_id = t.workspace_id AND n.kind = t.kind AND n.record_id = t.record_id AND n.seq > t.seq)`,
      KEPT_DAYS.oldVersions,
    ),
    commits: await gone('commits', 'received_at < :before', KEPT_DAYS.outcomes),
    history_marks: await gone(
      'history_marks',
      `at < :before AND seq < (SELECT max(m.seq) FROM history_marks m WHERE m.workspace_id = t.workspace_id)`,
      KEPT_DAYS.oldVersions,
    ),
  };
}
