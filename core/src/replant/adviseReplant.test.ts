import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { ACRE_M2, toSi } from '../units/index.ts';
import made from './replant.golden.json' with { type: 'json' };
import type { Crop } from '../crops/index.ts';
import {
  adviseReplant,
  breakEvenStand,
  fitBend,
  monotoneSpline,
  readStrips,
  readYieldTable,
  relativeYield,
  tableYield,
  type ReplantCase,
  type StandSchool,
} from './index.ts';

/** Made by replant.golden.R. */
const golden = made as unknown as {
  relativeYield: {
    crop: Crop;
    school: StandSchool;
    plantsPerM2: number;
    daysAfterBest: number;
    longGapShare: number;
    value: number;
  }[];
  breakEven: (Parameters<typeof breakEvenStand>[0] & { value: number | null })[];
  table: { plantsPerM2: number; daysAfterBest: number; value: number }[];
};

const K_PER_AC = 1000 / ACRE_M2;
const perAc = (money: number) => money / ACRE_M2;
const corn: ReplantCase = {
  crop: 'corn',
  stand: { plantsPerM2: 20 * K_PER_AC, sePerM2: 1 * K_PER_AC, longGapShare: 0.05 },
  daysAfterBest: 5,
  replant: { daysAfterBest: 30, plantsPerM2: 31 * K_PER_AC, sePerM2: 1 * K_PER_AC },
  fullYieldKgPerM2: toSi(200, 'bu56PerAc'),
  pricePerKg: 0.17,
  costs: {
    seedPerM2: perAc(110),
    seedAllowance: 0.5,
    endPerM2: perAc(20),
    plantPerM2: perAc(18),
    dryPerKg: 0.004,
  },
};
const advise = (change: Partial<ReplantCase> = {}, seed = 3, draws = 1000) =>
  adviseReplant({ ...corn, ...change }, { draws, random: seededRandom(seed) });
const expected = (advice: ReturnType<typeof advise>, option: string) =>
  advice.options.find((one) => one.option === option)!.expectedPerM2;

describe('against R', () => {
  it('the curves', () => {
    for (const { value, ...at } of golden.relativeYield)
      expect(relativeYield(at)).toBeCloseTo(value, 10);
  });

  it('the stand at which keeping and replanting return the same', () => {
    for (const { value, ...of } of golden.breakEven) {
      const own = breakEvenStand(of);
      if (value === null) expect(own).toBeNull();
      else expect(own).toBeCloseTo(value, 6);
    }
    expect(golden.breakEven.filter(({ value }) => value !== null).length).toBeGreaterThan(12);
  });

  it('a local table, by monotone splines', () => {
    const table = {
      daysAfterBest: [0, 7, 14, 28, 40],
      plantsPerM2: [2, 3.5, 5, 6.5, 8],
      shares: [
        [0.45, 0.7, 0.86, 0.97, 1],
        [0.44, 0.69, 0.85, 0.96, 0.99],
        [0.41, 0.65, 0.8, 0.91, 0.94],
        [0.33, 0.52, 0.64, 0.73, 0.75],
        [0.2, 0.3, 0.4, 0.4, 0.4],
      ],
    };
    for (const { value, ...at } of golden.table)
      expect(tableYield(table, at)).toBeCloseTo(value, 9);
    // Its edges: thinner than its thinnest in proportion, and used in place of the house curves.
    expect(tableYield(table, { plantsPerM2: 1, daysAfterBest: 0 })).toBeCloseTo(0.225, 12);
    expect(
      relativeYield({
        crop: 'corn',
        plantsPerM2: 5,
        daysAfterBest: 14,
        longGapShare: 0.2,
        curves: table,
      }),
    ).toBeCloseTo(0.8 * 0.95, 12);
  });
});

