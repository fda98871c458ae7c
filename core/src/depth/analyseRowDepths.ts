import { group } from 'd3-array';
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
  moderatedVariances,
  pooledSpread,
  remlOneWay,
  sampleSd,
  squaresWithin,
  tCdf,
  tQuantile,
  wilsonInterval,
  type RowPosterior,
  type RowPrior,
} from '../stats/index.ts';
import { digsToSettle } from './digsToSettle.ts';
import { sharesSquared, varianceOfPlaces } from './placesOfRows.ts';
import { posteriorWithSharedError } from './posteriorWithSharedError.ts';

export interface DepthReading {
  row: number;
  depthM: number;
  /** Place where it was dug; left out where places were not recorded. */
  place?: string;
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
  /** Standard error of the mean by the row's own spread, as far as that differs from its sisters', with its degrees of freedom. */
  se: { m: number; df: number };
  /** Probability that the row's true depth lies outside the tolerance, on either side: what the verdict goes by. */
  outside: { shallow: number; deep: number };
  verdict: DepthVerdict;
  /** What an undecided row needs before it is called: other places, because all digs share one or because its seeds lie so loosely. */
  needsPlaces: 'onePlace' | 'loose' | null;
  /** Inside the tolerance as far as can be told, but not on the target itself (Holm-corrected test at 5 %). */
  besideTarget: boolean;
  /** Its seeds differ from each other more than its sisters' do (F test, Holm-corrected, 5 %). */
  loose: boolean;
  /** What to set the row by, rounded to the depth-stop step: positive is deeper; 0 unless it or the machine is off. */
  correctionM: number;
  /** Whether that is not what the machine as a whole needs: an exception to its sisters. */
  exception: boolean;
  /** Digs more that settle it, likely to be enough: 0 when settled, null when digging would not. */
  moreDigs: [low: number, high: number] | 0 | null;
}

export interface PlanterDepths {
  /** Mean over rows by generalised least squares (REML). */
  meanM: number;
  withinRowSdM: number | null;
  betweenRowSdM: number | null;
  /** One-way F test that the rows differ; null while no row has two readings or there is one row. */
  rowsDiffer: { f: number; df1: number; df2: number; p: number } | null;
  /** The depth that rows set alike have in common, and the shift of all of them that it asks for: 0 while it is not called off. */
  machine: {
    depthM: number;
    shiftM: number;
    /** Off the target, but inside the window: nothing is ordered, and rows are judged against this depth. */
    acceptedInWindow: boolean;
  };
  rows: RowDepth[];
}

/** Tolerance about the depth target. A default of this app: replace it with your own. */
export const DEFAULT_DEPTH_TOLERANCE_M = 0.25 * INCH_M;
/** Step of a depth stop where the planter's own is not known. A default of this app. */
export const DEFAULT_DEPTH_STEP_M = 0.25 * INCH_M;
/** Graduation that depths are read to. A default of this app. */
export const DEFAULT_READING_STEP_M = 0.125 * INCH_M;
/** Probability of lying outside the tolerance from which a row is called off, and of lying inside from which it is on target. Defaults of this app; what errors they lead to stands in docs/methods.md. */
const CALLED_OFF = 0.75;
/** Fewer than five seeds must be surer: this much for each that is missing. A default of this app. */
const FEW_SEEDS = { enough: 5, each: 0.04 };
const calledOff = (seeds: number) =>
  CALLED_OFF + FEW_SEEDS.each * Math.max(0, FEW_SEEDS.enough - seeds);
const CALLED_ON_TARGET = 0.85;
/** Spread inside a row that is taken for granted, for what it counts beside what is read. A default of this app. */
const USUAL_SPREAD = { sd: 0.2 * INCH_M, df: 2 };
/** From one place alone a row is called off from ¾ in on, read to ⅛ in: less may be the place. A Sendero default. */
const ONE_PLACE_OFF_M = (0.75 - 0.0625) * INCH_M;
/** A row whose seeds scatter more than this is called only from three places on. A Sendero default. */
const LOOSE_FROM = { sdM: 0.35 * INCH_M, places: 3 };
/** How rows of one machine lie. Defaults of this app. */
const ROWS: RowPrior = {
  alikeSds: [0.02 * INCH_M, 0.04 * INCH_M, 0.07 * INCH_M],
  outSd: 0.5 * INCH_M,
  outShares: [0.25, 0.45, 0.65],
};

