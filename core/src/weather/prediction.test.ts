import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addDays, daysBetween } from '../season/index.ts';
import { seededRandom } from '../stats/index.ts';
import {
  heatAhead,
  heatNeeded,
  learnHeat,
  makeSprings,
  predictEmergence,
  scorePredictions,
  whenUp,
  heatSoFar,
  type ExpectedHeat,
  type HeatDay,
  type SeenUp,
  type WeatherDay,
} from './index.ts';

const PLANTED = '2027-05-01';
const INCH_M = 0.0254;
const heatOf = (perDay: readonly number[]): HeatDay[] =>
  perDay.map((heat, i) => ({ on: addDays(PLANTED, i), heat, from: 'soil', rainM: 0 }));
const springs = makeSprings(seededRandom(4), 400);
const needs = (mean: number) => ({ mean, sd: 0.07 * mean, seedSd: 0.09 * mean });
const predict = (
  perDay: readonly number[],
  {
    needed = 60,
    ahead = [] as ExpectedHeat[],
    leaves = null as null | { each: number; upTo: number },
  } = {},
) =>
  predictEmergence(heatOf(perDay), {
    needs: needs(needed),
    ahead,
    usualPerDay: 5,
    plantedOn: PLANTED,
    leaves,
    springs,
  })!;
const width = ({ band: [from, to] }: { band: [string, string] }) => daysBetween(from, to);
const day = (on: string, meanC: number, soilC = meanC): WeatherDay => ({
  on,
  minC: meanC - 5,
  maxC: meanC + 5,
  rainM: 0,
  soilMinC: soilC - 2,
  soilMaxC: soilC + 2,
  soilMoisture: null,
  hours: null,
});

describe('when a planting comes up', () => {
  it('is nearer, and surer, the more heat was measured', () => {
    const [begun, nearly] = [predict([2, 5, 5]), predict([2, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5])];
    expect(width(nearly)).toBeLessThan(width(begun));
    expect(begun.first <= begun.half && begun.half <= begun.nineInTen).toBe(true);
    expect(begun.band[0] <= begun.half && begun.half <= begun.band[1]).toBe(true);
    expect(nearly.measuredTo).toBe('2027-05-11');
  });
  it('is never earlier for deeper seed, colder days or a colder forecast', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 12 }),
        fc.integer({ min: 0, max: 3 }),
        fc.integer({ min: 0, max: 20 }),
        (days, colder, more) => {
          const plain = predict(days);
          expect(predict(days, { needed: 60 + more }).halfDays).toBeGreaterThanOrEqual(
            plain.halfDays,
          );
          expect(
            predict(days.map((heat) => Math.max(0, heat - colder))).halfDays,
          ).toBeGreaterThanOrEqual(plain.halfDays);
          const ahead = (heat: number) =>
            [0, 1, 2, 3].map((i) => ({ on: addDays(PLANTED, days.length + i), heat, sd: 1 }));
          expect(predict(days, { ahead: ahead(4) }).halfDays).toBeGreaterThanOrEqual(
            predict(days, { ahead: ahead(4 + colder) }).halfDays,
          );
        },
      ),
      { numRuns: 60 },
    );
  });
  it('goes by the forecast, and is surer with one', () => {
    const known = [2, 5, 5, 5, 5];
    const ahead = Array.from({ length: 7 }, (_, i) => ({
      on: addDays(PLANTED, 5 + i),
      heat: 9,
      sd: 1,
    }));
    expect(predict(known, { ahead }).half < predict(known).half).toBe(true);
    expect(width(predict(known, { ahead }))).toBeLessThan(width(predict(known)));
    expect(predict(known, { ahead }).forecastTo).toBe('2027-05-12');
  });
  it('tells the leaves that follow, each after the one before', () => {
    const { stages, half } = predict([2, 5, 5, 5], { leaves: { each: 45, upTo: 6 } });
    expect(stages.map(({ leaves }) => leaves)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(stages[0]!.on > half).toBe(true);
    for (const [i, { on, band }] of stages.entries()) {
      expect(band[0] <= on && on <= band[1]).toBe(true);
      if (i > 0) expect(on >= stages[i - 1]!.on).toBe(true);
    }
    // Days like the last ones, a little warmer each: nine days of 5 °C·day to a leaf, then fewer.
    expect(daysBetween(half, stages[0]!.on)).toBeGreaterThanOrEqual(6);
    expect(daysBetween(half, stages[0]!.on)).toBeLessThanOrEqual(9);
  });
  it('is a whole day when all of it was measured', () => {
    const measured = predict(
      Array.from({ length: 30 }, () => 6),
      { leaves: { each: 45, upTo: 1 } },
    );
    // 60 ÷ 6: the tenth day, and the plants' own spread about it.
    expect(measured.half).toBe('2027-05-11');
    expect(measured.stages[0]!.on).toBe('2027-05-18');
    expect(width(measured)).toBeLessThanOrEqual(2);
  });
  it('is not said over a day that was not measured', () =>
    expect(
      predictEmergence([{ on: PLANTED, heat: null, from: null, rainM: null }], {
        needs: needs(60),
        usualPerDay: 5,
        plantedOn: PLANTED,
      }),
    ).toBeNull());
  it('is said of a field to be planted when a forecast reaches its day, and not before', () => {
    const sown = { crop: 'corn' as const, plantedOn: PLANTED, depthTargetM: 2 * INCH_M };
    const forecast = [0, 1, 2].map((i) => ({
      on: addDays(PLANTED, i),
      minC: 12,
      maxC: 22,
      rainM: 0,
    }));
    expect(whenUp(sown, [], { days: [], forecast })!.half > PLANTED).toBe(true);
    expect(whenUp(sown, [], { days: [], forecast: forecast.slice(1) })).toBeNull();
  });
});

