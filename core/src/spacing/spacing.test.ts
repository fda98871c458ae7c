import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './spacing.golden.json' with { type: 'json' };
import { analyseSpacing, costOfSpacing, perfectMeterSd, slotsSpanned } from './index.ts';
import { seededRandom } from '../stats/index.ts';

describe('analyseSpacing', () => {
  it.each(golden)(
    'agrees with R on a run of $intervals intervals',
    ({ positionsM, referenceM, ...expected }) => {
      const found = analyseSpacing([{ positionsM }], { referenceM });
      for (const [name, value] of Object.entries(expected)) {
        expect(found[name as keyof typeof found], name).toBeCloseTo(value, 9);
      }
    },
  );

  it('counts by hand: a double, a single, a one-slot and a two-slot miss', () => {
    const found = analyseSpacing([{ positionsM: [0, 0.05, 0.25, 0.65, 1.25] }], {
      referenceM: 0.2,
    });
    expect(found).toMatchObject({
      intervals: 4,
      multiples: 1,
      singles: 1,
      misses: 2,
      emptySlots: 3,
      slots: 6,
      precision: null,
    });
    expect(found.multiplesIndex).toBeCloseTo(1 / 6, 12);
    expect(found.missIndex).toBeCloseTo(1 / 2, 12);
    expect(found.qualityOfFeedIndex).toBeCloseTo(1 / 3, 12);
  });

  it('never takes an interval across two runs', () => {
    const apart = analyseSpacing([{ positionsM: [0, 0.2] }, { positionsM: [5, 5.2] }], {
      referenceM: 0.2,
    });
    expect(apart).toMatchObject({ intervals: 2, singles: 2, misses: 0 });
  });

  it('gives null, never NaN, where there is nothing to divide by', () => {
    expect(analyseSpacing([{ positionsM: [1] }], { referenceM: 0.2 })).toMatchObject({
      intervals: 0,
      meanM: null,
      sdM: null,
      qualityOfFeedIndex: null,
    });
    expect(analyseSpacing([{ positionsM: [1, 1] }], { referenceM: 0.2 })).toMatchObject({
      multiples: 1,
      cv: null,
      missIndex: null,
    });
  });

  it('refuses what cannot be a tape', () => {
    expect(() => analyseSpacing([], { referenceM: 0.2 })).toThrow(
      /runs must have at least one entry/,
    );
    expect(() => analyseSpacing([{ positionsM: [0, 0.4, 0.3] }], { referenceM: 0.2 })).toThrow(
      /runs\[0\].positionsM\[2\] .* 0.4, got 0.3/,
    );
    expect(() => analyseSpacing([{ positionsM: [0, Number.NaN] }], { referenceM: 0.2 })).toThrow(
      RangeError,
    );
    expect(() => analyseSpacing([{ positionsM: [0, 1] }], { referenceM: -1 })).toThrow(
      /referenceM/,
    );
  });

  it('shares always add to one and slots to the length walked', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 2, noNaN: true }), { minLength: 2, maxLength: 60 }),
        (gaps) => {
          let at = 0;
          const found = analyseSpacing([{ positionsM: gaps.map((gap) => (at += gap)) }], {
            referenceM: 0.2,
          });
          expect(found.multiples + found.singles + found.misses).toBe(gaps.length - 1);
          if (found.slots > 0)
            expect(
              found.multiplesIndex! + found.missIndex! + found.qualityOfFeedIndex!,
            ).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});

it('an interval on a class boundary belongs to the lower class', () => {
  expect(slotsSpanned(0.1, 0.2)).toBe(0);
  expect(slotsSpanned(0.3, 0.2)).toBe(1);
  expect(slotsSpanned(0.1 + 0.2, 0.2)).toBe(1);
  expect(slotsSpanned(0.5, 0.2)).toBe(2);
  expect(slotsSpanned(0, 0.2)).toBe(0);
});

it('the perfect meter with 95 % live seed shows the SD that a simulation of it shows', () => {
  const random = seededRandom(3);
  const positionsM: number[] = [];
  for (let slot = 0; slot < 200_000; slot++)
    if (random.uniform() < 0.95) positionsM.push(slot * 0.166);
  const { sdM } = analyseSpacing([{ positionsM }], { referenceM: 0.166 });
  expect(perfectMeterSd({ referenceM: 0.166, emergedShare: 0.95 }) / sdM!).toBeCloseTo(1, 1);
  expect(perfectMeterSd({ referenceM: 0.166, emergedShare: 1 })).toBe(0);
});

it('the two schools of spacing cost part between 2 and 4 inches', () => {
  expect(costOfSpacing(2 * 0.0254)).toMatchObject({ everyInchKgPerM2: 0, schoolsPart: false });
  expect(costOfSpacing(3 * 0.0254).schoolsPart).toBe(true);
  expect(costOfSpacing(3 * 0.0254).everyInchKgPerM2 * 10000).toBeCloseTo(157, 0);
  expect(costOfSpacing(5 * 0.0254).pastFourInches).toBe(true);
});
