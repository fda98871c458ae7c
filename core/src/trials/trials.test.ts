import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dunnettTail, fitLinear, studentizedRangeTail, tQuantile } from '../stats/index.ts';
import {
  analyseTrial,
  differenceSeen,
  lettersOf,
  payback,
  replicatesNeeded,
  trialPower,
  type Comparison,
  type ReplicatedTrial,
  type TrialPlot,
} from './index.ts';
import made from './trials.golden.json' with { type: 'json' };

/** Made by trials.golden.R. */
const golden = made as unknown as {
  trials: {
    plots: TrialPlot[];
    check: string;
    means: { treatment: string; mean: number; se: number }[];
    differences: {
      a: string;
      b: string;
      difference: number;
      se: number;
      p: number;
      pTukey: number;
      half: number;
      halfTukey: number;
    }[];
    dunnett: { treatment: string; p: number }[];
    residualDf: number;
    residualSd: number;
    anova: { source: string; df: number; ss: number; p?: number }[];
  }[];
  powers: {
    replicates: number;
    treatments: number;
    residualSd: number;
    difference: number;
    comparison: Comparison;
    value: number;
  }[];
};
const replicated = (plots: readonly TrialPlot[], check?: string) => {
  const trial = analyseTrial(plots, check === undefined ? {} : { check });
  if (trial.kind !== 'replicated') throw new Error(trial.reason);
  return trial;
};

describe('a trial in blocks, against R', () => {
  it.each(golden.trials.map((one, i) => [i + 1, one] as const))(
    'means, differences, Tukey and the table of trial %i',
    (_, { plots, check, means, differences, residualDf, residualSd, anova }) => {
      const trial = replicated(plots, check);
      expect(trial.residualDf).toBe(residualDf);
      expect(trial.residualSd).toBeCloseTo(residualSd, 10);
      for (const { treatment, mean, se } of means) {
        const own = trial.treatments.find((one) => one.treatment === treatment)!;
        expect(own.mean).toBeCloseTo(mean, 9);
        expect(own.se).toBeCloseTo(se, 9);
      }
      for (const one of differences) {
        const own = trial.differences.find(
          ({ a, b }) => [a, b].includes(one.a) && [a, b].includes(one.b),
        )!;
        const sign = own.a === one.a ? 1 : -1;
        expect(own.difference).toBeCloseTo(sign * one.difference, 9);
        expect(own.se).toBeCloseTo(one.se, 9);
        expect(own.p).toBeCloseTo(one.p, 7);
        expect(own.pTukey).toBeCloseTo(one.pTukey, 6);
        expect(own.interval[1] - own.difference).toBeCloseTo(one.half, 7);
        expect(own.intervalTukey[1] - own.difference).toBeCloseTo(one.halfTukey, 6);
      }
      for (const line of anova) {
        const own = trial.anova.find(({ source }) => source === line.source)!;
        expect(own.df).toBe(line.df);
        expect(own.ss).toBeCloseTo(line.ss, 9);
        if (line.p !== undefined && own.p !== null) expect(own.p).toBeCloseTo(line.p, 7);
      }
    },
  );

  it('Dunnett’s p to R’s own accuracy, whole and where plots are missing', () => {
    for (const { plots, check, dunnett } of golden.trials) {
      const trial = replicated(plots, check);
      for (const { treatment, p } of dunnett) {
        const own = trial.differencesFromCheck!.find((one) => one.treatment === treatment)!;
        expect(Math.abs(own.pDunnett - p)).toBeLessThan(2e-5);
      }
    }
  });

  it('power for one pair, against a check and for all pairs', () => {
    for (const { value, ...of } of golden.powers)
      expect(Math.abs(trialPower(of) - value)).toBeLessThan(1e-4);
  });
});