describe('a local table from a file', () => {
  const lines = (text: string) => text.split('\n').map((line) => line.split(','));
  const problem = (text: string) => {
    const read = readYieldTable(lines(text), K_PER_AC);
    return read.ok ? '' : read.problem;
  };

  it('is read in the stands it is written in', () => {
    const read = readYieldTable(lines('days,20,30\n0,85,98\n15,78,90'), K_PER_AC);
    if (!read.ok) throw new Error(read.problem);
    expect(read.table.plantsPerM2[1]).toBeCloseTo(30 * K_PER_AC, 12);
    expect(tableYield(read.table, { plantsPerM2: 30 * K_PER_AC, daysAfterBest: 15 })).toBe(0.9);
  });

  it('says what is wrong with it', () => {
    expect(problem('days,20\n0,85')).toMatch(/two stands and two dates/);
    expect(problem('days,30,20\n0,85,98\n15,78,90')).toMatch(/rise along the first line/);
    expect(problem('days,20,30\n0,85,70\n15,78,90')).toMatch(/more plants must not bear less/);
    expect(problem('days,20,30\n0,85,98\n15,88,90')).toMatch(/later date must not bear more/);
    expect(problem('days,20,30\n0,85,980\n15,78,90')).toMatch(/share from 0 to 100/);
    expect(problem('days,20,30\n9,85,98\n3,78,90')).toMatch(/Dates must rise/);
  });

  it('a curve through rising points never turns', () => {
    const rising = fc
      .array(
        fc.tuple(
          fc.double({ min: 0.1, max: 5, noNaN: true }),
          fc.double({ min: 0, max: 3, noNaN: true }),
        ),
        { minLength: 2, maxLength: 8 },
      )
      .map((steps) => {
        let [x, y] = [0, 0];
        return steps.map(([dx, dy]) => [(x += dx), (y += dy)] as const);
      });
    fc.assert(
      fc.property(rising, fc.double({ min: -1, max: 40, noNaN: true }), (points, at) => {
        const curve = monotoneSpline(
          points.map(([x]) => x),
          points.map(([, y]) => y),
        );
        expect(curve(at + 0.05)).toBeGreaterThanOrEqual(curve(at) - 1e-9);
        for (const [x, y] of points) expect(curve(x)).toBeCloseTo(y, 9);
      }),
    );
  });
});

describe('strips of one’s own', () => {
  const strip = (thousands: number, power: number) => {
    const plantsPerM2 = thousands * K_PER_AC;
    const bears = relativeYield({ crop: 'corn', plantsPerM2, daysAfterBest: 0 });
    return { plantsPerM2, share: bears ** power };
  };
  const many = (power: number) => Array.from({ length: 60 }, (_, i) => strip(8 + (i % 20), power));

  it('bend the curve to themselves when there are many, and little when there is one', () => {
    expect(fitBend({ crop: 'corn' }, [])).toMatchObject({ strips: 0 });
    expect(fitBend({ crop: 'corn' }, []).power).toBeCloseTo(1, 6);
    expect(fitBend({ crop: 'corn' }, []).se).toBeCloseTo(0.25, 2);
    for (const power of [0.6, 1, 1.6])
      expect(fitBend({ crop: 'corn' }, many(power)).power).toBeCloseTo(power, 1);
    const one = fitBend({ crop: 'corn' }, [strip(20, 1.6)]);
    expect(one.power).toBeGreaterThan(1);
    expect(one.power).toBeLessThan(1.3);
    expect(fitBend({ crop: 'corn' }, many(1.6)).se).toBeLessThan(one.se);
  });

  it('that lose more push towards replanting, one way only', () => {
    const thin = { plantsPerM2: 12 * K_PER_AC, sePerM2: 0.5 * K_PER_AC };
    const chance = (power: number) =>
      advise({ stand: thin, bend: { power, se: 0.1 } }).probabilityReplantBetter;
    const rising = [0.6, 0.8, 1, 1.2, 1.5].map(chance);
    expect(rising).toEqual([...rising].sort((a, b) => a - b));
    expect(rising.at(-1)).toBeGreaterThan(rising[0]! + 0.3);
    const even = (power: number) =>
      advise({ stand: thin, bend: { power, se: 0.1 } }).breakEvenPlantsPerM2!;
    expect(even(1.5)).toBeGreaterThan(even(1));
  });

  it('are read from a file, and what is wrong with it is said', () => {
    const read = readStrips(
      [
        ['stand', 'yield'],
        ['18', '165'],
        ['32', '200'],
      ],
      K_PER_AC,
    );
    expect(read).toEqual({
      ok: true,
      strips: [
        { plantsPerM2: 18 * K_PER_AC, share: 0.825 },
        { plantsPerM2: 32 * K_PER_AC, share: 1 },
      ],
    });
    const problem = (lines: string[][]) => {
      const bad = readStrips(lines, K_PER_AC);
      return bad.ok ? '' : bad.problem;
    };
    expect(problem([['18', '165']])).toMatch(/two strips or more/);
    expect(
      problem([
        ['-3', '165'],
        ['32', '200'],
      ]),
    ).toMatch(/Strip 1: “-3” is no stand/);
    expect(
      problem([
        ['18', 'good'],
        ['32', '200'],
      ]),
    ).toMatch(/Strip 1: “good” is no yield/);
  });
});

