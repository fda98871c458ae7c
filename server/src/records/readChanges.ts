import { firstShape, readKept, type Kept } from '@sendero/core';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/openDatabase.ts';
import { placeText } from './history.ts';

export interface ChangesPage {
  /** `season`: the one a record belongs to; null for what all seasons share. */
  changes: { seq: number; season: number | null; record: Kept }[];
  /** Ask again with `after` = next. */
  next: number;
  more: boolean;
  /** The place in the history this page ends at; null while there is more, and where it has none. */
  history: string | null;
}

/** Records read at a time, and bytes of JSON a page has at most when nothing else is asked for: a few seconds on a poor signal. */
const AT_A_TIME = 2000;
const PAGE_BYTES = 100_000;
/** Hardly a record is smaller: more of them than fit need not be read. */
const LEAST_BYTES = 250;

/**
 * What has changed in a workspace since a change number: of each record only its newest version,
 * oldest change first. Records of other seasons are left out unless `season` is null. Without `shapes`
 * the asking app is one of before there were versions, and gets records in their first shape.
 *
 * @param asked.bytes of JSON that a page has at most; one record always fits
 */
export async function readChanges(
  database: Database,
  workspaceId: string,
  asked: { after: number; season: number | null; shapes: number | null; bytes?: number | null },
): Promise<ChangesPage> {
  const { after, season, shapes } = asked;
  const most = asked.bytes ?? PAGE_BYTES;
  const limit = Math.min(AT_A_TIME, Math.max(1, Math.ceil(most / LEAST_BYTES)));
  // The end of the history as of before the records are read: nothing that comes meanwhile is passed over.
  const [end] = await database.sequelize.query<{ seq: string; mark: string | null }>(
    `SELECT w.change_seq AS seq, m.mark FROM workspaces w
       LEFT JOIN history_marks m ON m.workspace_id = w.id AND m.seq = w.change_seq WHERE w.id = :workspaceId`,
    { replacements: { workspaceId }, type: QueryTypes.SELECT },
  );
  const last = Number(end?.seq ?? 0);
  // Each record's newest change is looked up by itself: that is as quick before the database has counted its rows as after.
  const rows = await database.sequelize.query<{
    seq: string;
    season: number | null;
    record: Kept;
    bytes: number;
  }>(
    `SELECT c.seq, c.season, c.record, octet_length(c.record::text) AS bytes FROM changes c
      WHERE c.workspace_id = :workspaceId AND c.seq > :after AND c.seq <= :last
        AND (c.season IS NULL OR :season::int IS NULL OR c.season = :season::int)
        AND c.seq = (SELECT max(n.seq) FROM changes n WHERE n.workspace_id = c.workspace_id AND n.kind = c.kind AND n.record_id = c.record_id)
      ORDER BY c.seq LIMIT :limit`,
    {
      replacements: { workspaceId, after, last, season, limit: limit + 1 },
      type: QueryTypes.SELECT,
    },
  );
  let bytes = 0;
  const fitting = rows.findIndex((row, i) => i > 0 && (bytes += row.bytes) > most);
  const page = rows.slice(0, fitting < 0 ? limit : Math.max(1, fitting));
  const more = page.length < rows.length;
  return {
    changes: page.map(({ seq, season: own, record }) => {
      const known = readKept(record);
      return { seq: Number(seq), season: own, record: shapes === null ? firstShape(known) : known };
    }),
    next: more ? Number(page.at(-1)!.seq) : Math.max(after, last),
    more,
    history: !more && end?.mark ? placeText({ seq: last, mark: end.mark }) : null,
  };
}