describe('what a trial may say', () => {
  const plot = (treatment: string, block: string, value: number) => ({ treatment, block, value });

  it('one strip each is a demonstration, whatever its figures', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 2, maxLength: 12 }),
        fc.boolean(),
        (values, oneBlock) => {
          const trial = analyseTrial(
            values.map((value, i) => plot(`t${i}`, oneBlock ? 'b' : `b${i}`, value)),
          );
          expect(trial.kind).toBe('demonstration');
          expect(JSON.stringify(trial)).not.toMatch(/"p|letters|interval/);
        },
      ),
    );
  });

  it('nothing is inferred where a treatment cannot be told from its ground', () => {
    const trial = analyseTrial([
      plot('a', '1', 1),
      plot('b', '1', 1.1),
      plot('a', '2', 1.2),
      plot('b', '2', 1.25),
      plot('c', '3', 1.4),
      plot('c', '4', 1.5),
    ]);
    expect(trial).toMatchObject({ kind: 'demonstration', reason: expect.stringMatching(/ground/) });
  });

  it('treatments all alike have one letter and no winner', () => {
    const plots = ['1', '2', '3'].flatMap((block) =>
      ['a', 'b', 'c'].map((treatment, i) =>
        plot(treatment, block, 1 + 0.01 * ((i + Number(block)) % 3)),
      ),
    );
    const { treatments, lsd } = replicated(plots);
    expect(new Set(treatments.map(({ letters }) => letters))).toEqual(new Set(['a']));
    expect(lsd).toBeGreaterThan(0);
    // At the confidence that is asked for.
    const at90 = analyseTrial(plots, { confidence: 0.9 });
    expect(at90.kind === 'replicated' && at90.lsd!).toBeCloseTo(
      (lsd! * tQuantile(0.95, 4)) / tQuantile(0.975, 4),
      9,
    );
  });

  it('many replicates are a number, not without end', () => {
    const of = { treatments: 4, residualSd: 0.05, difference: 0.0132 };
    const needed = replicatesNeeded(of);
    expect(needed).toBeGreaterThan(200);
    expect(trialPower({ ...of, replicates: needed })).toBeGreaterThanOrEqual(0.8);
    expect(trialPower({ ...of, replicates: needed - 1 })).toBeLessThan(0.8);
  });

  it('the order of plots changes nothing, a shift of all moves means alone', () => {
    const plots = golden.trials[3]!.plots;
    const straight = replicated(plots);
    const turned = replicated([...plots].reverse());
    const shifted = replicated(plots.map((one) => ({ ...one, value: one.value + 5 })));
    const told = ({ treatments }: ReplicatedTrial) =>
      treatments.map(({ treatment, letters }) => `${treatment} ${letters}`);
    expect(told(turned)).toEqual(told(straight));
    expect(told(shifted)).toEqual(told(straight));
    straight.differences.forEach(({ difference }, i) =>
      expect(shifted.differences[i]!.difference).toBeCloseTo(difference, 9),
    );
  });

  it('says which argument is wrong', () => {
    expect(() => analyseTrial([])).toThrow(/plots/);
    expect(() => analyseTrial([plot('a', '1', NaN)])).toThrow(/plots\[0\]\.value/);
    expect(() => analyseTrial([plot('a', '1', 1)])).toThrow(/two treatments/);
    expect(() => analyseTrial([plot('a', '1', 1), plot('b', '', 1)])).toThrow(/plots\[1\]\.block/);
    expect(() => analyseTrial([plot('a', '1', 1), plot('b', '1', 2)], { check: 'none' })).toThrow(
      /check/,
    );
  });
});

describe('letters', () => {
  it('share one where two are not told apart, and none where they are', () => {
    const letters = lettersOf(['x', 'y', 'z'], (a, b) => a === 'x' && b === 'z');
    expect([...letters.values()]).toEqual(['a', 'ab', 'b']);
  });

  it('whatever is told apart', () => {
    const names = ['a', 'b', 'c', 'd', 'e', 'f'];
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 15, maxLength: 15 }), (told) => {
        const at = (a: string, b: string) => {
          const [i, j] = [names.indexOf(a), names.indexOf(b)].sort((x, y) => x - y) as [
            number,
            number,
          ];
          return told[(j * (j - 1)) / 2 + i]!;
        };
        const letters = lettersOf(names, at);
        expect(letters.get('a')).toContain('a');
        for (let i = 0; i < names.length; i++)
          for (let j = i + 1; j < names.length; j++) {
            const [a, b] = [names[i]!, names[j]!];
            const share = [...letters.get(a)!].some((one) => letters.get(b)!.includes(one));
            expect(share).toBe(!at(a, b));
          }
      }),
    );
  });
});

