import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import {
  analyseEmergenceTrial,
  analyseSites,
  analyseSplitPlot,
  fitResponse,
  payback,
  worthOfAnotherYear,
  type ResponsePoint,
  type ResponseShape,
  type SitePlot,
  type SplitPlot,
} from './index.ts';
import made from './sites.golden.json' with { type: 'json' };

interface Compared {
  difference: number;
  se: number;
  df: number;
  p: number;
}
interface Where {
  x: number;
  interval: number[] | Record<string, never>;
}
/** Made by sites.golden.R. */
const golden = made as unknown as {
  sites: {
    plots: SitePlot[];
    means: { treatment: string; estimate: number; se: number }[];
    differences: (Compared & { a: string; b: string })[];
    sd: Record<'site' | 'block' | 'treatmentBySite' | 'residual', number>;
    sites: { site: string; treatment: string; estimate: number }[];
  }[];
  split: {
    plots: SplitPlot[];
    strata: Record<'whole' | 'sub' | 'both', number> | Record<string, never>;
    compare: Record<'whole' | 'sub' | 'within' | 'across', Compared>;
    sd: number[];
  }[];
  quadratic: {
    points: ResponsePoint[];
    optimum: Where;
    economic: Where;
    residualSd: number;
    p: number;
    at: number;
    value: number;
    se: number;
  }[];
  payback: (Parameters<typeof payback>[0] & { probability: number; breakEven: number })[];
  another: (Parameters<typeof worthOfAnotherYear>[0] & { value: number })[];
  plateau: {
    points: ResponsePoint[];
    shape: ResponseShape;
    join: number;
    interval: number[];
    residualSd: number;
    p: number;
  }[];
};
const close = (own: number, wanted: number, relative: number) =>
  expect(Math.abs(own - wanted)).toBeLessThan(relative * Math.max(1e-2, Math.abs(wanted)));

describe('several sites, against lmerTest', () => {
  it.each(golden.sites.map((one, i) => [i + 1, one] as const))('set %i', (_, one) => {
    const own = analyseSites(one.plots, { check: '1.5 in' });
    for (const { treatment, estimate, se } of one.means) {
      const mine = own.treatments.find((each) => each.treatment === treatment)!;
      close(mine.estimate, estimate, 1e-4);
      close(mine.se, se, 1e-4);
    }
    for (const { a, b, difference, se, df, p } of one.differences) {
      const mine = own.differences.find(
        (each) => [each.a, each.b].includes(a) && [each.a, each.b].includes(b),
      )!;
      close(mine.difference * (mine.a === a ? 1 : -1), difference, 1e-4);
      close(mine.se, se, 1e-4);
      close(mine.df, df, 1e-2);
      close(mine.p, p, 2e-3);
      expect(mine.interval[0]).toBeLessThan(mine.difference);
    }
    for (const name of ['site', 'block', 'treatmentBySite', 'residual'] as const)
      close(own.sd[name], one.sd[name], 1e-3);
    for (const { site, treatment, estimate } of one.sites)
      close(
        own.sites.find((each) => each.site === site && each.treatment === treatment)!.estimate,
        estimate,
        1e-4,
      );
    expect(own.differencesFromCheck!.map(({ treatment }) => treatment).sort()).toEqual([
      '2 in',
      '2.5 in',
    ]);
  });

  it('one site is read by its blocks alone, and many plots at one site do not pass for many sites', () => {
    const { plots } = golden.sites[0]!;
    const one = analyseSites(plots.filter(({ site }) => site === 's1'));
    expect(one.sd).toMatchObject({ site: 0, treatmentBySite: 0 });
    // Twice the blocks of the same sites: little is gained where treatments differ from site to site.
    const twice = [...plots, ...plots.map((plot) => ({ ...plot, block: `${plot.block}′` }))];
    const se = (of: readonly SitePlot[]) => analyseSites(of).differences[0]!.se;
    expect(se(twice)).toBeGreaterThan(0.8 * se(plots));
  });

  it('sites of a strip each are read together: the sites are the replicates', () => {
    const random = seededRandom(5);
    const plots = Array.from({ length: 8 }, (_, s) =>
      ['old', 'new'].map((treatment) => ({
        site: `s${s}`,
        treatment,
        block: '1',
        value: 1 + s / 10 + (treatment === 'new' ? 0.1 : 0) + 0.02 * random.normal(),
      })),
    ).flat();
    const { differences, sd } = analyseSites(plots);
    expect(differences[0]).toMatchObject({ a: 'new', b: 'old' });
    expect(differences[0]!.df).toBeCloseTo(7, 0);
    expect(sd.treatmentBySite).toBe(0);
  });

  it('refuse what cannot be read', () => {
    const { plots } = golden.sites[0]!;
    expect(() => analyseSites(plots, { check: '3 in' })).toThrow(/check must be one/);
    expect(() => analyseSites(plots.filter(({ treatment }) => treatment === '2 in'))).toThrow(
      /two treatments/,
    );
    expect(() => analyseSites(plots.slice(0, 3))).toThrow(/add a block or a site/);
  });
});

