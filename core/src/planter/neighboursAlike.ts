import { requireFinite, requireWhole } from '../arguments/index.ts';
import { mean, seededRandom, shuffled } from '../stats/index.ts';

export interface NeighboursAlike {
  /** How alike rows beside each other are: 1 the same, 0 as by chance, −1 each the opposite. */
  r: number;
  p: number;
}

/** Rows below which nothing is told, and shuffles behind the test. */
const LEAST_ROWS = 6;
const SHUFFLES = 1999;

/**
 * Whether rows beside each other are more alike than the same figures dealt out to the rows by chance: the serial correlation of neighbours, by
 * shuffling. Something that several rows share (frame, wing, hose, wheel) does it; units by themselves do not.
 *
 * @param rows what each row shows, in any order
 * @returns null with fewer than six rows, or where they are all the same
 * @throws RangeError naming the row that is wrong
 * @example neighboursAlike(rows)?.p // 0.004
 */
export function neighboursAlike(
  rows: readonly { row: number; value: number }[],
): NeighboursAlike | null {
  rows.forEach(({ row, value }, i) => {
    requireWhole(`rows[${i}].row`, row, 1);
    requireFinite(`rows[${i}].value`, value);
  });
  if (rows.length < LEAST_ROWS) return null;
  const ordered = [...rows].sort((a, b) => a.row - b.row);
  const beside = ordered.flatMap(({ row }, i) =>
    ordered[i + 1]?.row === row + 1 ? [[i, i + 1] as const] : [],
  );
  const middle = mean(ordered.map(({ value }) => value))!;
  const off = ordered.map(({ value }) => value - middle);
  const spread = off.reduce((sum, one) => sum + one * one, 0) / off.length;
  if (!(spread > 0) || beside.length === 0) return null;
  const alike = (values: readonly number[]) =>
    beside.reduce((sum, [a, b]) => sum + values[a]! * values[b]!, 0) / beside.length / spread;
  const r = alike(off);
  const random = seededRandom(rows.length);
  let asAlike = 1;
  for (let i = 0; i < SHUFFLES; i++) if (alike(shuffled(off, random)) >= r - 1e-12) asAlike += 1;
  return { r, p: asAlike / (SHUFFLES + 1) };
}
