import { requireWhole } from '../arguments/index.ts';

/** Two units that changed places on a day. */
export interface UnitMoved {
  rowA: number;
  rowB: number;
  on: string;
}

const through = (row: number, moves: readonly UnitMoved[]) =>
  moves.reduce((at, { rowA, rowB }) => (at === rowA ? rowB : at === rowB ? rowA : at), row);
const byDay = (a: UnitMoved, b: UnitMoved) => a.on.localeCompare(b.on);

/**
 * The row that a unit sat in on a day, by the row it sits in after all its moves.
 *
 * @throws RangeError for a row that is none
 * @example rowOn(9, [{ rowA: 4, rowB: 9, on: '2026-12-09' }], '2026-05-01') // 4
 */
export function rowOn(row: number, moves: readonly UnitMoved[], day: string): number {
  requireWhole('row', row, 1);
  return through(
    row,
    moves
      .filter(({ on }) => on > day)
      .sort(byDay)
      .reverse(),
  );
}

/** The row that a unit sits in now, by the row it sat in on a day. @example rowNow(4, [{ rowA: 4, rowB: 9, on: '2026-12-09' }], '2026-05-01') // 9 */
export function rowNow(row: number, moves: readonly UnitMoved[], day: string): number {
  requireWhole('row', row, 1);
  return through(row, moves.filter(({ on }) => on > day).sort(byDay));
}
