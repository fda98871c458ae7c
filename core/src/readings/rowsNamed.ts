import { isOff } from '../depth/index.ts';
import { judgeStand } from '../stand/index.ts';
import { listed, lower, rowsText } from './rowsText.ts';
import type { TrenchCheck } from './readTrenchCheck.ts';
import type { WalkStand } from './readWalkStand.ts';

/** A planter row that a check or a walk called out, with what for. */
export interface NamedRow {
  row: number;
  /** In words that go after "row 4": "too shallow", "thin", "late". */
  why: string[];
}

/**
 * The rows of one planting that its trench check or its stand walk names, by row.
 *
 * @param check newest trench check, if there is one; @param stand newest finished walk, if there is one
 * @example rowsNamed(check, stand) // [{ row: 4, why: ['too shallow', 'thin', 'late'] }]
 */
export function rowsNamed(check: TrenchCheck | null, stand: WalkStand | null): NamedRow[] {
  const named = new Map<number, string[]>();
  const name = (row: number, why: string) => named.set(row, [...(named.get(row) ?? []), why]);
  for (const { row, verdict } of check?.depths?.rows ?? [])
    if (isOff(verdict)) name(row, `too ${verdict}`);
  if (stand?.summary)
    for (const found of judgeStand(stand.summary, stand.rows, stand.expectedPerM2)) {
      if (found.finding === 'thinRows') found.rows.forEach(({ row }) => name(row, 'thin'));
      if (found.finding === 'lateRows') found.rows.forEach(({ row }) => name(row, 'late'));
    }
  return [...named].sort(([a], [b]) => a - b).map(([row, why]) => ({ row, why }));
}

/** @example namedRowsText([{ row: 4, why: ['thin', 'late'] }]) // 'Row 4 thin and late.' */
export function namedRowsText(rows: readonly NamedRow[]): string {
  if (rows.length === 0) return 'No row stands out.';
  // Rows that are named for the same stand together.
  const alike = new Map<string, number[]>();
  for (const { row, why } of rows) alike.set(listed(why), [...(alike.get(listed(why)) ?? []), row]);
  const parts = [...alike].map(([why, own]) => `${rowsText(own)} ${why}`);
  return `${parts.map((part, i) => (i === 0 ? part : lower(part))).join('; ')}.`;
}
