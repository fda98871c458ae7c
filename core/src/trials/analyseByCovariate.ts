import { requireFinite } from '../arguments/index.ts';
import { fieller, fitLinear, fUpperTail, tQuantile } from '../stats/index.ts';
import { contrastsOf, less } from './contrasts.ts';
import { dummies, levelsOf, requirePlots } from './plots.ts';

export interface CovariatePlot {
  treatment: string;
  block: string;
  value: number;
  covariate: number;
}

export interface CovariateAnalysis {
  slopes: { treatment: string; intercept: number; slope: number; se: number }[];
  /** Whether treatments answer the covariate differently. */
  interaction: { f: number; df1: number; df2: number; p: number };
  /** Where two lines cross; interval by Fieller, null where it is no finite one. */
  crossings: { a: string; b: string; at: number; interval: [number, number] | null }[];
  /** a less b at a value of the covariate. */
  difference(
    a: string,
    b: string,
    at: number,
  ): { difference: number; se: number; interval: [number, number] };
}

const CONFIDENCE = 0.975;

/**
 * Treatments given a condition of the ground, as depth given furrow moisture: value ~ block + treatment + treatment × covariate by least squares.
 *
 * @param plots covariate in any unit, as long as it is one
 * @throws RangeError for a figure that is none, fewer than two treatments, a covariate that does not vary within one, or nothing left to tell chance by
 * @example analyseByCovariate(plots).crossings[0].at // 0.22: shallower pays above this moisture
 */
export function analyseByCovariate(plots: readonly CovariatePlot[]): CovariateAnalysis {
  requirePlots(plots, ['treatment', 'block']);
  plots.forEach(({ covariate }, i) => requireFinite(`plots[${i}].covariate`, covariate));
  const names = levelsOf(plots.map(({ treatment }) => treatment));
  const blocks = levelsOf(plots.map(({ block }) => block));
  if (names.length < 2)
    throw new RangeError(`plots must hold two treatments or more, got ${names.length}`);
  const head = ({ block, treatment }: CovariatePlot) => [
    1,
    ...dummies(blocks, block),
    ...dummies(names, treatment),
  ];
  const y = plots.map(({ value }) => value);
  const from = 1 + blocks.length - 1 + names.length - 1;
  const fit = fitLinear(
    plots.map((plot) => [
      ...head(plot),
      ...names.map((name) => (name === plot.treatment ? plot.covariate : 0)),
    ]),
    y,
  );
  names.forEach((name, i) => {
    if (!fit.estimated[from + i])
      throw new RangeError(`covariate must vary among the plots of “${name}”`);
  });
  if (fit.residualDf < 1)
    throw new RangeError('plots must leave something to tell chance by: add a block');
  const alike = fitLinear(
    plots.map((plot) => [...head(plot), plot.covariate]),
    y,
  );
  const ms = fit.residualSs / fit.residualDf;
  const df1 = names.length - 1;
  const f = ms > 0 ? Math.max(0, (alike.residualSs - fit.residualSs) / df1 / ms) : 0;
  const { estimate, covariance, se } = contrastsOf(fit, ms);
  const zero = () => new Array<number>(from + names.length).fill(0);
  const level = (name: string) => {
    const weights = zero();
    const at = names.indexOf(name);
    if (at > 0) weights[blocks.length + at - 1] = 1;
    return weights;
  };
  const slope = (name: string) => {
    const weights = zero();
    weights[from + names.indexOf(name)] = 1;
    return weights;
  };
  const t = tQuantile(CONFIDENCE, fit.residualDf);
  return {
    slopes: names.map((treatment) => {
      const overBlocks = level(treatment).map((weight, i) =>
        i === 0 ? 1 : i < blocks.length ? 1 / blocks.length : weight,
      );
      return {
        treatment,
        intercept: estimate(overBlocks),
        slope: estimate(slope(treatment)),
        se: se(slope(treatment)),
      };
    }),
    interaction: { f, df1, df2: fit.residualDf, p: fUpperTail(f, df1, fit.residualDf) },
    crossings: names.flatMap((a, i) =>
      names.slice(i + 1).flatMap((b) => {
        const [u, w] = [less(level(a), level(b)), less(slope(a), slope(b))];
        const [p, q] = [estimate(u), estimate(w)];
        if (q === 0) return [];
        const interval = fieller({
          p: -p,
          q,
          vp: covariance(u, u),
          vq: covariance(w, w),
          vpq: -covariance(u, w),
          t,
        });
        const at = -p / q;
        return [
          {
            a,
            b,
            at,
            interval: interval && ([interval.lower, interval.upper] as [number, number]),
          },
        ];
      }),
    ),
    difference(a, b, at) {
      for (const name of [a, b])
        if (!names.includes(name))
          throw new RangeError(`“${name}” is none of the treatments: ${names.join(', ')}`);
      requireFinite('at', at);
      const weights = less(level(a), level(b)).map(
        (weight, i) => weight + at * less(slope(a), slope(b))[i]!,
      );
      const difference = estimate(weights);
      const half = t * se(weights);
      return {
        difference,
        se: se(weights),
        interval: [difference - half, difference + half],
      };
    },
  };
}

/**
 * Where the two treatments that lean most apart change places: which bears more below it, and which above.
 *
 * @returns null where their lines are parallel
 * @example outermostCrossing(analysis) // { below: '2½ in', above: '1½ in', at: 0.206, interval: [0.19, 0.221] }
 */
export function outermostCrossing({
  slopes,
  crossings,
}: Pick<CovariateAnalysis, 'slopes' | 'crossings'>): {
  below: string;
  above: string;
  at: number;
  interval: [number, number] | null;
} | null {
  const steep = [...slopes].sort((a, b) => b.slope - a.slope);
  const [above, below] = [steep[0]!.treatment, steep.at(-1)!.treatment];
  const found = crossings.find(({ a, b }) => [a, b].includes(above) && [a, b].includes(below));
  return found ? { below, above, at: found.at, interval: found.interval } : null;
}
