import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './spacing.golden.json' with { type: 'json' };
import {
  analyseSpacing,
  costOfSpacing,
  machineSpread,
  perfectMeterSd,
  RANDOM_FEED,
  slotsSpanned,
} from './index.ts';
import { sampleSd, sdInterval, seededRandom } from '../stats/index.ts';

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
          if (found.slots === 0) return;
          const other = found.multiplesIndex! + found.missIndex!;
          expect(found.qualityOfFeedIndex).toBeCloseTo(Math.max(0, 1 - other), 9);
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

describe('what a tape shows blank', () => {
  const X = { referenceM: 0.2 };
  it('counts at its ends as far as it was read, and only then', () => {
    const positionsM = [0.5, 0.7, 0.9];
    expect(analyseSpacing([{ positionsM }], X)).toMatchObject({ emptySlots: 0, slots: 2 });
    // 0.5 before the first plant: two empty places; 1.1 behind the last: five.
    expect(analyseSpacing([{ positionsM, lengthM: 2 }], X)).toMatchObject({
      emptySlots: 7,
      slots: 9,
      missIndex: 7 / 9,
    });
  });
  it('a tape without a plant is empty all along; one plant leaves both ends', () => {
    expect(analyseSpacing([{ positionsM: [], lengthM: 2 }], X)).toMatchObject({
      emptySlots: 10,
      slots: 10,
      missIndex: 1,
      qualityOfFeedIndex: 0,
    });
    expect(analyseSpacing([{ positionsM: [1], lengthM: 2 }], X)).toMatchObject({ emptySlots: 8 });
  });
  it('finds the share that is empty, blank tapes or not', () => {
    const random = seededRandom(5);
    const runs = Array.from({ length: 400 }, () => {
      const dead = random.uniform() < 0.08;
      const positionsM = Array.from({ length: 26 }, (_, slot) => (slot + 0.5) * 0.2).filter(
        () => !dead && random.uniform() < 0.95,
      );
      return { positionsM, lengthM: 5.2 };
    });
    const found = analyseSpacing(runs, X);
    const truth = 1 - runs.reduce((sum, run) => sum + run.positionsM.length, 0) / (400 * 26);
    expect(Math.abs(found.missIndex! - truth)).toBeLessThan(0.01);
  });
  it('a plant beyond the tape is refused by name', () =>
    expect(() => analyseSpacing([{ positionsM: [1, 3], lengthM: 2 }], X)).toThrow(
      /runs\[0\]\.positionsM must lie on the tape/,
    ));
});

it('the interval of an SD holds it on tapes with skips, and narrows with tape', () => {
  const random = seededRandom(31);
  const tape = (slots: number) =>
    pairs(
      Array.from({ length: slots }, (_, slot) => slot * 0.166 + 0.02 * random.normal()).filter(
        () => random.uniform() < 0.93,
      ),
    );
  const pairs = (at: number[]) => at.slice(1).map((one, i) => Math.max(0, one - at[i]!));
  const truth = sampleSd(tape(200_000))!;
  const intervals = Array.from({ length: 400 }, () => sdInterval(tape(120))!);
  const held = intervals.filter(({ lower, upper }) => lower <= truth && truth <= upper).length;
  expect(held / 400).toBeGreaterThan(0.9);
  expect(held / 400).toBeLessThan(0.98);
  const long = sdInterval(tape(2000))!;
  const short = sdInterval(tape(60))!;
  expect(long.upper - long.lower).toBeLessThan((short.upper - short.lower) / 3);
  expect(sdInterval([0.1, 0.2, 0.3, 0.2])).toBeNull();
  expect(sdInterval([0.1, 0.1, 0.1, 0.1, 0.1])).toBeNull();
});

it('a meter that skips is not excused by the stand that its skips leave', () => {
  const random = seededRandom(9);
  const slots = Array.from({ length: 50_000 }, (_, slot) => slot * 0.166);
  const spread = (skips: number) => {
    const positionsM = slots.filter(() => random.uniform() < 0.95 * (1 - skips));
    const { sdM } = analyseSpacing([{ positionsM }], { referenceM: 0.166 });
    return machineSpread({ sdM: sdM!, referenceM: 0.166, liveShare: 0.95 });
  };
  expect(spread(0).machineSdM).toBeLessThan(0.01);
  const bad = spread(0.2);
  expect(bad.machineSdM).toBeGreaterThan(1.5 * bad.perfectSdM);
});

describe('RANDOM_FEED', () => {
  it('is what the accounting gives for seeds that fall by chance', () => {
    const random = seededRandom(77);
    const positionsM = [0];
    for (let i = 0; i < 60_000; i++)
      positionsM.push(positionsM.at(-1)! - 0.1 * Math.log(1 - random.uniform()));
    const { qualityOfFeedIndex } = analyseSpacing([{ positionsM }], { referenceM: 0.1 });
    expect(qualityOfFeedIndex!).toBeCloseTo(RANDOM_FEED, 2);
    expect(RANDOM_FEED).toBeGreaterThan(0.2);
  });
});