describe('a split plot, against aov and lmerTest', () => {
  it.each(golden.split.map((one, i) => [i + 1, one] as const))('set %i', (_, one) => {
    const own = analyseSplitPlot(one.plots);
    const of = {
      whole: own.compare({ whole: 'firm' }, { whole: 'light' }),
      sub: own.compare({ sub: '2 in' }, { sub: '1.5 in' }),
      within: own.compare({ whole: 'light', sub: '2 in' }, { whole: 'light', sub: '1.5 in' }),
      across: own.compare({ whole: 'firm', sub: '2.5 in' }, { whole: 'light', sub: '2.5 in' }),
    };
    for (const name of ['whole', 'sub', 'within', 'across'] as const) {
      close(of[name].difference, one.compare[name].difference, 1e-4);
      close(of[name].se, one.compare[name].se, 1e-4);
      close(of[name].df, one.compare[name].df, 1e-2);
    }
    close(own.sd.whole, one.sd[0]!, 1e-3);
    close(own.sd.residual, one.sd[1]!, 1e-3);
    if (typeof one.strata.whole === 'number') {
      const p = (source: string) => own.anova.find((line) => line.source === source)!.p!;
      expect(p('whole')).toBeCloseTo(one.strata.whole, 8);
      expect(p('sub')).toBeCloseTo(one.strata.sub!, 8);
      expect(p('whole×sub')).toBeCloseTo(one.strata.both!, 8);
    }
  });

  it('refuses a combination without a plot, a level that is none, and one block', () => {
    const { plots } = golden.split[0]!;
    expect(() =>
      analyseSplitPlot(plots.filter(({ whole, sub }) => !(whole === 'firm' && sub === '2 in'))),
    ).toThrow(/“firm” with “2 in”/);
    expect(() => analyseSplitPlot(plots).compare({ whole: 'heavy' }, {})).toThrow(/“heavy”/);
    expect(() => analyseSplitPlot(plots.filter(({ block }) => block === 'b1'))).toThrow(
      /add a block/,
    );
  });
});

