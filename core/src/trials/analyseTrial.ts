import { requireEachFinite, requireOpenShare } from '../arguments/index.ts';
import {
  dunnettTail,
  fitLinear,
  mean,
  studentizedRangeTail,
  tQuantile,
  twoSidedP,
} from '../stats/index.ts';
import { anovaOf, type AnovaLine } from './anovaOf.ts';
import { contrastsOf, less } from './contrasts.ts';
import { dunnettCritical, tukeyCritical } from './criticals.ts';
import { leaningOn } from './leaningOn.ts';
import { lettersOf } from './lettersOf.ts';
import { dummies, levelsOf, requirePlots } from './plots.ts';

export interface TrialPlot {
  treatment: string;
  block: string;
  value: number;
  /** Where it lies, or what lies about it: what means are adjusted for. None: the plain answer. */
  beside?: readonly number[];
}

export interface TrialDifference {
  a: string;
  b: string;
  /** a − b. */
  difference: number;
  se: number;
  interval: [number, number];
  p: number;
  pTukey: number;
  intervalTukey: [number, number];
}

/** A treatment less the check. */
export interface CheckDifference {
  treatment: string;
  difference: number;
  se: number;
  interval: [number, number];
  pDunnett: number;
}

export interface ReplicatedTrial {
  kind: 'replicated';
  /** The highest first. */
  treatments: { treatment: string; n: number; mean: number; se: number; letters: string }[];
  anova: AnovaLine<'block' | 'treatment' | 'beside'>[];
  residualSd: number;
  residualDf: number;
  /** Of the grand mean. */
  cv: number;
  /** Least difference that a t of its own would tell; null where differences are not known alike. */
  lsd: number | null;
  differences: TrialDifference[];
  differencesFromCheck?: CheckDifference[];
}
/** One strip each: figures, and nothing to infer from. */
export interface Demonstration {
  kind: 'demonstration';
  treatments: { treatment: string; mean: number; n: number }[];
  reason: string;
}

/** Letters go by this p of Tukey. */
const TOLD = 0.05;
const ALIKE = 1e-9;

/**
 * A trial in blocks, by least squares: value ~ block + treatment. Plots may be missing; a pair is a block of two.
 * With `beside`, means are those at the middle of it.
 * With one plot of each treatment, or nothing left to tell chance by, it is a demonstration: figures without an inference.
 *
 * @param plots any unit, as long as it is one; @param of.confidence of intervals (default 0.95); @param of.check treatment that others are held against
 * @throws RangeError for a figure that is none, fewer than two treatments, or a check that is none of them
 * @example analyseTrial([{ treatment: '2 in', block: '1', value: 1.25 }, …]).kind // 'replicated'
 */
