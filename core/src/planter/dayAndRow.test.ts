import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { driftOfDay, neighboursAlike } from './index.ts';

/** Places of a day, half an hour apart, each with every row. */
const day = (
  perHour: number,
  {
    seed,
    name = 'a',
    level = 0,
    places = 8,
  }: { seed: number; name?: string; level?: number; places?: number },
) => {
  const random = seededRandom(seed);
  return Array.from({ length: places }, (_, s) => {
    const place = 0.1 * random.normal();
    return Array.from({ length: 12 }, (_, r) => ({
      row: r + 1,
      day: name,
      stop: `${name}${s}`,
      value: level + 0.3 * r + place + perHour * (s / 2) + 0.2 * random.normal(),
      clockH: 9 + s / 2,
    }));
  }).flat();
};

describe('drift through the day', () => {
  it('is told with its size, whatever each row and each day is by itself', () => {
    const told = driftOfDay([
      ...day(-0.5, { seed: 1 }),
      ...day(-0.5, { seed: 2, name: 'b', level: 5 }),
    ])!;
    expect(told.perHour).toBeCloseTo(-0.5, 1);
    expect(told.hours).toBeCloseTo(3.5, 9);
    expect(told.change).toBeCloseTo(told.perHour * told.hours, 9);
    expect(told.p).toBeLessThan(0.001);
    expect(told.interval[0]).toBeLessThan(-1.75);
    expect(told.interval[1]).toBeGreaterThan(-1.75);
  });

  it('by chance in one of twenty, with places as the units: rows of a place tell nothing twice', () => {
    const told = Array.from({ length: 400 }, (_, i) => driftOfDay(day(0, { seed: 100 + i }))!);
    const share = told.filter(({ p }) => p < 0.05).length / told.length;
    expect(share).toBeGreaterThan(0.02);
    expect(share).toBeLessThan(0.09);
    const covers = told.filter(({ interval: [low, high] }) => low <= 0 && high >= 0).length;
    expect(covers / told.length).toBeGreaterThan(0.91);
  });

  it('is R’s line through the places', () => {
    // lm(c(0.1, 0, -0.1, -0.4) ~ c(9, 10, 11, 12)): slope −0.16, SE 0.03464, p 0.0438171.
    const told = driftOfDay(
      [0.1, 0, -0.1, -0.4].map((value, i) => ({
        row: 1,
        day: 'a',
        stop: String(i),
        value,
        clockH: 9 + i,
      })),
    )!;
    expect(told.perHour).toBeCloseTo(-0.16, 12);
    expect(told.p).toBeCloseTo(0.043_817_11, 7);
  });

  it('says nothing of an hour, of three places, or of figures that are none', () => {
    expect(driftOfDay(day(1, { seed: 3, places: 3 }))).toBeNull();
    const hour = day(1, { seed: 3 }).map((one) => ({ ...one, clockH: 9 + one.clockH / 100 }));
    expect(driftOfDay(hour)).toBeNull();
    expect(() => driftOfDay([{ ...hour[0]!, value: Number.NaN }])).toThrow(/value/);
  });
});

describe('rows beside each other', () => {
  const rows = (values: readonly number[]) => values.map((value, i) => ({ row: i + 1, value }));

  it('are told to be alike where they share something', () => {
    const told = neighboursAlike(rows([1, 1.1, 1.2, 1, 3, 3.1, 2.9, 3, 1, 0.9, 1.1, 1]))!;
    expect(told.p).toBeLessThan(0.02);
    expect(told.r).toBeGreaterThan(0.4);
  });

  it('and not where each is as it is, but in one of twenty', () => {
    const random = seededRandom(5);
    const hits = Array.from({ length: 300 }, () =>
      neighboursAlike(rows(Array.from({ length: 12 }, () => random.normal()))),
    ).filter((told) => told!.p <= 0.05).length;
    expect(hits / 300).toBeLessThan(0.09);
    expect(neighboursAlike(rows([1, 2, 1, 2, 1, 2, 1, 2]))!.p).toBeGreaterThan(0.5);
  });

  it('say nothing of a few rows, or of rows all the same', () => {
    expect(neighboursAlike(rows([1, 2, 3, 4, 5]))).toBeNull();
    expect(neighboursAlike(rows([1, 1, 1, 1, 1, 1, 1]))).toBeNull();
    expect(() => neighboursAlike([{ row: 0, value: 1 }])).toThrow(/row/);
  });
});