describe('the curve through the levels', () => {
  it('a quadratic against lm: optimum with Fieller’s interval, economic optimum, prediction', () => {
    for (const one of golden.quadratic) {
      const own = fitResponse(one.points, { shape: 'quadratic', price: 5, cost: 0.1 });
      const levels = one.points.map(({ x }) => x);
      const within = (x: number) => Math.max(Math.min(...levels), Math.min(Math.max(...levels), x));
      expect(own.optimum.x).toBeCloseTo(within(one.optimum.x), 8);
      expect(own.optimum.atEdge).toBe(within(one.optimum.x) !== one.optimum.x);
      for (const [mine, wanted] of [
        [own.optimum.interval, one.optimum.interval],
        [own.economicOptimum!.interval, one.economic.interval],
      ] as const)
        if (Array.isArray(wanted)) wanted.forEach((end, i) => expect(mine![i]).toBeCloseTo(end, 6));
        else expect(mine).toBeNull();
      expect(own.economicOptimum!.x).toBeCloseTo(within(one.economic.x), 8);
      expect(own.residualSd).toBeCloseTo(one.residualSd, 9);
      expect(own.p).toBeCloseTo(one.p, 8);
      expect(own.predict(one.at).value).toBeCloseTo(one.value, 9);
      expect(own.predict(one.at).se).toBeCloseTo(one.se, 9);
    }
  });

  it('plateaus against nls: the join with its profile', () => {
    for (const { points, shape, join, interval, residualSd, p } of golden.plateau) {
      const own = fitResponse(points, { shape });
      expect(own.optimum.x).toBeCloseTo(join, 5);
      interval.forEach((end, i) => expect(own.optimum.interval![i]).toBeCloseTo(end, 5));
      expect(own.residualSd).toBeCloseTo(residualSd, 8);
      expect(own.p).toBeCloseTo(p, 8);
      // Flat beyond the join, and what the coefficients say before it.
      expect(own.predict(7).value).toBeCloseTo(own.predict(8).value, 9);
      const { intercept, linear, quadratic } = own.coefficients;
      expect(own.predict(3).value).toBeCloseTo(intercept + 3 * linear + 9 * quadratic, 9);
      expect(own.economicOptimum).toBeNull();
    }
  });

  it.each(['quadratic', 'quadraticPlateau', 'linearPlateau'] as const)(
    'a dearer x moves the best of a %s down only, a dearer yield up only',
    (shape) => {
      const { points } = golden.plateau[1]!;
      const best = (price: number, cost: number) =>
        fitResponse(points, { shape, price, cost }).economicOptimum!.x;
      const costs = [0, 0.05, 0.1, 0.2, 0.4, 0.8, 3].map((cost) => best(4, cost));
      costs.slice(1).forEach((x, i) => expect(x).toBeLessThanOrEqual(costs[i]! + 1e-9));
      const prices = [0.5, 1, 2, 4, 8, 16].map((price) => best(price, 0.1));
      prices.slice(1).forEach((x, i) => expect(x).toBeGreaterThanOrEqual(prices[i]! - 1e-9));
    },
  );

  it('says where the best lies outside what was tested, and gives no interval of a bowl', () => {
    const points = (value: (x: number) => number) =>
      [1, 2, 3, 4].flatMap((x) =>
        ['a', 'b'].map((block, i) => ({ x, block, value: value(x) + 0.01 * i * ((x % 2) - 0.5) })),
      );
    const rising = fitResponse(
      points((x) => 1 + 0.1 * x - 0.002 * x * x),
      { shape: 'quadratic' },
    );
    expect(rising.optimum).toMatchObject({ x: 4, atEdge: true });
    const bowl = fitResponse(
      points((x) => 1 + (x - 2) ** 2),
      { shape: 'quadratic' },
    );
    expect(bowl.optimum).toMatchObject({ x: 4, interval: null, atEdge: true });
    for (const shape of ['linearPlateau', 'quadraticPlateau'] as const)
      expect(
        fitResponse(
          points((x) => 2 - 0.1 * x),
          { shape },
        ).optimum,
      ).toMatchObject({
        x: 1,
        interval: null,
        atEdge: true,
      });
  });

  it('the interval of the optimum covers it in 92–97 % of 500 simulated trials', () => {
    const random = seededRandom(20270527);
    for (const [shape, truth] of [
      ['quadratic', 0.052],
      ['quadraticPlateau', 0.048],
    ] as const) {
      let held = 0;
      const runs = 500;
      for (let run = 0; run < runs; run++) {
        const blocks = Array.from({ length: 4 }, () => 0.05 * random.normal());
        const points = blocks.flatMap((level, block) =>
          [0.025, 0.0375, 0.05, 0.0625, 0.075].map((x) => {
            const below = shape === 'quadratic' ? x - truth : Math.min(0, x - truth);
            return {
              x,
              block: `b${block}`,
              value: 1.2 + level - 400 * below ** 2 + 0.03 * random.normal(),
            };
          }),
        );
        const { interval } = fitResponse(points, { shape }).optimum;
        // No finite interval rules nothing out.
        if (interval === null || (interval[0] <= truth && truth <= interval[1])) held += 1;
      }
      expect(held / runs).toBeGreaterThan(0.92);
      expect(held / runs).toBeLessThan(0.97);
    }
  });

  it('refuses two levels, a single strip of each and a shape that is none', () => {
    const { points } = golden.quadratic[0]!;
    expect(() =>
      fitResponse(
        points.filter(({ x }) => x < 6),
        { shape: 'quadratic' },
      ),
    ).toThrow(/three levels/);
    expect(() => fitResponse(points.slice(0, 3), { shape: 'quadratic' })).toThrow(/add a block/);
    expect(() => fitResponse(points, { shape: 'cubic' as ResponseShape })).toThrow(/cubic/);
    expect(() => fitResponse(points, { shape: 'quadratic', price: -1 })).toThrow(/price/);
  });
});

