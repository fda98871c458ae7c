import { requireDate, requireWhole } from '../arguments/index.ts';
import { lastAdjusted, type Adjustment } from './sinceAdjustment.ts';

/** Things that happened in a field that ask for another look into the furrow. */
export const FIELD_CHANGES = ['rain', 'soilChange', 'tillageChange'] as const;
export type FieldChange = (typeof FIELD_CHANGES)[number];

export interface CheckDue {
  why: 'field' | 'rows' | 'adjustment' | 'hours' | FieldChange;
  /** Rows to dig; null for a check of the planter as a whole. */
  rows: number[] | null;
  /** Since when it is due, ISO time; null for what was never checked. */
  since: string | null;
}

/** Hours after which the moisture line has moved enough to look again. A default of this app. */
export const RECHECK_HOURS = 4;

/**
 * The trench checks that are due while a field is being planted, and why: every field and every row
 * once; again after an adjustment, after rain, where soil or tillage changes, and when the moisture
 * has had hours to fall. Each row by itself: one that is dug again settles itself and no other.
 *
 * @param rows rows of the planter; null when it is not known
 * @param digs rows opened so far in this field, any order
 * @param adjustments made so far; @param changes of the field, with their times
 * @param now ISO time
 * @returns most pressing first; empty when nothing is due
 * @example checksDue({ rows: 12, digs: [], adjustments: [], changes: [], now })[0].why // 'field'
 */
export function checksDue({
  rows,
  digs,
  adjustments,
  changes,
  now,
}: {
  rows: number | null;
  digs: readonly { row: number; at: string }[];
  adjustments: readonly Adjustment[];
  changes: readonly { type: FieldChange; at: string }[];
  now: string;
}): CheckDue[] {
  if (rows !== null) requireWhole('rows', rows, 1);
  digs.forEach(({ row, at }, i) => {
    requireWhole(`digs[${i}].row`, row, 1);
    requireDate(`digs[${i}].at`, at);
  });
  adjustments.forEach((one, i) => {
    one.rows?.forEach((row, r) => requireWhole(`adjustments[${i}].rows[${r}]`, row, 1));
    requireDate(`adjustments[${i}].at`, one.at);
  });
  changes.forEach(({ at }, i) => requireDate(`changes[${i}].at`, at));
  requireDate('now', now);
  if (digs.length === 0) return [{ why: 'field', rows: null, since: null }];
  const due: CheckDue[] = [];
  const newestOf = (row: number) =>
    digs.reduce<string | null>(
      (latest, dig) => (dig.row === row && (latest === null || dig.at > latest) ? dig.at : latest),
      null,
    );
  const all = rows === null ? [...new Set(digs.map(({ row }) => row))] : range(rows);
  const adjusted = all.flatMap((row) => {
    const at = lastAdjusted(adjustments, row);
    const dug = newestOf(row);
    return at !== null && (dug === null || dug <= at) ? [{ row, at }] : [];
  });
  if (adjusted.length > 0)
    due.push({
      why: 'adjustment',
      rows: adjusted.map(({ row }) => row),
      since: adjusted.map(({ at }) => at).sort()[0]!,
    });
  const dugRows = all.flatMap((row) => {
    const at = newestOf(row);
    return at === null || adjusted.some((one) => one.row === row) ? [] : [{ row, at }];
  });
  /** Rows of a planter, null when it is all of them. */
  const named = (which: readonly { row: number }[]) =>
    which.length === all.length ? null : which.map(({ row }) => row);
  const waiting = new Set<number>();
  for (const why of FIELD_CHANGES) {
    // A row dug since the change has settled it for itself, and for no other.
    const since = changes
      .filter(({ type }) => type === why)
      .map(({ at }) => at)
      .sort();
    const open = dugRows.filter(({ at }) => since.some((change) => change >= at));
    if (open.length === 0) continue;
    open.forEach(({ row }) => waiting.add(row));
    const oldest = open.reduce((least, { at }) => (at < least ? at : least), open[0]!.at);
    due.push({ why, rows: named(open), since: since.find((change) => change >= oldest)! });
  }
  const never = all.filter(
    (row) => newestOf(row) === null && !adjusted.some((one) => one.row === row),
  );
  if (never.length > 0) due.push({ why: 'rows', rows: never, since: null });
  const late = dugRows
    .map(({ row, at }) => ({
      row,
      again: new Date(Date.parse(at) + RECHECK_HOURS * 3_600_000).toISOString(),
    }))
    .filter(({ row, again }) => now >= again && !waiting.has(row));
  if (late.length > 0)
    due.push({ why: 'hours', rows: named(late), since: late.map(({ again }) => again).sort()[0]! });
  return due;
}

const range = (rows: number) => Array.from({ length: rows }, (_, i) => i + 1);
