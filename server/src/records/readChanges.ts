import { firstShape, readKept, type Kept } from '@sendero/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';

export interface ChangesPage {
  /** `season`: the one a record belongs to; null for what all seasons share. */
  changes: { seq: number; season: number | null; record: Kept }[];
  /** Ask again with `after` = next. */
  next: number;
  more: boolean;
}

const PAGE = 2000;

/**
 * What has changed in a workspace since a change number: of each record only its newest version,
 * oldest change first. Records of other seasons are left out unless `season` is null. Without `shapes`
 * the asking app is one of before there were versions, and gets records in their first shape.
 */
export async function readChanges(
  database: Database,
  workspaceId: string,
  { after, season, shapes }: { after: number; season: number | null; shapes: number | null },
): Promise<ChangesPage> {
  const rows = await database.sequelize.query<{ seq: string; season: number | null; record: Kept }>(
    `SELECT c.seq, c.season, c.record FROM changes c
      WHERE c.workspace_id = :workspaceId AND c.seq > :after
        AND (c.season IS NULL OR :season::int IS NULL OR c.season = :season::int)
        AND NOT EXISTS (SELECT 1 FROM changes n WHERE n.workspace_id = c.workspace_id AND n.kind = c.kind AND n.record_id = c.record_id AND n.seq > c.seq)
      ORDER BY c.seq LIMIT :limit`,
    { replacements: { workspaceId, after, season, limit: PAGE + 1 }, type: QueryTypes.SELECT },
  );
  const page = rows.slice(0, PAGE).map(({ seq, season: own, record }) => {
    const known = readKept(record);
    return { seq: Number(seq), season: own, record: shapes === null ? firstShape(known) : known };
  });
  return { changes: page, next: page.at(-1)?.seq ?? after, more: rows.length > PAGE };
}
