import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ACRE_M2, CROPS, FOOT_M, relativeYield, STAND_SCHOOLS } from '../index.ts';

const corn = (thousandsPerAc: number, daysAfterBest = 0) =>
  relativeYield({ crop: 'corn', plantsPerM2: (1000 * thousandsPerAc) / ACRE_M2, daysAfterBest });

describe('relativeYield', () => {
  it('follows the curves of the field guide, by hand', () => {
    expect(corn(22.5)).toBeCloseTo(0.915, 12);
    expect(corn(40)).toBe(1);
    expect(corn(2.5)).toBeCloseTo((1 - 0.00085 * 27.5 ** 2) / 2, 12);
    expect(corn(32.5, 20)).toBeCloseTo(1 - (5 + 8.8) / 100, 12);
    const bean = (school: 'compensating' | 'strict') =>
      relativeYield({ crop: 'soybean', plantsPerM2: 60000 / ACRE_M2, daysAfterBest: 0, school });
    expect(bean('compensating')).toBeCloseTo((1 - Math.exp(-2.34)) / (1 - Math.exp(-5.46)), 12);
    expect(bean('strict')).toBeCloseTo((1 - Math.exp(-1.2)) / (1 - Math.exp(-2.5)), 12);
    expect(
      relativeYield({ crop: 'wheat', plantsPerM2: 10 / FOOT_M ** 2, daysAfterBest: 10 }),
    ).toBeCloseTo((0.97 * (1 - Math.exp(-1.1))) / (1 - Math.exp(-3.3)), 12);
    expect(
      relativeYield({ crop: 'corn', plantsPerM2: 9, daysAfterBest: -5, longGapShare: 0.2 }),
    ).toBeCloseTo(0.95, 12);
  });

  it('never falls with more plants, never rises with lateness or gaps, and takes no jumps', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CROPS),
        fc.constantFrom(...STAND_SCHOOLS),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: -10, max: 90, noNaN: true }),
        fc.double({ min: 0, max: 0.99, noNaN: true }),
        (crop, school, plantsPerM2, daysAfterBest, longGapShare) => {
          const at = { crop, school, plantsPerM2, daysAfterBest, longGapShare };
          const now = relativeYield(at);
          const more = relativeYield({ ...at, plantsPerM2: plantsPerM2 + 0.01 });
          expect(now).toBeGreaterThanOrEqual(0);
          expect(now).toBeLessThanOrEqual(1);
          expect(more).toBeGreaterThanOrEqual(now - 1e-12);
          expect(more - now).toBeLessThan(0.01);
          expect(relativeYield({ ...at, daysAfterBest: daysAfterBest + 0.1 })).toBeLessThanOrEqual(
            now + 1e-12,
          );
          expect(relativeYield({ ...at, longGapShare: longGapShare + 0.01 })).toBeLessThanOrEqual(
            now + 1e-12,
          );
        },
      ),
    );
  });

  it('bears nothing without a plant, and refuses a stand below zero by its name', () => {
    for (const crop of CROPS)
      expect(relativeYield({ crop, plantsPerM2: 0, daysAfterBest: 0 })).toBe(0);
    expect(() => relativeYield({ crop: 'corn', plantsPerM2: -1, daysAfterBest: 0 })).toThrow(
      /plantsPerM2/,
    );
  });
});
