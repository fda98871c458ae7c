import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { patternGroups, rowModel, rowPatterns, type RowFigure } from './index.ts';

/** Twelve rows at eight stops of one field; some rows shifted. */
function figures(seed: number, shift: (row: number) => number): RowFigure[] {
  const random = seededRandom(seed);
  const own = Array.from({ length: 12 }, () => 0.02 * random.normal());
  return Array.from({ length: 8 }, (_, s) =>
    own.map((row, r) => ({
      row: r + 1,
      field: 'a',
      stop: String(s),
      value: 1 + row + shift(r + 1) + 0.06 * random.normal(),
    })),
  ).flat();
}
const parts = { rows: 12, trackRows: [6, 7], sectionRows: 4 };
const told = (seed: number, shift: (row: number) => number, standOut: number[] = []) =>
  rowPatterns(rowModel(figures(seed, shift)), parts, standOut)
    .filter(({ pHolm }) => pHolm <= 0.05)
    .map(({ pattern }) => pattern);

describe('rows that belong together', () => {
  it('names tracks, halves, wings and sections from the left', () => {
    expect(patternGroups(parts)).toEqual([
      { pattern: 'tracks', rows: [6, 7] },
      { pattern: 'half', rows: [1, 2, 3, 4, 5, 6] },
      { pattern: 'wings', rows: [1, 2, 3, 10, 11, 12] },
      { pattern: 'section', rows: [1, 2, 3, 4] },
      { pattern: 'section', rows: [5, 6, 7, 8] },
      { pattern: 'section', rows: [9, 10, 11, 12] },
    ]);
    expect(patternGroups({ rows: 1 })).toEqual([]);
  });

  it('finds the tyre rows, the heavy half and the light wings, with the sign of the difference', () => {
    expect(told(1, (row) => (row === 6 || row === 7 ? -0.15 : 0))).toContain('tracks');
    expect(told(2, (row) => (row <= 6 ? 0.12 : 0))).toContain('half');
    expect(told(3, (row) => (row <= 3 || row >= 10 ? -0.12 : 0))).toContain('wings');
    const [tracks] = rowPatterns(rowModel(figures(1, (row) => (row === 6 ? -0.2 : 0))), parts);
    expect(tracks!.difference).toBeLessThan(0);
  });

  it('one bad row makes no half of a machine bad', () => {
    const half = Array.from({ length: 40 }, (_, i) =>
      told(100 + i, (row) => (row === 2 ? -0.4 : 0), [2]),
    );
    expect(half.filter((found) => found.length > 0).length).toBeLessThanOrEqual(4);
  });

  it('an even machine shows none in all but a few of a hundred', () => {
    const found = Array.from({ length: 100 }, (_, i) => told(500 + i, () => 0));
    expect(found.filter((one) => one.length > 0).length).toBeLessThanOrEqual(9);
  });

  it('says nothing of a single place', () => {
    const one = figures(1, () => 0).filter(({ stop }) => stop === '0');
    expect(rowPatterns(rowModel(one), parts)).toEqual([]);
  });
});
