import { describe, expect, it } from 'vitest';
import { addDays, daysBetween, heatUnits } from './index.ts';

describe('heatUnits, method 1', () => {
  it.each([
    [{ minC: 4, maxC: 34 }, 10], // both held: (10 + 30) / 2 − 10
    [{ minC: 12, maxC: 22 }, 7],
    [{ minC: -3, maxC: 8 }, 0],
    [{ minC: 31, maxC: 38 }, 20],
  ])('%o gives %s °C·day', (day, expected) =>
    expect(heatUnits([day], { baseC: 10, capC: 30 })).toEqual([expected]),
  );
  it('86/50 °F of a 50–86 day is 18 °F-units', () =>
    expect(heatUnits([{ minC: 10, maxC: 30 }], { baseC: 10, capC: 30 })[0]! * 1.8).toBeCloseTo(
      18,
      12,
    ));
  it('names what is wrong', () => {
    // A day about freezing: its mean is at the base, though its warm half is above.
    expect(heatUnits([{ minC: -5, maxC: 5 }], { baseC: 0, limits: 'mean' })).toEqual([0]);
    expect(heatUnits([{ minC: -5, maxC: 5 }], { baseC: 0 })).toEqual([2.5]);
    expect(heatUnits([{ minC: 4, maxC: 34 }], { baseC: 10, capC: 30, limits: 'mean' })).toEqual([
      9,
    ]);
    expect(() => heatUnits([{ minC: 9, maxC: 3 }], { baseC: 0 })).toThrow(
      /days\[0\]\.minC must not exceed/,
    );
    expect(() => heatUnits([{ minC: Number.NaN, maxC: 3 }], { baseC: 0 })).toThrow(
      /minC must be a finite number/,
    );
    expect(() => heatUnits([], { baseC: 10, capC: 10 })).toThrow(/capC/);
  });
});

it('days across a month end', () => {
  expect(daysBetween('2027-04-28', '2027-05-27')).toBe(29);
  expect(addDays('2027-04-28', 4)).toBe('2027-05-02');
  expect(() => addDays('soon', 1)).toThrow(RangeError);
});