describe('heat that a planting needs', () => {
  const wheat = (meanM: number, seeds = 40) =>
    heatNeeded('wheat', { depthTargetM: 1.25 * INCH_M, dug: { seeds, meanM, sdM: 0.009 } });
  it('is that of the depth its trench check found', () => {
    // 80 + 50 per inch, °F-units.
    expect(wheat(2 * INCH_M).mean).toBeCloseTo((180 * 5) / 9, 9);
    expect(heatNeeded('wheat', { depthTargetM: INCH_M }).mean).toBeCloseTo((130 * 5) / 9, 9);
  });
  it('is surer the more seeds were dug, and surer than from the target', () => {
    expect(wheat(0.03, 60).sd).toBeLessThan(wheat(0.03, 6).sd);
    expect(wheat(0.0318, 60).sd).toBeLessThan(heatNeeded('wheat', { depthTargetM: 0.0318 }).sd);
  });
  it('spreads over more seeds where depths do, and follows what was learned', () => {
    const even = heatNeeded('wheat', {
      depthTargetM: 0.03,
      dug: { seeds: 20, meanM: 0.03, sdM: 0 },
    });
    expect(wheat(0.03).seedSd).toBeGreaterThan(even.seedSd);
    const local = { factor: 1.1, from: 3, ofField: 0 };
    expect(heatNeeded('corn', { depthTargetM: 0.05, local }).mean).toBeCloseTo(
      1.1 * heatNeeded('corn', { depthTargetM: 0.05 }).mean,
      9,
    );
  });
});

describe('what a forecast of air says of the soil', () => {
  const days = Array.from({ length: 10 }, (_, i) => day(addDays(PLANTED, i), 14, 16));
  const heat = heatSoFar({ crop: 'corn', plantedOn: PLANTED }, days, '2027-05-10');
  const forecast = Array.from({ length: 9 }, (_, i) => ({
    on: addDays(PLANTED, 8 + i),
    minC: 12,
    maxC: 20,
    rainM: null,
  }));
  it('is moved by how much the soil was above the air, from the first day that is not measured', () => {
    const ahead = heatAhead('corn', heat, days, forecast);
    expect(ahead[0]!.on).toBe('2027-05-11');
    // Air 9…19 °C gives 4.5 (its night counts as 10), soil 14…18 gives 6; the forecast's 12…20 gives 6.
    expect(ahead[0]!.heat).toBeCloseTo(6 + 1.5, 9);
    expect(ahead.at(-1)!.sd).toBeGreaterThan(ahead[0]!.sd);
  });
  it('is the air’s own where only air was measured', () => {
    const air = days.map((one) => ({ ...one, soilMinC: null, soilMaxC: null }));
    const had = heatSoFar({ crop: 'corn', plantedOn: PLANTED }, air, '2027-05-10');
    expect(heatAhead('corn', had, air, forecast)[0]!.heat).toBeCloseTo(6, 9);
  });
});