describe('the advice', () => {
  it('keeps an even stand at two thirds against a late replant, and says how sure it is', () => {
    const { options, probabilityReplantBetter, breakEvenPlantsPerM2 } = advise();
    expect(options[0]!.option).toBe('keep');
    expect(probabilityReplantBetter).toBeLessThan(0.25);
    expect(breakEvenPlantsPerM2! / K_PER_AC).toBeLessThan(20);
    const sum = options.reduce((all, one) => all + one.probabilityBest, 0);
    expect(sum).toBeCloseTo(1, 9);
    for (const { interval, expectedPerM2 } of options) {
      expect(interval[0]).toBeLessThan(expectedPerM2);
      expect(interval[1]).toBeGreaterThan(expectedPerM2);
    }
  });

  it('replants a quarter of a stand early, and the worst zone where the rest is good', () => {
    expect(
      advise({ stand: { plantsPerM2: 8 * K_PER_AC, sePerM2: 0.5 * K_PER_AC } }).options[0]!.option,
    ).toBe('replantAll');
    const split = advise({
      zones: [
        { share: 0.7, plantsPerM2: 30 * K_PER_AC },
        { share: 0.3, plantsPerM2: 4 * K_PER_AC, longGapShare: 0.5 },
      ],
    });
    expect(split.worstZones).toEqual([1]);
    expect(split.options[0]!.option).toBe('replantWorst');
  });

  it('by hand, where nothing is uncertain: price × yield × curve less costs', () => {
    const sure = { ...corn, stand: { ...corn.stand, sePerM2: 0 }, yieldSpread: 0, priceSpread: 0 };
    const { fullYieldKgPerM2: full, pricePerKg: price, costs } = corn;
    const kept =
      full *
      price *
      relativeYield({ crop: 'corn', ...corn.stand, daysAfterBest: corn.daysAfterBest });
    const again =
      full * (price - costs.dryPerKg!) * relativeYield({ crop: 'corn', ...corn.replant }) -
      costs.seedPerM2 / 2 -
      costs.endPerM2 -
      costs.plantPerM2;
    const advice = advise(sure, 1, 4000);
    // The curves' own spread alone is left: about their middle.
    expect(expected(advice, 'keep') / kept).toBeCloseTo(1, 1);
    expect(expected(advice, 'replantAll') / again).toBeCloseTo(1, 1);
    expect(advice.costOfWaitingPerDay).toBeGreaterThan(0);
  });

  it('a recount of what is known already tells nothing, so the delay is all it costs', () => {
    const known = advise({ stand: { plantsPerM2: 8 * K_PER_AC, sePerM2: 0 } });
    expect(known.valueOfWaiting).toBeLessThan(0);
    expect(known.waitWorth).toBe(false);
    const even = known.breakEvenPlantsPerM2!;
    const open = advise({
      stand: { plantsPerM2: even - 2 * K_PER_AC, sePerM2: 4 * K_PER_AC },
      toCome: [0, 8 * K_PER_AC],
    });
    expect(open.waitWorth).toBe(true);
  });

  it('says what would turn it, the nearest first, and at that figure it turns', () => {
    const { flips, options } = advise();
    expect(flips.map(({ what }) => what)).toEqual(['stand', 'replantDate']);
    const { from, to } = flips.find(({ what }) => what === 'stand')!;
    expect(to).toBeLessThan(from);
    expect(options[0]!.option).toBe('keep');
    const sure = { yieldSpread: 0, priceSpread: 0 };
    const at = (plantsPerM2: number) => {
      const advice = advise(
        { ...sure, stand: { ...corn.stand, plantsPerM2, sePerM2: 0 } },
        2,
        3000,
      );
      return expected(advice, 'keep') - expected(advice, 'replantAll');
    };
    expect(at(to + 2 * K_PER_AC)).toBeGreaterThan(0);
    expect(at(to - 3 * K_PER_AC)).toBeLessThan(0);
  });

  it('one day past the last date costs little more than the day before: no date is so sharp', () => {
    const at = (seasonEndsDaysAfterBest: number) =>
      expected(advise({ seasonEndsDaysAfterBest }, 1, 2000), 'replantAll');
    const days = Array.from({ length: 15 }, (_, i) => at(corn.replant.daysAfterBest + 7 - i));
    const range = days[0]! - days.at(-1)!;
    for (let i = 1; i < days.length; i++) {
      expect(days[i]!).toBeLessThanOrEqual(days[i - 1]! + 1e-12);
      expect(days[i - 1]! - days[i]!).toBeLessThan(0.15 * range);
    }
  });

  it('a weak part without an area is no part to replant', () => {
    const zones = [
      { share: 0, plantsPerM2: 1 * K_PER_AC },
      { share: 1, plantsPerM2: 26 * K_PER_AC },
    ];
    const { worstZones, options } = advise({ zones });
    expect(worstZones).toEqual([]);
    expect(options.map(({ option }) => option)).not.toContain('replantWorst');
  });

  it('what a recount tells is worth nothing or more, whatever the case; and a later replant never returns more', () => {
    const cases = fc.record({
      stand: fc.double({ min: 0, max: 32, noNaN: true }),
      se: fc.double({ min: 0, max: 6, noNaN: true }),
      again: fc.double({ min: 6, max: 50, noNaN: true }),
      come: fc.double({ min: 0, max: 10, noNaN: true }),
    });
    fc.assert(
      fc.property(cases, ({ stand, se, again, come }) => {
        const { valueOfRecount, valueOfWaiting, byDate } = advise(
          {
            stand: { plantsPerM2: stand * K_PER_AC, sePerM2: se * K_PER_AC },
            replant: { ...corn.replant, daysAfterBest: again },
            toCome: [0, come * K_PER_AC],
          },
          6,
          200,
        );
        expect(valueOfRecount).toBeGreaterThanOrEqual(-1e-12);
        expect(valueOfWaiting).toBeLessThanOrEqual(valueOfRecount + 1e-12);
        byDate
          .slice(1)
          .forEach(({ replantPerM2 }, i) =>
            expect(replantPerM2).toBeLessThanOrEqual(byDate[i]!.replantPerM2),
          );
      }),
      { numRuns: 30 },
    );
  });

  it('a local table is asked through its line as it is by itself', () => {
    const curves = {
      daysAfterBest: [0, 15, 40],
      plantsPerM2: [2, 4, 6, 8],
      shares: [
        [0.4, 0.7, 0.9, 1],
        [0.35, 0.6, 0.8, 0.88],
        [0.2, 0.35, 0.5, 0.55],
      ],
    };
    const sure = { yieldSpread: 0, priceSpread: 0, curves };
    for (const plants of [0.7, 3.1, 5.2, 9]) {
      const advice = advise({ ...sure, stand: { plantsPerM2: plants, sePerM2: 0 } });
      const full = corn.fullYieldKgPerM2 * corn.pricePerKg;
      const share = relativeYield({
        crop: 'corn',
        plantsPerM2: plants,
        daysAfterBest: corn.daysAfterBest,
        curves,
      });
      // The spread of the curves lifts the mean of a poor stand a little: a share bent to a power is not symmetrical.
      expect(Math.abs(expected(advice, 'keep') / (full * share) - 1)).toBeLessThan(0.15);
    }
  });

  it('things that move the call are told the farthest first, and none that does not move it', () => {
    const { swings } = advise({ stand: { plantsPerM2: 12 * K_PER_AC, sePerM2: 2 * K_PER_AC } });
    const far = swings.map(({ low, high }) => Math.abs(high - low));
    expect(far).toEqual([...far].sort((a, b) => b - a));
    expect(swings.map(({ what }) => what)).not.toContain('toCome');
    const { low, high } = swings.find(({ what }) => what === 'stand')!;
    // More plants than counted: replanting falls back.
    expect(high).toBeLessThan(low);
  });

  it('moves one way only, and without jumps', () => {
    const step = fc.double({ min: 0.01, max: 1, noNaN: true });
    const cases = fc.record({
      stand: fc.double({ min: 5, max: 32, noNaN: true }),
      again: fc.double({ min: 8, max: 40, noNaN: true }),
      seed: fc.double({ min: 0, max: 200, noNaN: true }),
    });
    const of = ({ stand, again, seed }: { stand: number; again: number; seed: number }) =>
      advise(
        {
          stand: { ...corn.stand, plantsPerM2: stand * K_PER_AC },
          replant: { ...corn.replant, daysAfterBest: again },
          costs: { ...corn.costs, seedPerM2: perAc(seed) },
        },
        5,
        200,
      );
    fc.assert(
      fc.property(cases, step, (one, more) => {
        const now = of(one);
        const denser = of({ ...one, stand: one.stand + more });
        const dearer = of({ ...one, seed: one.seed + 20 * more });
        const later = of({ ...one, again: one.again + more });
        for (const other of [denser, dearer, later])
          expect(other.probabilityReplantBetter).toBeLessThanOrEqual(
            now.probabilityReplantBetter + 1e-9,
          );
        expect(expected(denser, 'keep')).toBeGreaterThanOrEqual(expected(now, 'keep') - 1e-12);
        expect(expected(dearer, 'replantAll')).toBeLessThan(expected(now, 'replantAll'));
        expect(expected(dearer, 'keep')).toBeCloseTo(expected(now, 'keep'), 12);
        const full = corn.fullYieldKgPerM2 * corn.pricePerKg;
        expect(expected(denser, 'keep') - expected(now, 'keep')).toBeLessThan(0.2 * full * more);
      }),
      { numRuns: 25 },
    );
  });

  it('is the same for the same seed, and steady over seeds', () => {
    expect(advise()).toEqual(advise());
    const shares = [1, 2, 3, 4].map((seed) => advise({}, seed, 3000).probabilityReplantBetter);
    expect(Math.max(...shares) - Math.min(...shares)).toBeLessThan(0.05);
  });

  it('beans are filled in, corn hardly; another crop stands beside', () => {
    const fillIn = { plantsPerM2: 12 * K_PER_AC, costPerM2: perAc(15) };
    const gain = (crop: Crop, stand: number, replant: number) => {
      const advice = advise({
        crop,
        stand: { plantsPerM2: stand * K_PER_AC, sePerM2: 0 },
        replant: { ...corn.replant, plantsPerM2: replant * K_PER_AC },
        fillIn: { ...fillIn, plantsPerM2: (replant / 3) * K_PER_AC },
      });
      return (expected(advice, 'fillIn') - expected(advice, 'keep')) / expected(advice, 'keep');
    };
    expect(gain('soybean', 50, 140)).toBeGreaterThan(gain('corn', 15, 32));
    const other = advise({
      changeCrop: {
        crop: 'soybean',
        daysAfterBest: 10,
        plantsPerM2: 30,
        fullYieldKgPerM2: 0.4,
        pricePerKg: 0.38,
        costPerM2: perAc(90),
      },
    });
    expect(other.options.map(({ option }) => option)).toContain('changeCrop');
  });

  it('refuses what cannot be, by its name', () => {
    expect(() => advise({ pricePerKg: -1 })).toThrow(/pricePerKg/);
    expect(() => advise({ replant: { ...corn.replant, daysAfterBest: 2 } })).toThrow(
      /replant.daysAfterBest/,
    );
    expect(() => advise({ zones: [{ share: 0.4, plantsPerM2: 4 }] })).toThrow(/add up to 1/);
    expect(() => advise({ toCome: [3, 1] })).toThrow(/toCome/);
    // A season that ends before it ripens: the seed is spent, and nothing comes.
    const late = advise({ seasonEndsDaysAfterBest: 25 });
    expect(expected(late, 'replantAll')).toBeLessThan(0);
  });
});
