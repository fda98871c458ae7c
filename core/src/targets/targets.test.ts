import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  expectedStand,
  hoopArea,
  populationAtSpacing,
  rateForStand,
  rowLengthForArea,
  seedNeeded,
  seedsInLength,
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

describe('seed for a field', () => {
  it('seeds along a length, and the rate back from the stand wanted', () => {
    expect(seedsInLength({ seedsPerM2: 8, rowWidthM: 0.75, lengthM: 5 })).toBeCloseTo(30, 12);
    expect(rateForStand({ standPerM2: 7.22, germination: 0.95, fieldLoss: 0.05 })).toBeCloseTo(
      8,
      12,
    );
    expect(() => rateForStand({ standPerM2: 7, germination: 0.9, fieldLoss: 1 })).toThrow(
      RangeError,
    );
  });
  it('bags are whole, a full bag is not rounded to the next, mass follows the tag', () => {
    const field = { seedsPerM2: 8, areaM2: 100_000, reserve: 0 };
    expect(seedNeeded({ ...field, seedsPerBag: 80_000, seedsPerKg: null })).toEqual({
      seeds: 800_000,
      bags: 10,
      massKg: null,
      massKgPerM2: null,
    });
    expect(
      seedNeeded({ ...field, reserve: 0.03, seedsPerBag: 80_000, seedsPerKg: 4000 }),
    ).toMatchObject({ bags: 11, massKg: 206, massKgPerM2: 0.002 });
  });
});