describe('the local correction', () => {
  const corn = (n: number, ratio = 1.15) =>
    Array.from({ length: n }, (_, i) => ({ crop: 'corn' as const, field: `f${i}`, ratio }));
  it('is none without an observation, and nearer to them the more there are', () => {
    expect(learnHeat([])('corn', 'a')).toEqual({ factor: 1, from: 0, ofField: 0 });
    const elsewhere = (n: number) => learnHeat(corn(n))('corn', 'another').factor;
    expect(elsewhere(1)).toBeGreaterThan(1.03);
    for (let n = 2; n < 12; n++) expect(elsewhere(n)).toBeGreaterThan(elsewhere(n - 1));
    expect(elsewhere(30)).toBeLessThan(1.15);
  });
  it('is the posterior mean of crop and field, each normal about none', () => {
    // One planting: its log splits as 0.1² : 0.06² : 0.08² over crop, field and itself.
    const parts = 0.1 ** 2 + 0.06 ** 2 + 0.08 ** 2;
    const of = learnHeat(corn(1));
    expect(Math.log(of('corn', 'f0').factor)).toBeCloseTo(
      (Math.log(1.15) * (0.1 ** 2 + 0.06 ** 2)) / parts,
      6,
    );
    expect(Math.log(of('corn', 'g').factor)).toBeCloseTo((Math.log(1.15) * 0.1 ** 2) / parts, 6);
    // A cold field is cold for every crop.
    expect(of('soybean', 'f0').factor).toBeGreaterThan(1.01);
    expect(of('soybean', 'g').factor).toBe(1);
  });
  it('tells a cold field from a crop that needs more', () => {
    const of = learnHeat([
      ...corn(6, 1),
      { crop: 'corn', field: 'bottom', ratio: 1.2 },
      { crop: 'soybean', field: 'bottom', ratio: 1.2 },
    ]);
    expect(of('corn', 'bottom').factor).toBeGreaterThan(1.06);
    expect(of('corn', 'another').factor).toBeLessThan(1.03);
    expect(of('corn', 'bottom')).toMatchObject({ from: 7, ofField: 2 });
  });
  it('is not carried away by one field', () =>
    expect(learnHeat([{ crop: 'corn', field: 'a', ratio: 4 }])('corn', 'a').factor).toBeLessThan(
      1.6,
    ));

  /** Plantings of one warm station after each other: each comes up at 1.2 times the default heat. */
  const seen = (n: number): SeenUp[] =>
    Array.from({ length: n }, (_, i) => {
      const plantedOn = addDays(PLANTED, 40 * i);
      const days = Array.from({ length: 40 }, (_unused, d) => day(addDays(plantedOn, d), 16, 16));
      // 6 °C·day a day, 3 on the first: 63.9 × 1.2.
      const halfH = 12 + (24 * (63.8889 * 1.2 - 3)) / 6;
      return {
        id: `p${i}`,
        field: `f${i}`,
        sown: { crop: 'corn', plantedOn, depthTargetM: 2 * INCH_M },
        days,
        dug: null,
        halfH,
      };
    });
  it('makes each prediction better than the one before', () => {
    const scores = scorePredictions(seen(5));
    expect(scores.map(({ local }) => local.from)).toEqual([0, 1, 2, 3, 4]);
    const off = scores.map(({ seenDays, corrected }) => Math.abs(seenDays - corrected));
    for (let i = 1; i < off.length; i++) expect(off[i]).toBeLessThan(off[i - 1]!);
    for (const { ratio, seenDays, byDefault } of scores) {
      expect(ratio).toBeCloseTo(1.2, 3);
      expect(seenDays - byDefault).toBeGreaterThan(1);
    }
  });
  it('never learns from what was seen after the prediction, nor from another crop', () => {
    const [first, second] = seen(2);
    const together = {
      ...second!,
      sown: { ...second!.sown, plantedOn: PLANTED },
      days: first!.days,
    };
    expect(scorePredictions([first!, together]).map(({ local }) => local.from)).toEqual([0, 0]);
    const soybean = { ...second!, sown: { ...second!.sown, crop: 'soybean' as const } };
    expect(scorePredictions([first!, soybean]).map(({ local }) => local.from)).toEqual([0, 0]);
  });
  it('says nothing where three days were not measured', () => {
    const [one] = seen(1);
    expect(
      scorePredictions([{ ...one!, days: one!.days.filter((_, i) => ![6, 7, 8].includes(i)) }]),
    ).toEqual([]);
  });
});

describe('soil of the field against that of the station', () => {
  const days = Array.from({ length: 8 }, (_, i) => day(addDays(PLANTED, i), 15));
  const air = days.map((one) => ({ ...one, soilMinC: null, soilMaxC: null }));
  const up = (tillage: 'tilled' | 'strip' | 'noTill' | null, measured = days) => {
    const sown = { crop: 'corn' as const, plantedOn: PLANTED, depthTargetM: 2 * INCH_M, tillage };
    return whenUp(sown, heatSoFar(sown, measured, addDays(PLANTED, 8)), { days: measured })!;
  };

  it('the more residue is left, the later plants come, and the less sure the day is', () => {
    const [tilled, strip, noTill] = [up('tilled'), up('strip'), up('noTill')];
    expect(strip.halfDays).toBeGreaterThan(tilled.halfDays);
    expect(noTill.halfDays).toBeGreaterThan(strip.halfDays + 1);
    expect(width(noTill)).toBeGreaterThan(width(tilled));
  });

  it('nobody said how it was tilled: as tilled', () => expect(up(null)).toEqual(up('tilled')));

  it('from air alone the day is less sure than from soil', () =>
    expect(width(up('tilled', air))).toBeGreaterThan(width(up('tilled'))));
});
