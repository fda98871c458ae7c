import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './reml.golden.json' with { type: 'json' };
import { holm, remlOneWay } from './index.ts';

describe('remlOneWay against lme4', () => {
  it.each(golden)('$name', ({ groups, mean, within, between, blups }) => {
    const fit = remlOneWay(groups);
    expect(Math.abs(fit.mean / mean - 1)).toBeLessThan(1e-6);
    expect(Math.abs(fit.withinSd! / within - 1)).toBeLessThan(1e-6);
    expect(Math.abs(fit.betweenSd! - between)).toBeLessThan(1e-6 * Math.max(between, within));
    fit.blups.forEach((blup, g) => expect(Math.abs(blup / blups[g]! - 1)).toBeLessThan(1e-6));
  });
});

describe('remlOneWay by hand', () => {
  it('balanced: the variance components of the ANOVA table', () => {
    // Means 2 and 5, mean squares: within 1, between 3 × 4.5 = 13.5, so between-variance (13.5 − 1) / 3.
    const fit = remlOneWay([
      [1, 2, 3],
      [4, 5, 6],
    ]);
    expect(fit.withinSd).toBeCloseTo(1, 9);
    expect(fit.betweenSd).toBeCloseTo(Math.sqrt(12.5 / 3), 9);
    expect(fit.mean).toBeCloseTo(3.5, 12);
  });
  it('no spread within: each group is known exactly', () =>
    expect(
      remlOneWay([
        [2, 2],
        [4, 4],
      ]),
    ).toEqual({ mean: 3, withinSd: 0, betweenSd: Math.SQRT2, blups: [2, 4] }));
  it('all values alike: no spread of either kind', () =>
    expect(
      remlOneWay([
        [2, 2],
        [2, 2, 2],
      ]),
    ).toEqual({ mean: 2, withinSd: 0, betweenSd: 0, blups: [2, 2] }));
  it('says null where nothing can tell the two spreads apart', () => {
    expect(remlOneWay([[1, 3]])).toMatchObject({ withinSd: Math.SQRT2, betweenSd: null });
    expect(remlOneWay([[1], [2]])).toMatchObject({ withinSd: null, betweenSd: null });
  });
  it('draws groups toward the mean, never past it, whatever the data', () => {
    const value = fc.double({ min: 0, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.array(value, { minLength: 1, maxLength: 6 }), { minLength: 2, maxLength: 9 }),
        (groups) => {
          const fit = remlOneWay(groups);
          fit.blups.forEach((blup, g) => {
            const own = groups[g]!.reduce((sum, one) => sum + one, 0) / groups[g]!.length;
            const [low, high] = own < fit.mean ? [own, fit.mean] : [fit.mean, own];
            expect(blup).toBeGreaterThanOrEqual(low - 1e-9);
            expect(blup).toBeLessThanOrEqual(high + 1e-9);
          });
        },
      ),
    );
  });
  it('names what is wrong', () => {
    expect(() => remlOneWay([])).toThrow(/groups must have at least one/);
    expect(() => remlOneWay([[1], []])).toThrow(/groups\[1\]/);
    expect(() => remlOneWay([[1, Number.NaN]])).toThrow(/groups\[0\]\[1\] must be a finite/);
  });
});

it('holm keeps the order given and never falls as p rises', () =>
  expect(holm([0.01, 0.04, 0.03, 0.8])).toEqual([0.04, 0.09, 0.09, 0.8]));
