import { expect, it } from 'vitest';
import { isFarFrom } from './isFarFrom.ts';

it('a stand that lost or gained more than a quarter is asked about; the usual differences of counts are not', () => {
  expect([3.6, 5.4, 5.6, 7.3, 9, 9.3].map((now) => isFarFrom(now, 7.3))).toEqual([
    true,
    true,
    false,
    false,
    false,
    true,
  ]);
  expect(isFarFrom(1, 0)).toBe(true);
  expect(() => isFarFrom(Number.NaN, 7)).toThrow(/perM2/);
});