export function analyseTrial(
  plots: readonly TrialPlot[],
  { confidence = 0.95, check }: { confidence?: number; check?: string } = {},
): ReplicatedTrial | Demonstration {
  requirePlots(plots, ['treatment', 'block']);
  requireOpenShare('confidence', confidence);
  const names = levelsOf(plots.map(({ treatment }) => treatment));
  const blocks = levelsOf(plots.map(({ block }) => block));
  if (names.length < 2)
    throw new RangeError(`plots must hold two treatments or more, got ${names.length}`);
  if (check !== undefined && !names.includes(check))
    throw new RangeError(`check must be one of the treatments, got “${check}”`);
  const of = (name: string) => plots.filter(({ treatment }) => treatment === name);
  const besides = plots[0]!.beside?.length ?? 0;
  plots.forEach(({ beside = [] }, i) => {
    if (beside.length !== besides)
      throw new RangeError(`plots[${i}].beside must hold ${besides} figures, got ${beside.length}`);
    requireEachFinite(`plots[${i}].beside`, beside);
  });
  const middle = Array.from({ length: besides }, (_, k) =>
    mean(plots.map(({ beside }) => beside![k]!))!,
  );
  // Figures that are all the same stay so: what rounding leaves of them is no difference.
  const first = plots[0]!.value;
  const same = plots.every(({ value }) => Math.abs(value - first) <= ALIKE * Math.abs(first));
  const y = plots.map(({ value }) => (same ? 0 : value - first));
  const fit = fitLinear(
    plots.map(({ treatment, block, beside = [] }) => [
      1,
      ...dummies(blocks, block),
      ...dummies(names, treatment),
      ...beside.map((value, k) => value - middle[k]!),
    ]),
    y,
  );
  const inBlocks = blocks.length - 1;
  const once = names.every((name) => of(name).length === 1);
  // A treatment whose blocks hold nothing else cannot be told from them.
  const told = fit.estimated.slice(1 + inBlocks, inBlocks + names.length).every(Boolean);
  if (once || fit.residualDf < 1 || !told)
    return {
      kind: 'demonstration',
      treatments: names
        .map((treatment) => ({
          treatment,
          mean: mean(of(treatment).map(({ value }) => value))!,
          n: of(treatment).length,
        }))
        .sort((a, b) => b.mean - a.mean),
      reason: once
        ? 'Each treatment has one strip: what lies between two of them may be the ground.'
        : !told
          ? 'A treatment stands alone in its blocks: it cannot be told from the ground there.'
          : 'Nothing is left to tell chance by: more strips of each treatment are needed.',
    };
  const variance = same ? 0 : fit.residualSs / fit.residualDf;
  // A mean is that of all blocks alike.
  const weightsOf = (name: string) => [
    1,
    ...Array.from({ length: inBlocks }, () => 1 / blocks.length),
    ...dummies(names, name),
    ...middle.map(() => 0),
  ];
  const { estimate, covariance, se: seOf } = contrastsOf(fit, variance);
  const means = names
    .map((treatment) => {
      const weights = weightsOf(treatment);
      return {
        treatment,
        n: of(treatment).length,
        mean: first + estimate(weights),
        se: seOf(weights),
      };
    })
    .sort((a, b) => b.mean - a.mean);
  const between = (a: string, b: string) => {
    const weights = less(weightsOf(a), weightsOf(b));
    return { difference: estimate(weights), se: seOf(weights) };
  };
  const df = fit.residualDf;
  const t = tQuantile(1 - (1 - confidence) / 2, df);
  const q = tukeyCritical(names.length, df, 1 - confidence);
  const around = (difference: number, half: number): [number, number] => [
    difference - half,
    difference + half,
  ];
  const differences = means.flatMap(({ treatment: a }, i) =>
    means.slice(i + 1).map(({ treatment: b }): TrialDifference => {
      const { difference, se } = between(a, b);
      return {
        a,
        b,
        difference,
        se,
        interval: around(difference, t * se),
        p: twoSidedP(difference, se, df),
        pTukey:
          se > 0
            ? studentizedRangeTail((Math.abs(difference) / se) * Math.SQRT2, names.length, df)
            : 1,
        intervalTukey: around(difference, q * se),
      };
    }),
  );
  const apart = new Set(
    differences.filter(({ pTukey }) => pTukey < TOLD).map(({ a, b }) => `${a}\n${b}`),
  );
  const letters = lettersOf(
    means.map(({ treatment }) => treatment),
    (a, b) => apart.has(`${a}\n${b}`),
  );
  const ses = differences.map(({ se }) => se);
  const alike = Math.max(...ses) - Math.min(...ses) <= ALIKE * Math.max(...ses, Number.MIN_VALUE);
  const grand = mean(plots.map(({ value }) => value))!;
  return {
    kind: 'replicated',
    treatments: means.map((one) => ({ ...one, letters: letters.get(one.treatment)! })),
    anova: anovaOf(fit, [
      ['block', inBlocks],
      ['treatment', names.length - 1],
      ['beside', besides],
    ] as const).filter(({ df }) => df > 0),
    residualSd: Math.sqrt(variance),
    residualDf: df,
    cv: grand === 0 ? 0 : Math.sqrt(variance) / Math.abs(grand),
    lsd: alike ? t * ses[0]! : null,
    differences,
    ...(check === undefined ? {} : { differencesFromCheck: fromCheck() }),
  };

  function fromCheck(): CheckDifference[] {
    const others = means.filter(({ treatment }) => treatment !== check);
    const contrasts = others.map(({ treatment }) => less(weightsOf(treatment), weightsOf(check!)));
    const lambdas = leaningOn(
      contrasts.map((a) => contrasts.map((b) => covariance(a, b) / (seOf(a) * seOf(b)))),
    );
    const critical = dunnettCritical(lambdas, df, 1 - confidence);
    return others.map(({ treatment }) => {
      const { difference, se } = between(treatment, check!);
      return {
        treatment,
        difference,
        se,
        interval: around(difference, critical * se),
        pDunnett: se > 0 ? dunnettTail(Math.min(100, Math.abs(difference) / se), lambdas, df) : 1,
      };
    });
  }
}
