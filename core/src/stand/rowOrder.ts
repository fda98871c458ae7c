import { requireWhole } from '../arguments/index.ts';

/**
 * How the planter travelled on this pass, as seen by the person standing at the stop: away from them
 * (row 1 at their left) or toward them (the rows stand mirrored: row 1 at their right).
 */
export type Travel = 'away' | 'toward';

/**
 * Planter rows in the order they stand on the ground, left to right as the scout sees them. Rows are
 * numbered left to right facing the direction of travel, so the return pass is mirrored.
 *
 * @param rows rows of the planter, at least 1
 * @example rowsAsSeen(4, 'toward') // [4, 3, 2, 1]
 */
export function rowsAsSeen(rows: number, travel: Travel): number[] {
  requireWhole('rows', rows, 1);
  const numbers = Array.from({ length: rows }, (_, i) => i + 1);
  return travel === 'away' ? numbers : numbers.reverse();
}
