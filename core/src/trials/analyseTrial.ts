import { requireOpenShare } from '../arguments/index.ts';
import {
  dunnettTail,
  fitLinear,
  mean,
  studentizedRangeTail,
  tQuantile,
  twoSidedP,
} from '../stats/index.ts';
import { anovaOf, type AnovaLine } from './anovaOf.ts';
import { dunnettCritical, tukeyCritical } from './criticals.ts';
import { lettersOf } from './lettersOf.ts';
import { dummies, levelsOf, requirePlots } from './plots.ts';

export interface TrialPlot {
  treatment: string;
  block: string;
  value: number;
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
  anova: AnovaLine<'block' | 'treatment'>[];
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
  const fit = fitLinear(
    plots.map(({ treatment, block }) => [
      1,
      ...dummies(blocks, block),
      ...dummies(names, treatment),
    ]),
    plots.map(({ value }) => value),
  );
  const inBlocks = blocks.length - 1;
  const once = names.every((name) => of(name).length === 1);
  // A treatment whose blocks hold nothing else cannot be told from them.
  const told = fit.estimated.slice(1 + inBlocks).every(Boolean);
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
  const variance = fit.residualSs / fit.residualDf;
  // A mean is that of all blocks alike.
  const weightsOf = (name: string) => [
    1,
    ...Array.from({ length: inBlocks }, () => 1 / blocks.length),
    ...dummies(names, name),
  ];
  const estimate = (weights: readonly number[]) => {
    const value = weights.reduce((sum, weight, i) => sum + weight * fit.beta[i]!, 0);
    const spread = weights.reduce(
      (sum, weight, i) =>
        sum + weight * weights.reduce((own, other, j) => own + other * fit.inverse[i]![j]!, 0),
      0,
    );
    return { value, se: Math.sqrt(Math.max(0, variance * spread)) };
  };
  const means = names
    .map((treatment) => {
      const { value, se } = estimate(weightsOf(treatment));
      return { treatment, n: of(treatment).length, mean: value, se };
    })
    .sort((a, b) => b.mean - a.mean);
  const between = (a: string, b: string) => {
    const [first, second] = [weightsOf(a), weightsOf(b)];
    const { value, se } = estimate(first.map((weight, i) => weight - second[i]!));
    return { difference: value, se };
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
    ] as const).filter(({ df }) => df > 0),
    residualSd: Math.sqrt(variance),
    residualDf: df,
    cv: grand === 0 ? 0 : Math.sqrt(variance) / Math.abs(grand),
    lsd: alike ? tQuantile(1 - TOLD / 2, df) * ses[0]! : null,
    differences,
    ...(check === undefined ? {} : { differencesFromCheck: fromCheck() }),
  };

  function fromCheck(): CheckDifference[] {
    const others = means.filter(({ treatment }) => treatment !== check);
    // How far each comparison hangs on the check: of one’s own spread and that of the check.
    const lambdas = others.map(({ treatment }) =>
      Math.sqrt(of(treatment).length / (of(treatment).length + of(check!).length)),
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
