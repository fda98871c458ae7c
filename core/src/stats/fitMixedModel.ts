import { requireEachFinite, requireSome } from '../arguments/index.ts';
import { balancedStart } from './balancedStart.ts';
import { mixedEquations, type MixedEquations, type Spread } from './mixedEquations.ts';
import { invert } from './cholesky.ts';

export interface MixedModel {
  /** Fixed effects, their standard errors and Satterthwaite's degrees of freedom, in the order of the columns. */
  beta: number[];
  se: number[];
  df: number[];
  /** Variance of the intercepts of each grouping factor; never below 0. */
  varianceComponents: Record<string, number>;
  residualVariance: number;
  /** Best linear unbiased prediction of each level's intercept. */
  effects: Record<string, Record<string, number>>;
  /** REML log-likelihood as R's lme4 gives it. */
  logLikelihood: number;
  /** Any other sum of fixed effects: what it is estimated at, its standard error and degrees of freedom. */
  contrast: (weights: readonly number[]) => { estimate: number; se: number; df: number };
}

/** Readings smaller than this have squares that no number holds. */
const NOTHING = 1e-100;
/** Readings below which a deviance may have two basins. */
const FEW = 200;
/** Ratios of variances are looked for between these; below the least one a factor has no spread. */
const MOST = Math.log(1e10);
const LEAST = Math.log(1e-9);

/**
 * Linear mixed model by restricted maximum likelihood (Patterson & Thompson 1971): `y` = fixed effects +
 * one random intercept for each grouping factor, crossed or nested alike, + residual. The deviance is
 * profiled over the residual variance (Bates et al. 2015, J. Stat. Softw. 67(1)); its minimum is found by
 * Newton's method on the logarithms of the variance ratios, with factors without spread set to 0.
 * Degrees of freedom after Satterthwaite (1946), from the observed information (Kuznetsova et al. 2017, J. Stat. Softw. 82(13)).
 *
 * @param y readings, any unit
 * @param fixed a row of p figures for each reading; the intercept is a column of ones
 * @param groups for each factor the level of each reading; a factor of a single level gets no spread
 * @returns estimates in the unit of `y` (its square for variances)
 * @throws RangeError naming what is wrong: lengths that differ, columns that depend on each other, as many levels as readings
 * @example fitMixedModel({ y: [1, 2, 3, 5], fixed: [[1], [1], [1], [1]], groups: { row: ['a', 'a', 'b', 'b'] } }).beta // [2.75]
 */
export function fitMixedModel({
  y,
  fixed,
  groups,
  start = {},
}: {
  y: readonly number[];
  fixed: readonly (readonly number[])[];
  groups: Readonly<Record<string, readonly string[]>>;
  /** Variances over the residual’s that a like fit found: where many readings are looked through from. */
  start?: Readonly<Record<string, number>>;
}): MixedModel {
  requireEachFinite('y', requireSome('y', y));
  const n = y.length;
  if (fixed.length !== n)
    throw new RangeError(`fixed must have a row for each of ${n} readings, got ${fixed.length}`);
  const p = fixed[0]!.length;
  fixed.forEach((row, i) => {
    if (row.length !== p || p === 0)
      throw new RangeError(`fixed[${i}] must have ${Math.max(p, 1)} columns, got ${row.length}`);
    requireEachFinite(`fixed[${i}]`, row);
  });
  if (n <= p) throw new RangeError(`y must have more than ${p} readings, got ${n}`);
  const names = Object.keys(groups);
  // Fitted in its own size, so that powers of it neither drown nor overflow; what is next to nothing is nothing.
  const largest = y.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const unit = largest > NOTHING ? largest : 1;
  const equations = mixedEquations(
    y.map((value) => (largest > NOTHING ? value / unit : 0)),
    fixed,
    groups,
  );
  // Where readings are many one start is enough, and looking through them all costs more than it saves.
  const balanced =
    equations.free < FEW ? balancedStart(equations.residuals, fixed, groups, p) : null;
  const best = smallestDeviance(
    equations,
    names.map((name) => balanced?.[name] ?? start[name]),
  );
  const { residualVariance, spread } = best;
  const ratios = spread.ratios;

  const components: Record<string, number> = {};
  const effects: MixedModel['effects'] = {};
  names.forEach((name, k) => {
    components[name] = ratios[k]! * residualVariance * unit ** 2;
    effects[name] = Object.fromEntries(
      equations.levels[k]!.map((level, l) => [level, ratios[k]! * spread.pull[k]![l]! * unit]),
    );
  });
  const inUnit = satterthwaite(equations, best);
  const contrast: MixedModel['contrast'] = (weights) => {
    const { estimate, se, df } = inUnit(weights);
    return { estimate: estimate * unit, se: se * unit, df };
  };
  const each = Array.from({ length: p }, (_, j) =>
    contrast(Array.from({ length: p }, (_, i) => (i === j ? 1 : 0))),
  );
  return {
    beta: each.map(({ estimate }) => estimate),
    se: each.map(({ se }) => se),
    df: each.map(({ df }) => df),
    varianceComponents: components,
    residualVariance: residualVariance * unit ** 2,
    effects,
    logLikelihood: -0.5 * best.deviance - equations.free * Math.log(unit),
    contrast,
  };
}

