import { requireNotNegative, requirePositive, requireWhole } from '../arguments/index.ts';
import { normalCdf } from './distributions.ts';
import { boundTable, studentizedTail, type BoundTable } from './studentized.ts';

/** The integral falls off smoothly at either end, where even steps are as good as any. */
const POINTS = 160;
const FAR = 8.5;

const tables = new Map<number, BoundTable>();
const tableOf = (groups: number): BoundTable => {
  let table = tables.get(groups);
  if (!table) {
    const step = (2 * FAR) / POINTS;
    // The largest of the means lies at z: the others are no further below it than the range.
    const within = (range: number) => {
      let sum = 0;
      for (let i = 0; i <= POINTS; i++) {
        const z = -FAR + i * step;
        sum += Math.exp(-0.5 * z * z) * (normalCdf(z) - normalCdf(z - range)) ** (groups - 1);
      }
      return Math.min(1, (groups * sum * step) / Math.sqrt(2 * Math.PI));
    };
    tables.set(groups, (table = boundTable(within)));
  }
  return table;
};

/**
 * P(Q > q) of the studentized range of `groups` means: Tukey’s p-value, where q is √2 times a pair’s t.
 * @example studentizedRangeTail(3.5, 3, 10) // 0.0771
 */
export function studentizedRangeTail(q: number, groups: number, df: number): number {
  requireNotNegative('q', q);
  requireWhole('groups', groups, 2);
  requirePositive('df', df);
  // Beyond this nothing is left of the tail.
  if (q > 1000) return 0;
  return studentizedTail(tableOf(groups), q, df);
}
