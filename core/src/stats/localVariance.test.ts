import { describe, expect, it } from 'vitest';
import golden from './localVariance.golden.json' with { type: 'json' };
import { localVariance, mean, sampleSd, seededRandom, type PlacedValue } from './index.ts';

const cases = golden as unknown as {
  name: string;
  stops: PlacedValue[];
  variance: number;
  df: number;
}[];

describe('how stops of a spread sample differ', () => {
  it.each(cases)('$name: as R has it', ({ stops, variance, df }) => {
    const found = localVariance(stops)!;
    expect(found.variance / variance).toBeCloseTo(1, 10);
    expect(found.df / df).toBeCloseTo(1, 10);
  });

  it('is the variance of chance where nothing changes over the field, and not more where something does', () => {
    const random = seededRandom(4);
    const runs = Array.from({ length: 400 }, () => {
      const stops = Array.from({ length: 12 }, () => ({
        at: [400 * random.uniform(), 400 * random.uniform()] as const,
        value: 0.5 * random.normal(),
      }));
      const sloping = stops.map(({ at, value }) => ({ at, value: value + at[0] / 100 }));
      return {
        flat: localVariance(stops)!.variance,
        sloping: localVariance(sloping)!.variance,
        plain: sampleSd(sloping.map(({ value }) => value))! ** 2,
      };
    });
    const of = (name: 'flat' | 'sloping' | 'plain') => mean(runs.map((run) => run[name]))!;
    expect(of('flat')).toBeCloseTo(0.25, 1);
    expect(of('sloping')).toBeLessThan(0.55 * of('plain'));
  });

  it('is not known from one stop, or from one in each zone', () => {
    expect(localVariance([{ value: 7, at: [0, 0] }])).toBeNull();
    expect(
      localVariance([
        { value: 7, at: [0, 0], zone: 'a' },
        { value: 8, at: [9, 0], zone: 'b' },
      ]),
    ).toBeNull();
  });
});