interface Optimum {
  spread: Spread;
  residualVariance: number;
  deviance: number;
}

/** Of the data whose readings are all told by the fixed effects, or by the groups, nothing is left to judge by. */
const EXACT = 1e-26;

function smallestDeviance(
  equations: MixedEquations,
  like: readonly (number | undefined)[],
): Optimum {
  const { factors, free } = equations;
  const optimumAt = (ratios: number[]): Optimum => {
    const spread = equations.at(ratios);
    return { spread, residualVariance: spread.squares / free, deviance: spread.deviance };
  };
  const none = Array.from({ length: factors }, () => 0);
  const plain = optimumAt(none);
  if (plain.spread.squares <= EXACT * equations.size || equations.canSpread.every((can) => !can))
    return {
      ...plain,
      residualVariance: plain.spread.squares <= EXACT * equations.size ? 0 : plain.residualVariance,
    };
  // A deviance can have more than one basin, where readings are few: two starts, and the lower end is taken. A balanced layout has one, and a fit
  // that begins where the same readings ended with nearly the same model stays in its own.
  const from = (usual: number) =>
    equations.canSpread.map((can, k) =>
      !can ? 0 : equations.free < FEW ? usual : Math.max(1e-3, like[k] ?? usual),
    );
  const starts = like.every((ratio, k) => ratio !== undefined || !equations.canSpread[k])
    ? [like.map((ratio) => ratio ?? 0)]
    : (equations.free < FEW ? [1, 0.03] : [0.3]).map(from);
  const ends = starts.map((ratios) => descend(equations, ratios));
  const lowest = ends.reduce((a, b) => (b.deviance < a.deviance - 1e-12 ? b : a));
  return optimumAt(lowest.ratios);
}

function descend(
  equations: MixedEquations,
  from: number[],
): { ratios: number[]; deviance: number } {
  let ratios = [...from];
  let here = equations.at(ratios);
  for (let step = 0; step < 100; step++) {
    const { slope, bend } = equations.slopes(here);
    // A factor without spread gets some again when the deviance falls with it.
    const woken = ratios.findIndex(
      (ratio, k) => ratio === 0 && equations.canSpread[k] && slope[k]! < -1e-7,
    );
    const open = ratios.flatMap((ratio, k) => (ratio > 0 ? [k] : []));
    const slopes = open.map((k) => ratios[k]! * slope[k]!);
    const flat = slopes.every((value) => Math.abs(value) < 1e-10 * equations.free);
    if (flat) {
      if (woken < 0) break;
      ratios = ratios.map((ratio, k) => (k === woken ? 1e-3 : ratio));
      const next = lowered(equations, ratios, here, woken);
      if (!next) break;
      [ratios, here] = next;
      continue;
    }
    const bends = open.map((k, i) =>
      open.map((l) => ratios[k]! * ratios[l]! * bend[k]![l]! + (k === l ? slopes[i]! : 0)),
    );
    const direction = downhill(bends, slopes);
    let moved = false;
    for (let size = 1; size > 1e-6; size /= 2) {
      const next = [...ratios];
      open.forEach((k, i) => {
        const change = Math.max(-2, Math.min(2, size * direction[i]!));
        const to = Math.log(ratios[k]!) + change;
        next[k] = to < LEAST ? 0 : Math.exp(Math.min(MOST, to));
      });
      const there = equations.at(next);
      if (there.deviance < here.deviance - 1e-13 * Math.abs(here.deviance)) {
        moved = next.some((ratio, k) => Math.abs(ratio - ratios[k]!) > 1e-14 * ratio);
        [ratios, here] = [next, there];
        break;
      }
    }
    // On its way to nothing, a factor is tried without any spread at once.
    for (const k of open) {
      if (ratios[k]! === 0 || ratios[k]! > 0.05) continue;
      const without = equations.at(ratios.map((ratio, l) => (l === k ? 0 : ratio)));
      // Where the two are as good, there is none.
      if (without.deviance <= here.deviance + 1e-9) {
        [ratios, here, moved] = [ratios.map((ratio, l) => (l === k ? 0 : ratio)), without, true];
      }
    }
    if (!moved) break;
  }
  return { ratios, deviance: here.deviance };
}

