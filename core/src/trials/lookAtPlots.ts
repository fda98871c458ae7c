import { requireFinite } from '../arguments/index.ts';
import { fitLinear, twoSidedP } from '../stats/index.ts';
import { contrastsOf } from './contrasts.ts';
import { dummies, levelsOf, requirePlots } from './plots.ts';

export interface PlacedPlot {
  treatment: string;
  block: string;
  value: number;
  /** In the order of the passes. */
  place: number;
}

export interface PlotsLooked {
  /** What block and treatment leave, in the order given. */
  residuals: number[];
  /** Plots that lie further off than chance puts one of so many (Bonferroni at 5 %): named, never dropped. */
  outliers: number[];
  /** How much is gained from one place to the next beside blocks and treatments; null where too few are left to tell. */
  trend: { perPlace: number; p: number } | null;
  /** For each plot the mean residual of those next to it (Papadakis 1937), 0 at a lone one: to adjust by neighbours. */
  neighbours: number[];
}

const STANDS_OUT = 0.05;

/**
 * What a trial in blocks leaves unexplained, and where it lies.
 *
 * @throws RangeError for a figure that is none
 * @example lookAtPlots(plots).outliers // [7]
 */
export function lookAtPlots(plots: readonly PlacedPlot[]): PlotsLooked {
  requirePlots(plots, ['treatment', 'block']);
  plots.forEach(({ place }, i) => requireFinite(`plots[${i}].place`, place));
  const names = levelsOf(plots.map(({ treatment }) => treatment));
  const blocks = levelsOf(plots.map(({ block }) => block));
  const y = plots.map(({ value }) => value);
  const rows = plots.map(({ treatment, block }) => [
    1,
    ...dummies(blocks, block),
    ...dummies(names, treatment),
  ]);
  const fit = fitLinear(rows, y);
  // Over a variance of one the covariance of a fitted value with itself is its leverage.
  const { estimate, covariance } = contrastsOf(fit, 1);
  const residuals = rows.map((row, i) => y[i]! - estimate(row));
  const leverage = rows.map((row) => covariance(row, row));
  const df = fit.residualDf;
  const outliers =
    df < 2
      ? []
      : residuals.flatMap((residual, i) => {
          const room = 1 - leverage[i]!;
          if (room < 1e-9) return [];
          // Against the spread of the others.
          const left = (fit.residualSs - residual ** 2 / room) / (df - 1);
          const p = left > 0 ? twoSidedP(residual, Math.sqrt(left * room), df - 1) : 1;
          return p < STANDS_OUT / plots.length ? [i] : [];
        });
  const placed = fitLinear(
    rows.map((row, i) => [...row, plots[i]!.place]),
    y,
  );
  const last = placed.beta.length - 1;
  const se =
    placed.residualDf > 0
      ? Math.sqrt((placed.residualSs / placed.residualDf) * placed.inverse[last]![last]!)
      : 0;
  const at = new Map(plots.map(({ place }, i) => [place, residuals[i]!]));
  return {
    residuals,
    outliers,
    trend:
      placed.estimated[last] && placed.residualDf > 0 && se > 0
        ? {
            perPlace: placed.beta[last]!,
            p: twoSidedP(placed.beta[last]!, se, placed.residualDf),
          }
        : null,
    neighbours: plots.map(({ place }) => {
      const beside = [at.get(place - 1), at.get(place + 1)].filter((one) => one !== undefined);
      return beside.length === 0 ? 0 : beside.reduce((sum, one) => sum + one, 0) / beside.length;
    }),
  };
}
