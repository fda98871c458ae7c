import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factorInPlace, inverseOf, invert, solveInPlace } from './cholesky.ts';
import { combineP } from './index.ts';

describe('several p-values as one', () => {
  it('as Fisher’s method has it: one stays itself, two give the tail of chi-square with four degrees of freedom', () => {
    expect(combineP([0.03])).toBeCloseTo(0.03, 12);
    // −2 Σ ln p = 11.98…, pchisq(…, 4, lower = FALSE) in R.
    expect(combineP([0.05, 0.05])).toBeCloseTo(0.01747866136777, 12);
    expect(combineP([1, 1, 1])).toBe(1);
  });

  it('small ones keep their digits, and nothing is ever surer than nothing', () => {
    expect(combineP([1e-40, 1e-40])).toBeGreaterThan(0);
    expect(combineP([1e-40, 1e-40])).toBeLessThan(1e-75);
    expect(combineP([0])).toBeGreaterThan(0);
  });

  it('a smaller p-value only ever makes the whole smaller', () => {
    const share = fc.double({ min: 1e-6, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 6 }), share, (all, part) => {
        const less = [all[0]! * part, ...all.slice(1)];
        expect(combineP(less)).toBeLessThanOrEqual(combineP(all) + 1e-12);
      }),
    );
  });

  it('refuses what is no share, by its place', () => {
    expect(() => combineP([0.1, 1.2])).toThrow('p[1]');
    expect(() => combineP([])).toThrow('p');
  });
});

describe('a symmetric matrix', () => {
  const rows = [
    [4, 2, 0.4],
    [2, 5, 1],
    [0.4, 1, 3],
  ];
  const flat = () => Float64Array.from(rows.flat());

  it('is solved, and inverted, by its factor', () => {
    const factor = flat();
    expect(factorInPlace(factor, 3)).toBe(true);
    const right = Float64Array.from([1, 2, 3]);
    solveInPlace(factor, 3, right);
    rows.forEach((row, i) =>
      expect(row.reduce((sum, value, j) => sum + value * right[j]!, 0)).toBeCloseTo(i + 1, 12),
    );
    const inverse = inverseOf(factor, 3);
    rows.forEach((row, i) =>
      row.forEach((_, j) =>
        expect(row.reduce((sum, value, k) => sum + value * inverse[k * 3 + j]!, 0)).toBeCloseTo(
          i === j ? 1 : 0,
          12,
        ),
      ),
    );
  });

  it('is inverted whatever the sizes of its entries', () => {
    const inverse = invert([
      [1e12, 1],
      [1, 1e-10],
    ])!;
    expect(inverse[0]![0]! * 1e12 + inverse[0]![1]! * 1).toBeCloseTo(1, 9);
  });

  it('has none where columns depend on each other', () => {
    expect(
      invert([
        [1, 2],
        [2, 4],
      ]),
    ).toBeNull();
    expect(invert([[-1]])).toBeNull();
  });
});
