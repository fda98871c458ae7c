import { describe, expect, it } from 'vitest';
import {
  analyseByCovariate,
  analyseFactors,
  type CovariatePlot,
  type FactorPlot,
} from './index.ts';
import made from './factors.golden.json' with { type: 'json' };

/** Made by factors.golden.R. */
const golden = made as unknown as {
  factors: {
    plots: FactorPlot[];
    anova: { df: number; ss: number; p?: number }[];
    cells: { a: string; b: string; value: number }[];
  }[];
  covariate: {
    plots: CovariatePlot[];
    slopes: number[];
    seSlopes: number[];
    f: number;
    p: number;
    df2: number;
    crossing: number;
    interval: number[] | Record<string, never>;
    difference: number;
    se: number;
  }[];
};

describe('two factors', () => {
  it('against R, whole and with plots missing', () => {
    for (const { plots, anova, cells } of golden.factors) {
      const own = analyseFactors(plots);
      anova.forEach((line, i) => {
        expect(own.anova[i]!.df).toBe(line.df);
        expect(own.anova[i]!.ss).toBeCloseTo(line.ss, 9);
        if (line.p !== undefined && own.anova[i]!.p !== null)
          expect(own.anova[i]!.p).toBeCloseTo(line.p, 7);
      });
      for (const { a, b, value } of cells)
        expect(own.means.cells.find((cell) => cell.a === a && cell.b === b)!.mean).toBeCloseTo(
          value,
          9,
        );
      expect(own.interaction.matters).toBe(own.interaction.p < 0.05);
    }
  });

  it('refuse what cannot be read', () => {
    const { plots } = golden.factors[0]!;
    expect(() => analyseFactors(plots.filter(({ a }) => a === '2 in'))).toThrow(/two levels of a/);
    expect(() =>
      analyseFactors(plots.filter(({ a, b }) => !(a === '2 in' && b === 'firm'))),
    ).toThrow(/“2 in” with “firm”/);
    expect(() => analyseFactors(plots.filter(({ block }) => block === 'b1'))).toThrow(
      /add a block/,
    );
  });
});

describe('treatments given a condition of the ground', () => {
  it('against R: slopes, whether they differ, where they cross, and the difference at a value', () => {
    for (const one of golden.covariate) {
      const own = analyseByCovariate(one.plots);
      own.slopes.forEach(({ slope, se }, i) => {
        expect(slope).toBeCloseTo(one.slopes[i]!, 8);
        expect(se).toBeCloseTo(one.seSlopes[i]!, 8);
      });
      expect(own.interaction).toMatchObject({ df1: 1, df2: one.df2 });
      expect(own.interaction.f).toBeCloseTo(one.f, 6);
      expect(own.interaction.p).toBeCloseTo(one.p, 7);
      const [crossing] = own.crossings;
      expect(crossing!.at).toBeCloseTo(one.crossing, 7);
      if (Array.isArray(one.interval) && one.interval.length === 2)
        one.interval.forEach((end, i) => expect(crossing!.interval![i]).toBeCloseTo(end, 6));
      const { difference, se } = own.difference('1.5 in', '2.5 in', 0.2);
      expect(difference).toBeCloseTo(one.difference, 8);
      expect(se).toBeCloseTo(one.se, 8);
      // On either side of where they cross the other one is ahead.
      const side = (at: number) => Math.sign(own.difference('1.5 in', '2.5 in', at).difference);
      expect(side(crossing!.at - 0.05)).toBe(-side(crossing!.at + 0.05));
    }
  });

  it('refuse a covariate that does not vary', () => {
    const flat = golden.covariate[0]!.plots.map((plot) => ({ ...plot, covariate: 0.2 }));
    expect(() => analyseByCovariate(flat)).toThrow(/covariate must vary/);
    expect(() => analyseByCovariate(golden.covariate[0]!.plots.slice(0, 1))).toThrow(
      /two treatments/,
    );
  });
});
