import { fitLinear, mean } from '../stats/index.ts';
import { anovaOf, type AnovaLine } from './anovaOf.ts';
import { dummies, levelsOf, requirePlots } from './plots.ts';

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
  const [as, bs, blocks] = (['a', 'b', 'block'] as const).map((name) =>
    levelsOf(plots.map((plot) => plot[name])),
  ) as [string[], string[], string[]];
  for (const [name, levels] of [
    ['a', as],
    ['b', bs],
  ] as const)
    if (levels.length < 2)
      throw new RangeError(`plots must hold two levels of ${name} or more, got ${levels.length}`);
  for (const a of as)
    for (const b of bs)
      if (!plots.some((plot) => plot.a === a && plot.b === b))
        throw new RangeError(`plots must hold “${a}” with “${b}”: no plot has both`);
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
  const cells = as.flatMap((a) =>
    bs.map((b) => ({
      a,
      b,
      mean: row(alike, a, b).reduce((sum, weight, i) => sum + weight * fit.beta[i]!, 0),
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
