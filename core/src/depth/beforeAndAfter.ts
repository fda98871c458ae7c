import { mean } from '../stats/index.ts';
import type { DepthVerdict, PlanterDepths } from './analyseRowDepths.ts';
import type { Dig } from './sinceAdjustment.ts';

export interface RowChange {
  row: number;
  beforeM: number | null;
  /** Mean since the adjustment; null while the row was not dug again. */
  afterM: number | null;
  intervalAfterM: [number, number] | null;
  /** Whether the adjustment worked: judged on the digs since, like any row. */
  outcome: 'worked' | 'helped' | 'did not' | 'cannot tell yet' | 'dig again';
}

/**
 * Adjusted rows before and after: an adjustment worked when the row, dug again, is on target.
 *
 * @param adjustedRows rows touched
 * @param before digs that the adjustment met
 * @param after analysis of the digs that hold now, all rows together; null while there is none
 * @param targetM depth aimed for
 * @example beforeAndAfter([4], before, analysis, 0.051)[0].outcome // 'worked'
 */
export function beforeAndAfter(
  adjustedRows: readonly number[],
  before: readonly Dig[],
  after: PlanterDepths | null,
  targetM: number,
): RowChange[] {
  return adjustedRows.map((row) => {
    const beforeM = mean(before.filter((dig) => dig.row === row).flatMap((dig) => dig.depthsM));
    const now = after?.rows.find((one) => one.row === row);
    const nearer =
      now !== undefined &&
      beforeM !== null &&
      Math.abs(now.meanM - targetM) < Math.abs(beforeM - targetM);
    return {
      row,
      beforeM,
      afterM: now?.meanM ?? null,
      intervalAfterM: now?.intervalM ?? null,
      outcome: now ? outcomeOf(now.verdict, nearer) : 'dig again',
    };
  });
}

function outcomeOf(verdict: DepthVerdict, nearer: boolean): RowChange['outcome'] {
  if (verdict === 'on target') return 'worked';
  if (verdict === 'undecided') return 'cannot tell yet';
  return nearer ? 'helped' : 'did not';
}