it('paying back, and what another year is worth, against sums and integrals of R', () => {
  for (const { probability, breakEven, ...of } of golden.payback) {
    expect(payback(of).probabilityItPays).toBeCloseTo(probability, 8);
    expect(payback(of).breakEvenYears).toBeCloseTo(breakEven, 6);
  }
  for (const { value, ...of } of golden.another)
    expect(worthOfAnotherYear(of)).toBeCloseTo(value, 3);
});

describe('emergence over plots', () => {
  /** Plots whose half is up at hours of their own, spread by the furrow and not by the plants. */
  const trial = (later: number, between: number, seed: number, plants = 200) => {
    const random = seededRandom(seed);
    return ['a', 'b', 'c', 'd'].flatMap((block) =>
      ['shallow', 'deep'].map((treatment) => {
        const half = 210 + (treatment === 'deep' ? later : 0) + between * random.normal();
        const visits = [150, 180, 200, 215, 230, 250, 280, 330].map((hours) => ({
          hours,
          emerged: Math.round((0.93 * plants) / (1 + (hours / half) ** -22)),
        }));
        return { treatment, block, visits, sown: plants };
      }),
    );
  };

  it('finds what lies between treatments', () => {
    const { measures, curves } = analyseEmergenceTrial(trial(25, 4, 3), { check: 'shallow' });
    const t50 = measures.t50H!;
    if (t50.kind !== 'replicated') throw new Error(t50.reason);
    const { difference, interval } = t50.differences[0]!;
    expect(difference).toBeGreaterThan(15);
    expect(interval[0]).toBeLessThan(25);
    expect(interval[1]).toBeGreaterThan(25);
    expect(t50.differencesFromCheck).toHaveLength(1);
    expect(curves.map(({ treatment, n }) => [treatment, n])).toEqual([
      ['shallow', 4],
      ['deep', 4],
    ]);
  });

  it('ten times the plants in the same plots are no more plots: nothing is found where furrows differ', () => {
    let found = 0;
    const runs = 60;
    for (let seed = 0; seed < runs; seed++) {
      const { t50H } = analyseEmergenceTrial(trial(0, 12, seed, 2000)).measures;
      if (t50H?.kind === 'replicated' && t50H.differences[0]!.p < 0.05) found += 1;
    }
    // 5 % of 60 is 3; 9 or more would come once in 400 such series.
    expect(found).toBeLessThan(9);
  });

  it('one plot each gives curves and no inference; plots without a time are left out of times', () => {
    const once = trial(25, 4, 3).slice(0, 2);
    expect(analyseEmergenceTrial(once).measures.t50H).toMatchObject({ kind: 'demonstration' });
    const blank = trial(25, 4, 3).map((plot) =>
      plot.treatment === 'deep'
        ? { ...plot, visits: plot.visits.map(({ hours }) => ({ hours, emerged: 0 })) }
        : plot,
    );
    const { measures, curves } = analyseEmergenceTrial(blank);
    expect(measures.t50H).toBeNull();
    expect(measures.finalShare).not.toBeNull();
    expect(curves[1]).toMatchObject({ finalShare: 0, t50H: null });
    expect(() => analyseEmergenceTrial(once.slice(0, 1))).toThrow(/two treatments/);
  });
});
