import { fitLinear, mean } from '../stats/index.ts';
import { anovaOf, type AnovaLine } from './anovaOf.ts';
import { contrastsOf } from './contrasts.ts';
import { crossedLevels, dummies, requirePlots } from './plots.ts';

export interface FactorPlot {
  a: string;
  b: string;
  block: string;
  value: number;
}

export interface FactorAnalysis {
  /** Sequential: blocks, each factor, then the two together. */
  anova: AnovaLine<'block' | 'a' | 'b' | 'a×b'>[];
  /** Over blocks alike; of one factor over the other's levels alike. */
  means: {
    a: { level: string; mean: number }[];
    b: { level: string; mean: number }[];
    cells: { a: string; b: string; mean: number }[];
  };
  /** Whether one factor does something else at each level of the other: then means over it hide more than they say. */
  interaction: { p: number; matters: boolean };
}

const MATTERS = 0.05;

/**
 * Two factors crossed, in blocks: value ~ block + a × b by least squares. Plots may be missing, whole combinations may not.
 *
 * @throws RangeError for a figure that is none, a factor of one level, a combination without a plot, or nothing left to tell chance by
 * @example analyseFactors(plots).interaction.matters // false: the factors may be read one by one
 */
export function analyseFactors(plots: readonly FactorPlot[]): FactorAnalysis {
  requirePlots(plots, ['a', 'b', 'block']);
  const { as, bs, blocks } = crossedLevels(plots, 'a', 'b');
  const both = (a: string, b: string) =>
    dummies(as, a).flatMap((own) => dummies(bs, b).map((other) => own * other));
  const row = (inBlock: readonly number[], a: string, b: string) => [
    1,
    ...inBlock,
    ...dummies(as, a),
    ...dummies(bs, b),
    ...both(a, b),
  ];
  const fit = fitLinear(
    plots.map(({ a, b, block }) => row(dummies(blocks, block), a, b)),
    plots.map(({ value }) => value),
  );
  if (fit.residualDf < 1)
    throw new RangeError('plots must leave something to tell chance by: add a block');
  const anova = anovaOf(fit, [
    ['block', blocks.length - 1],
    ['a', as.length - 1],
    ['b', bs.length - 1],
    ['a×b', (as.length - 1) * (bs.length - 1)],
  ] as const);
  const alike = Array.from({ length: blocks.length - 1 }, () => 1 / blocks.length);
  const { estimate } = contrastsOf(fit, fit.residualSs / fit.residualDf);
  const cells = as.flatMap((a) =>
    bs.map((b) => ({
      a,
      b,
      mean: estimate(row(alike, a, b)),
    })),
  );
  const over = (name: 'a' | 'b', levels: readonly string[]) =>
    levels.map((level) => ({
      level,
      mean: mean(cells.filter((cell) => cell[name] === level).map((cell) => cell.mean))!,
    }));
  const p = anova[3]!.p ?? 1;
  return {
    anova,
    means: { a: over('a', as), b: over('b', bs), cells },
    interaction: { p, matters: p < MATTERS },
  };
}