/**
 * Which planter rows put seed at the target depth, and what to set each by.
 *
 * A row is called shallow or deep when its true depth lies outside the tolerance with a probability of at
 * least 75 % (more with fewer than five seeds), on target when it lies inside with at least 85 %, and is undecided otherwise. The probability
 * takes rows to be alike but for a few that stand out (`rowPosterior`), each with its own spread as far as
 * it differs from its sisters' (`moderatedVariances`).
 *
 * A machine whose rows all miss is shifted as a whole; a row that is an exception is set by what it shows
 * itself. A row called off is never set by 0 nor the wrong way.
 *
 * @param readings depth of each seed found, m, all to the same point of the seed, with the place where it was dug if that was recorded: then what
 *   rows differ by from place to place is no difference of the rows, and one place alone calls nothing under ¾ in
 * @param targetM depth aimed for, m
 * @param toleranceM what is still on target, m either way
 * @param stepM step of the planter's depth stop, m of seed depth
 * @param windowM shallowest and deepest that are accepted for this crop, m: a machine that is off its target inside it is not shifted, and its rows are
 *   then judged against the depth they have in common; left out: the target alone counts
 * @param sharedErrorM half of the 95 % range of an error that all depths share, m, as of one gauge: it widens what is known of the target alone
 * @param readingStepM graduation the depths were read to, m: no spread is smaller than it leaves
 * @returns depths in m; rows in order of their number
 * @throws RangeError naming the reading or setting that is wrong
 * @example
 * analyseRowDepths([{ row: 1, depthM: 0.05 }, { row: 1, depthM: 0.052 }, { row: 2, depthM: 0.03 }, { row: 2, depthM: 0.031 }],
 *   { targetM: 0.051, toleranceM: 0.006, stepM: 0.006 }).rows[1].verdict // 'shallow'
 */
export function analyseRowDepths(
  readings: readonly DepthReading[],
  {
    targetM,
    toleranceM,
    stepM,
    readingStepM = DEFAULT_READING_STEP_M,
    windowM,
    sharedErrorM = 0,
  }: {
    targetM: number;
    toleranceM: number;
    stepM: number;
    readingStepM?: number;
    windowM?: readonly [shallowestM: number, deepestM: number];
    sharedErrorM?: number;
  },
): PlanterDepths {
  requireSome('readings', readings);
  requirePositive('targetM', targetM);
  requirePositive('toleranceM', toleranceM);
  requirePositive('stepM', stepM);
  requirePositive('readingStepM', readingStepM);
  requireNotNegative('sharedErrorM', sharedErrorM);
  readings.forEach(({ row, depthM }, i) => {
    requireWhole(`readings[${i}].row`, row, 1);
    requireNotNegative(`readings[${i}].depthM`, depthM);
  });
  const placesKnown = readings.some(({ place }) => place !== undefined);
  const byRow = [...group(readings, ({ row }) => row)].sort(([a], [b]) => a - b);
  const rows = byRow.map(([row, own]) => [row, own.map(({ depthM }) => depthM)] as const);
  const groups = rows.map(([, depths]) => depths);
  const fit = remlOneWay(groups);
  const means = groups.map((depths) => mean(depths)!);
  // A depth read to a step is anywhere within it.
  const floorSd = readingStepM / Math.sqrt(12);
  const pooled = pooledSpread(groups);
  if (pooled) pooled.sd = Math.max(pooled.sd, floorSd);

  const p = groups.map((depths, g) => {
    if (!pooled) return 1;
    const off = Math.abs(means[g]! - targetM);
    return Math.min(1, 2 * tCdf((-off * Math.sqrt(depths.length)) / pooled.sd, pooled.df));
  });
  const pHolm = holm(p);
  const moderated = moderatedVariances(groups, { usual: USUAL_SPREAD, floorSd });
  const places = byRow.map(([, own]) => own.map(({ place = '' }) => place));
  const placeVariance = placesKnown ? varianceOfPlaces(groups, places) : 0;
  const evidence = groups.map((depths, g) => ({
    mean: means[g]!,
    n: depths.length,
    // What a row differs by from place to place stays however many seeds are dug at one of them.
    variance: moderated.variances[g]! + placeVariance * depths.length * sharesSquared(places[g]!),
    df: moderated.df[g]!,
  }));
  const against = (aimM: number) => {
    const band = [aimM - toleranceM, aimM + toleranceM] as const;
    return {
      aimM,
      band,
      ...posteriorWithSharedError(evidence, band, { prior: ROWS, sharedSdM: sharedErrorM / 1.96 }),
    };
  };
  const onTarget = against(targetM);
  const { centre, below, above } = onTarget.machine;
  const isMachineOff = Math.max(below, above) >= CALLED_OFF;
  const acceptedInWindow =
    isMachineOff && windowM !== undefined && centre >= windowM[0] && centre <= windowM[1];
  const posterior = acceptedInWindow ? against(centre) : onTarget;
  const { aimM, band } = posterior;
  const loose = looseRows(groups, floorSd);
  // One row is a row, no machine.
  const shiftM =
    isMachineOff && !acceptedInWindow && groups.length > 1
      ? steps(targetM - centre, stepM, below > above ? 1 : -1)
      : 0;
  return {
    meanM: fit.mean,
    withinRowSdM: fit.withinSd,
    betweenRowSdM: fit.betweenSd,
    rowsDiffer: pooled ? rowsDiffer(groups, means, pooled) : null,
    machine: { depthM: centre, shiftM, acceptedInWindow },
    rows: rows.map(([row, depths], g) => {
      const meanM = means[g]!;
      const half = pooled
        ? (tQuantile(0.975, pooled.df) * pooled.sd) / Math.sqrt(depths.length)
        : null;
      const chance = posterior.rows[g]!;
      const shown = judge(chance, calledOff(depths.length));
      const needsPlaces = isOff(shown) && placesKnown ? needs(depths, places[g]!, aimM) : null;
      const verdict = needsPlaces ? 'undecided' : shown;
      // What is not called by itself goes with the machine, unless it is on target as it is.
      const correctionM = isOff(verdict)
        ? correction(chance, verdict, { targetM: aimM, stepM })
        : verdict === 'undecided'
          ? shiftM
          : 0;
      const more = () =>
        verdict === 'undecided'
          ? digsToSettle(
              // Digs to come each lie at a place of their own; those made count for as many of these.
              {
                mean: means[g]!,
                n:
                  (evidence[g]!.n * (moderated.variances[g]! + placeVariance)) /
                  evidence[g]!.variance,
                variance: moderated.variances[g]! + placeVariance,
                df: evidence[g]!.df,
              },
              band,
              chance,
              {
                centreM: posterior.machine.centre,
                alikeSdM: ROWS.alikeSds[1]!,
                outSdM: ROWS.outSd,
              },
              { off: calledOff, on: CALLED_ON_TARGET },
            )
          : 0;
      let moreDigs: ReturnType<typeof more> | undefined;
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
        se: { m: Math.sqrt(evidence[g]!.variance / depths.length), df: evidence[g]!.df },
        outside: { shallow: chance.below, deep: chance.above },
        verdict,
        needsPlaces,
        besideTarget: verdict === 'on target' && pHolm[g]! <= 0.05 && !acceptedInWindow,
        loose: loose[g]!,
        correctionM,
        exception: Math.abs(correctionM - shiftM) > stepM / 2,
        // Drawn many times over: only where somebody asks.
        get moreDigs() {
          if (moreDigs === undefined) moreDigs = more();
          return moreDigs;
        },
      };
    }),
  };
}