describe('how many replicates', () => {
  const of = { treatments: 4, residualSd: 0.05, difference: 0.08 };

  it('are just enough, and no fewer are', () => {
    const needed = replicatesNeeded(of);
    expect(trialPower({ ...of, replicates: needed })).toBeGreaterThanOrEqual(0.8);
    expect(trialPower({ ...of, replicates: needed - 1 })).toBeLessThan(0.8);
    expect(replicatesNeeded({ ...of, difference: 0.0001 })).toBe(Infinity);
  });

  it('the other way round: what so many strips can see is seen with that power', () => {
    for (const comparison of ['planned', 'check', 'all'] as const) {
      const given = { replicates: 5, treatments: 4, residualSd: 0.05, comparison };
      const difference = differenceSeen(given);
      expect(trialPower({ ...given, difference })).toBeCloseTo(0.8, 6);
      expect(differenceSeen({ ...given, replicates: 8 })).toBeLessThan(difference);
    }
  });

  it('grow with the spread, and fall with the difference; all pairs need more than one', () => {
    const needed = (change: Partial<typeof of> & { comparison?: Comparison }) =>
      replicatesNeeded({ ...of, ...change });
    expect(needed({ residualSd: 0.08 })).toBeGreaterThan(needed({}));
    expect(needed({ difference: 0.12 })).toBeLessThan(needed({}));
    expect(needed({ comparison: 'check' })).toBeGreaterThan(needed({}));
    expect(needed({ comparison: 'all' })).toBeGreaterThanOrEqual(needed({ comparison: 'check' }));
  });
});

describe('paying back', () => {
  const of = {
    gainPerM2: 0.004,
    gainSe: 0.002,
    df: 12,
    costPerUnit: 9000,
    areaM2PerYear: 1e6,
    years: 5,
  };

  it('by hand: years, area, and how likely', () => {
    expect(payback(of)).toMatchObject({ perYear: 4000, breakEvenYears: 2.25 });
    expect(payback(of).breakEvenAreaM2).toBeCloseTo(450_000, 6);
    // What it must gain is 0.0018 a m²: 1.1 standard errors below the gain.
    expect(payback(of).probabilityItPays).toBeCloseTo(0.8536, 3);
    expect(payback({ ...of, gainPerM2: -0.001 })).toMatchObject({
      breakEvenYears: null,
      breakEvenAreaM2: null,
    });
  });

  it('a discount, a dearer machine or fewer acres never make it likelier', () => {
    const chance = (change: Partial<typeof of> & { discount?: number }) =>
      payback({ ...of, ...change }).probabilityItPays;
    const now = chance({});
    expect(chance({ discount: 0.08 })).toBeLessThan(now);
    expect(chance({ costPerUnit: 12_000 })).toBeLessThan(now);
    expect(chance({ areaM2PerYear: 7e5 })).toBeLessThan(now);
    expect(chance({ years: 6 })).toBeGreaterThan(now);
  });
});

describe('behind it', () => {
  it('least squares leave out what is said already', () => {
    const fit = fitLinear(
      [
        [1, 0, 1],
        [1, 1, 0],
        [1, 2, -1],
        [1, 3, -2],
      ],
      [1, 2, 4, 5],
    );
    expect(fit.estimated).toEqual([true, true, false]);
    expect(fit.residualDf).toBe(2);
    expect(fit.beta[1]).toBeCloseTo(1.4, 12);
  });

  it('with two means Tukey’s and Dunnett’s are the t test’s', () => {
    expect(studentizedRangeTail(2.5 * Math.SQRT2, 2, 9)).toBeCloseTo(0.0338617, 6);
    expect(dunnettTail(2.5, [Math.SQRT1_2], 9)).toBeCloseTo(0.0338617, 6);
  });
});
