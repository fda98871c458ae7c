import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  expectedStand,
  hoopArea,
  populationAtSpacing,
  rowLengthForArea,
  targetSpacing,
} from './index.ts';

const INCH = 0.0254;
const ACRE = 4046.8564224;

describe('target spacing', () => {
  it('is 6.534 in for 32,000 an acre in 30 in rows', () => {
    expect(
      targetSpacing({ rowWidthM: 30 * INCH, populationPerM2: 32000 / ACRE }) / INCH,
    ).toBeCloseTo(6.534, 10);
  });
  it('undoes populationAtSpacing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 2, noNaN: true }),
        fc.double({ min: 0.5, max: 500, noNaN: true }),
        (rowWidthM, populationPerM2) => {
          const spacingM = targetSpacing({ rowWidthM, populationPerM2 });
          expect(populationAtSpacing({ rowWidthM, spacingM }) / populationPerM2).toBeCloseTo(1, 12);
        },
      ),
    );
  });
  it('names the argument that is wrong', () => {
    expect(() => targetSpacing({ rowWidthM: 0, populationPerM2: 8 })).toThrow(
      new RangeError('rowWidthM must be above zero, got 0'),
    );
    expect(() => targetSpacing({ rowWidthM: 0.7, populationPerM2: Number.NaN })).toThrow(
      /populationPerM2 .* NaN/,
    );
  });
});

it.each([
  [30, 17.424],
  [20, 26.136],
  [15, 34.848],
  [7.5, 69.696],
])('1/1000 acre of a row %s in wide is %s ft long', (inches, feet) => {
  expect(
    rowLengthForArea({ rowWidthM: inches * INCH, areaM2: ACRE / 1000 }) / (12 * INCH),
  ).toBeCloseTo(feet, 9);
});

it('a hoop of 2 ft holds π ft²', () =>
  expect(hoopArea(24 * INCH) / (12 * INCH) ** 2).toBeCloseTo(Math.PI, 12));

it('expected stand takes germination and field loss off', () => {
  expect(expectedStand({ seedsPerM2: 8, germination: 0.95, fieldLoss: 0.05 })).toBeCloseTo(
    7.22,
    12,
  );
  expect(() => expectedStand({ seedsPerM2: 8, germination: 95, fieldLoss: 0 })).toThrow(
    /germination must be a share/,
  );
});
