import { INCH_M } from '../units/index.ts';
import {
  requireNotNegative,
  requirePositive,
  requireSome,
  requireWhole,
} from '../arguments/index.ts';
import {
  fUpperTail,
  holm,
  mean,
  pooledSpread,
  remlOneWay,
  sampleSd,
  tCdf,
  tQuantile,
  wilsonInterval,
} from '../stats/index.ts';

export interface DepthReading {
  row: number;
  depthM: number;
}

export type DepthVerdict = 'on target' | 'shallow' | 'deep' | 'undecided';

/** Whether a row was called off its target. @example isOff('deep') // true */
export const isOff = (verdict: DepthVerdict | undefined): verdict is 'shallow' | 'deep' =>
  verdict === 'shallow' || verdict === 'deep';

export interface RowDepth {
  row: number;
  n: number;
  meanM: number;
  /** Sample SD of the row's own readings; null with one. */
  sdM: number | null;
  /** The row's depth drawn toward the planter's mean as far as the readings ask (REML). */
  blupM: number;
  /** Seeds within the tolerance of the target, with the Wilson interval. */
  inside: { share: number; lower: number; upper: number };
  /** Row mean against the target, t-test with the pooled within-row variance; 1 while there is no spread to judge by. */
  p: number;
  pHolm: number;
  /** 95 % interval of the row mean from the pooled within-row variance; null while there is none. */
  intervalM: [lower: number, upper: number] | null;
  verdict: DepthVerdict;
  /** What to set the row by, rounded to the depth-stop step: positive is deeper, 0 unless the row is called off. */
  correctionM: number;
  /** Digs more that would settle it at the spread seen; 0 when settled, null while there is no spread to go by. */
  moreDigs: number | null;
}

export interface PlanterDepths {
  /** Mean over rows by generalised least squares (REML). */
  meanM: number;
  withinRowSdM: number | null;
  betweenRowSdM: number | null;
  /** One-way F test that the rows differ; null while no row has two readings or there is one row. */
  rowsDiffer: { f: number; df1: number; df2: number; p: number } | null;
  rows: RowDepth[];
}

/** Tolerance about the depth target. A default of this app: replace it with your own. */
export const DEFAULT_DEPTH_TOLERANCE_M = 0.25 * INCH_M;
/** Step of a depth stop where the planter's own is not known. A default of this app. */
export const DEFAULT_DEPTH_STEP_M = 0.25 * INCH_M;
/** Digs in a row beyond which asking for more is no advice. */
const MOST_DIGS = 60;

/**
 * Which planter rows put seed at the target depth, and what to set each by.
 *
 * A row is called shallow or deep when its mean misses the target by more than the tolerance and the
 * Holm-corrected test leaves no doubt at 5 %; on target when its mean is inside the tolerance and the
 * 95 % interval rules out a miss of twice the tolerance; undecided otherwise.
 *
 * @param readings depth of each seed found, m, all to the same point of the seed
 * @param targetM depth aimed for, m
 * @param toleranceM what is still on target, m either way
 * @param stepM step of the planter's depth stop, m of seed depth
 * @returns depths in m; rows in order of their number
 * @throws RangeError naming the reading or setting that is wrong
 * @example
 * analyseRowDepths([{ row: 1, depthM: 0.05 }, { row: 1, depthM: 0.052 }, { row: 2, depthM: 0.03 }, { row: 2, depthM: 0.031 }],
 *   { targetM: 0.051, toleranceM: 0.006, stepM: 0.006 }).rows[1].verdict // 'shallow'
 */
