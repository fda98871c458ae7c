import type { Kept } from '@sendero/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';

export interface ChangesPage {
  changes: { seq: number; record: Kept }[];
  /** Ask again with `after` = next. */
  next: number;
  more: boolean;
}

const PAGE = 2000;

/**
 * What has changed in a workspace since a change number: of each record only its newest version,
 * oldest change first. Records of other seasons are left out unless `season` is null.
 */
export async function readChanges(
  database: Database,
  workspaceId: string,
  after: number,
  season: number | null,
): Promise<ChangesPage> {
  const rows = await database.sequelize.query<{ seq: string; record: Kept }>(
    `SELECT c.seq, c.record FROM changes c
      WHERE c.workspace_id = :workspaceId AND c.seq > :after
        AND (c.season IS NULL OR :season::int IS NULL OR c.season = :season::int)
        AND NOT EXISTS (SELECT 1 FROM changes n WHERE n.workspace_id = c.workspace_id AND n.kind = c.kind AND n.record_id = c.record_id AND n.seq > c.seq)
      ORDER BY c.seq LIMIT :limit`,
    { replacements: { workspaceId, after, season, limit: PAGE + 1 }, type: QueryTypes.SELECT },
  );
  const page = rows.slice(0, PAGE).map(({ seq, record }) => ({ seq: Number(seq), record }));
  return { changes: page, next: page.at(-1)?.seq ?? after, more: rows.length > PAGE };
}
