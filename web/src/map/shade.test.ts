import { expect, it } from 'vitest';
import { rangeOf } from '../planter/cellPicture.ts';
import { shade } from './shade.ts';

it('a darker shade always stands for more, in every colour of it', () => {
  for (let step = 1; step <= 100; step++) {
    const [before, now] = [shade((step - 1) / 100), shade(step / 100)];
    now.forEach((part, i) => expect(part).toBeLessThanOrEqual(before[i]!));
  }
  expect(shade(-1)).toEqual(shade(0));
  expect(shade(7)).toEqual(shade(1));
});

it('the odd cell does not stretch the scale', () => {
  const cells = Array.from({ length: 99 }, (_, i): [number, number, number, number] => [
    i,
    0,
    1,
    7 + (i % 2) / 10,
  ]);
  const range = rangeOf({ box: null, columns: 100, rows: 1, cells: [...cells, [99, 0, 1, 400]] });
  expect(range![0]).toBeGreaterThanOrEqual(7);
  expect(range![1]).toBeLessThan(8);
  expect(rangeOf({ box: null, columns: 0, rows: 0, cells: [] })).toBeNull();
});