export function analyseRowDepths(
  readings: readonly DepthReading[],
  { targetM, toleranceM, stepM }: { targetM: number; toleranceM: number; stepM: number },
): PlanterDepths {
  requireSome('readings', readings);
  requirePositive('targetM', targetM);
  requirePositive('toleranceM', toleranceM);
  requirePositive('stepM', stepM);
  const byRow = new Map<number, number[]>();
  readings.forEach(({ row, depthM }, i) => {
    requireWhole(`readings[${i}].row`, row, 1);
    requireNotNegative(`readings[${i}].depthM`, depthM);
    const own = byRow.get(row);
    if (own) own.push(depthM);
    else byRow.set(row, [depthM]);
  });
  const rows = [...byRow].sort(([a], [b]) => a - b);
  const groups = rows.map(([, depths]) => depths);
  const fit = remlOneWay(groups);
  const means = groups.map((depths) => mean(depths)!);
  const pooled = pooledSpread(groups);
  // Equal readings leave a remainder of rounding, not a spread.
  if (pooled && pooled.sd < 1e-12) pooled.sd = 0;

  const p = groups.map((depths, g) => {
    if (!pooled) return 1;
    const off = Math.abs(means[g]! - targetM);
    if (pooled.sd === 0) return off < 1e-12 ? 1 : 0;
    return Math.min(1, 2 * tCdf((-off * Math.sqrt(depths.length)) / pooled.sd, pooled.df));
  });
  const pHolm = holm(p);
  return {
    meanM: fit.mean,
    withinRowSdM: fit.withinSd,
    betweenRowSdM: fit.betweenSd,
    rowsDiffer: pooled ? rowsDiffer(groups, means, pooled) : null,
    rows: rows.map(([row, depths], g) => {
      const meanM = means[g]!;
      const half = pooled
        ? (tQuantile(0.975, pooled.df) * pooled.sd) / Math.sqrt(depths.length)
        : null;
      const off = meanM - targetM;
      const verdict = judge(off, half, pHolm[g]!, toleranceM);
      const steps = Math.round((targetM - fit.blups[g]!) / stepM);
      return {
        row,
        n: depths.length,
        meanM,
        sdM: sampleSd(depths),
        blupM: fit.blups[g]!,
        inside: wilsonInterval(
          depths.filter((depth) => Math.abs(depth - targetM) <= toleranceM + 1e-9).length,
          depths.length,
        ),
        p: p[g]!,
        pHolm: pHolm[g]!,
        intervalM: half === null ? null : [meanM - half, meanM + half],
        verdict,
        correctionM: isOff(verdict) ? steps * stepM + 0 : 0,
        moreDigs:
          verdict !== 'undecided'
            ? 0
            : pooled
              ? moreDigs(off, depths.length, pooled, rows.length, toleranceM)
              : null,
      };
    }),
  };
}

function judge(off: number, half: number | null, pHolm: number, toleranceM: number): DepthVerdict {
  if (half === null) return 'undecided';
  const within = Math.abs(off) <= toleranceM + 1e-9;
  if (!within && pHolm <= 0.05) return off < 0 ? 'shallow' : 'deep';
  return within && Math.abs(off) + half <= 2 * toleranceM ? 'on target' : 'undecided';
}

/** Digs more in one row until, at its present mean and the pooled spread, the verdict is no longer open. */
function moreDigs(
  off: number,
  n: number,
  pooled: { sd: number; df: number },
  rows: number,
  toleranceM: number,
): number | null {
  const within = Math.abs(off) <= toleranceM + 1e-9;
  const margin = within ? 2 * toleranceM - Math.abs(off) : Math.abs(off);
  const level = within ? 0.975 : 1 - 0.025 / rows;
  for (let more = 1; more <= MOST_DIGS; more++) {
    const half = (tQuantile(level, pooled.df + more) * pooled.sd) / Math.sqrt(n + more);
    if (half <= margin) return more;
  }
  return MOST_DIGS;
}

function rowsDiffer(
  groups: readonly (readonly number[])[],
  means: readonly number[],
  { sd, df }: { sd: number; df: number },
) {
  if (groups.length < 2) return null;
  const all = mean(groups.flat())!;
  const df1 = groups.length - 1;
  const between = groups.reduce(
    (sum, depths, g) => sum + depths.length * (means[g]! - all) ** 2,
    0,
  );
  const same = between / df1 < 1e-24;
  if (sd === 0) return { f: same ? 0 : Infinity, df1, df2: df, p: same ? 1 : 0 };
  const f = between / df1 / sd ** 2;
  return { f, df1, df2: df, p: fUpperTail(f, df1, df) };
}
