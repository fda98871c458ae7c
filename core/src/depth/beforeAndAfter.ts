import {
  requireDate,
  requireNotNegative,
  requirePositive,
  requireWhole,
} from '../arguments/index.ts';
import { mean, tCdf, tQuantile } from '../stats/index.ts';
import type { PlanterDepths, RowDepth } from './analyseRowDepths.ts';
import type { Dig } from './sinceAdjustment.ts';

export interface RowChange {
  row: number;
  beforeM: number | null;
  /** Mean since the adjustment; null while the row was not dug again. */
  afterM: number | null;
  intervalAfterM: [number, number] | null;
  /** Whether the adjustment worked: judged on the digs since, like any row. */
  outcome: 'worked' | 'did not' | 'cannot tell yet' | 'dig again';
  /** Whether the row moved toward the target by more than digging alone explains (one-sided t-test at 5 %). */
  nearer: boolean;
  /** Digs more that would tell, when it cannot be told yet; null when digging would not. */
  moreDigs: RowDepth['moreDigs'];
}

/**
 * Adjusted rows before and after. An adjustment worked when the row is on target now and, where it was dug
 * before, has moved there by more than digging alone explains; it did not when the row is off now.
 *
 * @param adjustedRows rows touched
 * @param before digs that the adjustment met
 * @param after analysis of the digs that hold now, all rows together; null while there is none
 * @param targetM depth aimed for; @param toleranceM what is still on target
 * @example beforeAndAfter([4], before, analysis, { targetM: 0.051, toleranceM: 0.006 })[0].outcome // 'worked'
 */
export function beforeAndAfter(
  adjustedRows: readonly number[],
  before: readonly Dig[],
  after: PlanterDepths | null,
  { targetM, toleranceM }: { targetM: number; toleranceM: number },
): RowChange[] {
  requirePositive('targetM', targetM);
  requirePositive('toleranceM', toleranceM);
  adjustedRows.forEach((row, i) => requireWhole(`adjustedRows[${i}]`, row, 1));
  before.forEach(({ row, at, depthsM }, i) => {
    requireWhole(`before[${i}].row`, row, 1);
    requireDate(`before[${i}].at`, at);
    depthsM.forEach((depth, d) => requireNotNegative(`before[${i}].depthsM[${d}]`, depth));
  });
  return adjustedRows.map((row) => {
    const dug = before.filter((dig) => dig.row === row).flatMap((dig) => dig.depthsM);
    const beforeM = mean(dug);
    const now = after?.rows.find((one) => one.row === row);
    const nearer =
      now !== undefined && beforeM !== null && movedTo(targetM, beforeM, dug.length, now);
    const wasOff = beforeM !== null && Math.abs(beforeM - targetM) > toleranceM;
    return {
      row,
      beforeM,
      afterM: now?.meanM ?? null,
      intervalAfterM: now?.intervalM ?? null,
      outcome: now ? outcomeOf(now, nearer || !wasOff) : 'dig again',
      nearer,
      moreDigs:
        now?.verdict === 'on target' && wasOff && !nearer
          ? digsToTell(targetM, beforeM, dug.length, now)
          : (now?.moreDigs ?? 0),
    };
  });
}

function outcomeOf({ verdict }: RowDepth, explained: boolean): RowChange['outcome'] {
  if (verdict === 'undecided') return 'cannot tell yet';
  if (verdict !== 'on target') return 'did not';
  return explained ? 'worked' : 'cannot tell yet';
}

/** What a row moved toward its target, and the error of that with so many more digs, m. */
function moved(targetM: number, beforeM: number, digs: number, now: RowDepth, more: number) {
  const varianceM2 = now.se.m ** 2 * now.n;
  return {
    byM: (now.meanM - beforeM) * Math.sign(targetM - beforeM),
    seM: Math.sqrt(varianceM2 / digs + varianceM2 / (now.n + more)),
    /** How far the mean may still wander as it is dug on. */
    wanderM: Math.sqrt(varianceM2 / now.n - varianceM2 / (now.n + more)),
    df: now.se.df + more,
  };
}

/** Chance of a move that digging alone made. */
const LEVEL = 0.05;

/** Whether a row came nearer to its target by more than the digs before and after explain. */
function movedTo(targetM: number, beforeM: number, digs: number, now: RowDepth): boolean {
  const { byM, seM, df } = moved(targetM, beforeM, digs, now, 0);
  return 1 - tCdf(byM / seM, df) <= LEVEL;
}

const MOST_DIGS = 30;

/** Digs more that show the move if it is what it looks like: with luck, and in four of five rows; null when it takes more than anyone digs. */
function digsToTell(
  targetM: number,
  beforeM: number,
  digs: number,
  now: RowDepth,
): RowDepth['moreDigs'] {
  const enough = (luck: number) => {
    for (let more = 1; more <= MOST_DIGS; more++) {
      const { byM, seM, wanderM, df } = moved(targetM, beforeM, digs, now, more);
      if ((byM + luck * wanderM) / seM >= tQuantile(1 - LEVEL, df)) return more;
    }
    return null;
  };
  // Normal quantile of 80 %.
  const [low, high] = [enough(0.84), enough(-0.84)];
  return low === null || high === null ? null : [low, Math.max(low, high)];
}
