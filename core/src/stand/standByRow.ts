import { holm, normalCdf, wilsonInterval } from '../stats/index.ts';
import type { RowCount } from './summariseStand.ts';

export interface RowStand {
  row: number;
  perM2: number;
  plants: number;
  lengthM: number;
  /** Share of its plants one or more stages behind, with its Wilson interval; null without a plant. */
  behind: { share: number; lower: number; upper: number } | null;
}

/**
 * Density of each planter row over all stops: its plants ÷ its area. Each row is judged by itself,
 * never by the planter's average alone.
 *
 * @param counts with the planter row each was made in
 * @returns rows in order of their number
 * @example standByRow([{ row: 2, lengthM: 5, rowWidthM: 0.8, inStep: 30 }])[0].perM2 // 7.5
 */
export function standByRow(counts: readonly (RowCount & { row: number })[]): RowStand[] {
  const rows = new Map<number, { plants: number; behind: number; area: number; length: number }>();
  for (const count of counts) {
    const sum = rows.get(count.row) ?? { plants: 0, behind: 0, area: 0, length: 0 };
    const behind = (count.oneBehind ?? 0) + (count.twoBehind ?? 0);
    rows.set(count.row, {
      plants: sum.plants + count.inStep + behind,
      behind: sum.behind + behind,
      area: sum.area + count.lengthM * count.rowWidthM,
      length: sum.length + count.lengthM,
    });
  }
  return [...rows]
    .sort(([a], [b]) => a - b)
    .map(([row, { plants, behind, area, length }]) => ({
      row,
      perM2: plants / area,
      plants,
      lengthM: length,
      behind: plants > 0 ? wilsonInterval(behind, plants) : null,
    }));
}

/**
 * Rows that stand out from the other rows: their plants per metre are tested against the rest with the
 * normal approximation to the Poisson count, Holm-corrected over the rows (Holm 1979).
 *
 * @returns rows whose corrected p is at most `level`, each with its ratio to the others
 * @example rowsThatStandOut(standByRow(counts)) // [{ row: 9, ratio: 0.86, p: 0.003 }]
 */
export function rowsThatStandOut(
  rows: readonly RowStand[],
  level = 0.05,
): { row: number; ratio: number; p: number }[] {
  if (rows.length < 3) return [];
  const plants = rows.reduce((sum, row) => sum + row.plants, 0);
  const length = rows.reduce((sum, row) => sum + row.lengthM, 0);
  const tested = rows.map((row) => {
    const otherLength = length - row.lengthM;
    const expectedShare = row.lengthM / length;
    const spread = Math.sqrt(plants * expectedShare * (1 - expectedShare));
    const z = spread === 0 ? 0 : (row.plants - plants * expectedShare) / spread;
    const others = (plants - row.plants) / otherLength;
    return {
      row: row.row,
      ratio: others === 0 ? 1 : row.plants / row.lengthM / others,
      p: 2 * normalCdf(-Math.abs(z)),
    };
  });
  const corrected = holm(tested.map(({ p }) => p));
  return tested
    .map((row, i) => ({ ...row, p: corrected[i]! }))
    .filter(({ p }) => p <= level)
    .sort((a, b) => a.p - b.p);
}
