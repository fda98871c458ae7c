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
 * has had hours to fall.
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
  if (digs.length === 0) return [{ why: 'field', rows: null, since: null }];
  const due: CheckDue[] = [];
  const newest = digs.reduce((latest, { at }) => (at > latest ? at : latest), '');
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
  for (const why of FIELD_CHANGES) {
    const at = changes
      .filter((change) => change.type === why && change.at >= newest)
      .map((change) => change.at)
      .sort()[0];
    if (at !== undefined) due.push({ why, rows: null, since: at });
  }
  const never = all.filter(
    (row) => newestOf(row) === null && !adjusted.some((one) => one.row === row),
  );
  if (never.length > 0) due.push({ why: 'rows', rows: never, since: null });
  const again = new Date(Date.parse(newest) + RECHECK_HOURS * 3_600_000).toISOString();
  if (now >= again && !due.some(({ rows: only }) => only === null))
    due.push({ why: 'hours', rows: null, since: again });
  return due;
}

const range = (rows: number) => Array.from({ length: rows }, (_, i) => i + 1);
