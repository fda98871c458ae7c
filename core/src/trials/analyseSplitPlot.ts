import { fitLinear, fitMixedModel, fUpperTail } from '../stats/index.ts';
import { anovaOf, type AnovaLine } from './anovaOf.ts';
import { less, toldOf } from './contrasts.ts';
import { crossedLevels, dummies, levelsOf, requirePlots } from './plots.ts';

/** A factor that is hard to change stands on whole passes; another changes within them. */
export interface SplitPlot {
  whole: string;
  sub: string;
  block: string;
  value: number;
}
export interface SplitCell {
  whole: string;
  sub: string;
}

export interface SplitPlotAnalysis {
  /** Sequential; `whole` is held against the error of whole passes, what is within them against the residual. */
  anova: AnovaLine<'block' | 'whole' | 'wholeError' | 'sub' | 'whole×sub'>[];
  means: {
    whole: { level: string; mean: number; se: number }[];
    sub: { level: string; mean: number; se: number }[];
    cells: (SplitCell & { mean: number; se: number })[];
  };
  /** Standard deviations of whole passes and within them. */
  sd: { whole: number; residual: number };
  interaction: { p: number; matters: boolean };
  /** Cells, or levels of one factor over the other’s alike: a less b, each with the error that is its own. */
  compare(
    a: Partial<SplitCell>,
    b: Partial<SplitCell>,
  ): { difference: number; se: number; df: number; p: number; interval: [number, number] };
}

const MATTERS = 0.05;

/**
 * A split plot in blocks, with both its errors: value ~ block + whole × sub + (1|block:whole), REML, Satterthwaite’s degrees of freedom; of a
 * whole table these are the classical ones. Plots may be missing, whole combinations may not.
 *
 * @param plots any unit, as long as it is one
 * @throws RangeError for a figure that is none, a factor of one level, a combination without a plot, or nothing left to tell chance by
 * @example analyseSplitPlot(plots).compare({ whole: 'firm' }, { whole: 'light' }) // { difference: 0.04, se: 0.03, df: 3, … }
 */
export function analyseSplitPlot(plots: readonly SplitPlot[]): SplitPlotAnalysis {
  requirePlots(plots, ['whole', 'sub', 'block']);
  const { as: wholes, bs: subs, blocks } = crossedLevels(plots, 'whole', 'sub');
  const passes = plots.map(({ block, whole }) => JSON.stringify([block, whole]));
  const both = (whole: string, sub: string) =>
    dummies(wholes, whole).flatMap((own) => dummies(subs, sub).map((other) => own * other));
  const y = plots.map(({ value }) => value);
  const passNames = levelsOf(passes);
  const sequential = fitLinear(
    plots.map(({ whole, sub, block }, i) => [
      1,
      ...dummies(blocks, block),
      ...dummies(wholes, whole),
      ...dummies(passNames, passes[i]!),
      ...dummies(subs, sub),
      ...both(whole, sub),
    ]),
    y,
  );
  if (sequential.residualDf < 1 || blocks.length < 2)
    throw new RangeError('plots must leave something to tell chance by: add a block');
  const table = anovaOf(sequential, [
    ['block', blocks.length - 1],
    ['whole', wholes.length - 1],
    ['wholeError', passNames.length - 1],
    ['sub', subs.length - 1],
    ['whole×sub', (wholes.length - 1) * (subs.length - 1)],
  ] as const);
  const error = table.find(({ source }) => source === 'wholeError')!;
  const anova = table.map((line) => {
    if (line.source === 'wholeError') return { ...line, f: null, p: null };
    if (line.source !== 'block' && line.source !== 'whole') return line;
    const f = error.df > 0 && error.ms > 0 && line.df > 0 ? line.ms / error.ms : null;
    return { ...line, f, p: f === null ? null : fUpperTail(f, line.df, error.df) };
  });
  const row = (inBlock: readonly number[], whole: string, sub: string) => [
    1,
    ...inBlock,
    ...dummies(wholes, whole),
    ...dummies(subs, sub),
    ...both(whole, sub),
  ];
  const fit = fitMixedModel({
    y,
    fixed: plots.map(({ whole, sub, block }) => row(dummies(blocks, block), whole, sub)),
    groups: { pass: passes },
  });
  const alike = blocks.slice(1).map(() => 1 / blocks.length);
  /** Cells that fit, alike. */
  const weightsOf = ({ whole, sub }: Partial<SplitCell>) => {
    for (const [given, known] of [
      [whole, wholes],
      [sub, subs],
    ] as const)
      if (given !== undefined && !known.includes(given))
        throw new RangeError(`“${given}” is none of the levels: ${known.join(', ')}`);
    const cells = (whole === undefined ? wholes : [whole]).flatMap((w) =>
      (sub === undefined ? subs : [sub]).map((s) => row(alike, w, s)),
    );
    return cells[0]!.map((_, i) => cells.reduce((sum, cell) => sum + cell[i]!, 0) / cells.length);
  };
  const meanOf = (cell: Partial<SplitCell>) => {
    const { estimate, se } = fit.contrast(weightsOf(cell));
    return { mean: estimate, se };
  };
  const p = anova.find(({ source }) => source === 'whole×sub')!.p ?? 1;
  return {
    anova,
    means: {
      whole: wholes.map((level) => ({ level, ...meanOf({ whole: level }) })),
      sub: subs.map((level) => ({ level, ...meanOf({ sub: level }) })),
      cells: wholes.flatMap((whole) =>
        subs.map((sub) => ({ whole, sub, ...meanOf({ whole, sub }) })),
      ),
    },
    sd: {
      whole: Math.sqrt(fit.varianceComponents.pass ?? 0),
      residual: Math.sqrt(fit.residualVariance),
    },
    interaction: { p, matters: p < MATTERS },
    compare: (a, b) => toldOf(fit.contrast(less(weightsOf(a), weightsOf(b)))),
  };
}