/** The woken factor's ratio made smaller until the deviance falls with it. */
function lowered(
  equations: MixedEquations,
  ratios: number[],
  here: Spread,
  woken: number,
): [number[], Spread] | null {
  for (let ratio = ratios[woken]!; ratio > 1e-8; ratio /= 4) {
    const next = ratios.map((own, k) => (k === woken ? ratio : own));
    const there = equations.at(next);
    if (there.deviance < here.deviance) return [next, there];
  }
  return null;
}

/** Newton's direction; where the surface does not bend upward it is bent until it does, and at last simply downhill. */
function downhill(bends: number[][], slopes: number[]): number[] {
  const scale = Math.max(...bends.map((row, i) => Math.abs(row[i]!)), 1e-12);
  for (const ridge of [0, 1e-3, 1e-2, 0.1, 1, 10]) {
    const inverse = invert(
      bends.map((row, i) => row.map((v, j) => (i === j ? v + ridge * scale : v))),
    );
    if (inverse)
      return inverse.map((row) => -row.reduce((sum, value, j) => sum + value * slopes[j]!, 0));
  }
  return slopes.map((slope) => -Math.sign(slope));
}

/** Any sum of fixed effects with its error and Satterthwaite's degrees of freedom. */
function satterthwaite(equations: MixedEquations, { spread, residualVariance: s }: Optimum) {
  const { ratios } = spread;
  const open = ratios.flatMap((ratio, k) => (ratio > 0 ? [k] : []));
  const { traces, norms, squares, products } = equations.information(spread);
  // Second derivatives of the deviance in the residual variance and the variance of each factor that has one.
  const inFactors = (table: number[][], k: number) =>
    open.reduce((sum, l) => sum + ratios[l]! * table[k]![l]!, 0);
  const trace0 = (k: number) => traces[k]! - inFactors(norms, k);
  const product0 = (k: number) => squares[k]! - inFactors(products, k);
  const total = (of: (k: number) => number) => open.reduce((sum, k) => sum + ratios[k]! * of(k), 0);
  const tracePP = equations.free - total((k) => traces[k]!) - total(trace0);
  const productPP = spread.squares - total((k) => squares[k]!) - total(product0);
  const observed = (trace: number, product: number) => -trace / s ** 2 + (2 * product) / s ** 3;
  const hessian = [
    [observed(tracePP, productPP), ...open.map((k) => observed(trace0(k), product0(k)))],
    ...open.map((k) => [
      observed(trace0(k), product0(k)),
      ...open.map((l) => observed(norms[k]![l]!, products[k]![l]!)),
    ]),
  ];
  const information = s > 0 ? invert(hessian) : null;
  const sumOf = equations.sums(spread);
  return (weights: readonly number[]) => {
    if (weights.length !== equations.columns)
      throw new RangeError(`weights must have ${equations.columns} entries, got ${weights.length}`);
    requireEachFinite('weights', weights);
    const { estimate, variance, leans } = sumOf(weights);
    const own = open.map((k) => leans[k]!);
    const plain = variance - open.reduce((sum, k, i) => sum + ratios[k]! * own[i]!, 0);
    const gradient = [plain, ...own];
    const spreadOf = information
      ? gradient.reduce(
          (sum, a, i) => sum + a * gradient.reduce((t, b, j) => t + information[i]![j]! * b, 0),
          0,
        )
      : 0;
    const whole = s * variance;
    return {
      estimate,
      se: Math.sqrt(whole),
      df: spreadOf > 0 ? (whole * whole) / spreadOf : equations.free,
    };
  };
}