/** Why a row that looks off must be dug at other places first; null where it need not. */
function needs(
  depths: readonly number[],
  places: readonly string[],
  aimM: number,
): RowDepth['needsPlaces'] {
  const count = new Set(places).size;
  if ((sampleSd(depths) ?? 0) > LOOSE_FROM.sdM && count < LOOSE_FROM.places) return 'loose';
  return count === 1 && Math.abs(mean(depths)! - aimM) < ONE_PLACE_OFF_M - 1e-9 ? 'onePlace' : null;
}

function judge({ below: shallow, above: deep }: RowPosterior, off: number): DepthVerdict {
  if (shallow >= off) return 'shallow';
  if (deep >= off) return 'deep';
  return 1 - shallow - deep >= CALLED_ON_TARGET ? 'on target' : 'undecided';
}

/** What to set a row by that is called off: by what it shows itself when it stands out, else by what its sisters show. */
function correction(
  { out, ifOut, ifAlike }: RowPosterior,
  verdict: 'shallow' | 'deep',
  { targetM, stepM }: { targetM: number; stepM: number },
): number {
  return steps(targetM - (out >= 0.5 ? ifOut : ifAlike), stepM, verdict === 'shallow' ? 1 : -1);
}

/** Whole steps of the depth stop, at least one, to the side that is known. */
const steps = (byM: number, stepM: number, side: 1 | -1): number =>
  side * Math.max(1, Math.round((side * byM) / stepM)) * stepM;

/** Rows whose seeds differ more than those of all other rows together. */
function looseRows(groups: readonly (readonly number[])[], floorSd: number): boolean[] {
  const squares = groups.map((depths) => squaresWithin([depths]));
  const total = squares.reduce((sum, value) => sum + value, 0);
  const freedom = groups.reduce((sum, { length }) => sum + length - 1, 0);
  const p = groups.map((depths, g) => {
    const df = depths.length - 1;
    const others = freedom - df;
    if (df === 0 || others === 0) return 1;
    const sisters = Math.max((total - squares[g]!) / others, floorSd ** 2);
    return fUpperTail(squares[g]! / df / sisters, df, others);
  });
  return holm(p).map((value) => value <= 0.05);
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
  if (same) return { f: 0, df1, df2: df, p: 1 };
  const f = between / df1 / sd ** 2;
  return { f, df1, df2: df, p: fUpperTail(f, df1, df) };
}
