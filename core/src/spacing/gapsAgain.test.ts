import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { emptySlots, gapsAgain } from './index.ts';

const X = 0.166;
/** Plants of a run without those of some slots. */
const run = (slots: number, isEmpty: (slot: number) => boolean, scatter = 0.1, seed = 1) => {
  const random = seededRandom(seed);
  const positionsM: number[] = [];
  for (let s = 0; s < slots; s++)
    if (!isEmpty(s)) positionsM.push((1 + s + scatter * random.normal()) * X);
  return { positionsM: positionsM.sort((a, b) => a - b) };
};

describe('gaps a turn apart', () => {
  it('three damaged cells show on a tape of three turns', () => {
    const dead = new Set([4, 9, 15]);
    const p = gapsAgain([run(72, (s) => dead.has(s % 24))], { referenceM: X, cells: 24 });
    expect(p).toBeLessThan(0.001);
  });

  it('chance gaps do so in no more than their share', () => {
    const random = seededRandom(7);
    const hits = Array.from({ length: 400 }, (_, i) => {
      const p = gapsAgain([run(72, () => random.uniform() < 0.1, 0.1, i)], {
        referenceM: X,
        cells: 24,
      });
      return p !== null && p <= 0.05;
    }).filter(Boolean).length;
    expect(hits / 400).toBeLessThan(0.07);
  });

  it('counts pairs by hand: of five gaps with a slot a turn on, two are empty there', () => {
    // Empty 3, 7, 13, 17, 25 of 30; a turn of 10: 3→13 and 7→17 are pairs, 13→23 and 17→27 are not; 25 has none.
    const empty = new Set([3, 7, 13, 17, 25]);
    const { slots, empty: found } = emptySlots(
      run(30, (s) => empty.has(s), 0).positionsM,
      X,
      'run',
    );
    expect([slots, found]).toEqual([30, [...empty]]);
    // Two of four, each with chance 4 of 29: 1 − (25/29)^4 − 4 (4/29)(25/29)^3.
    const by = 1 - (25 / 29) ** 4 - 4 * (4 / 29) * (25 / 29) ** 3;
    expect(gapsAgain([run(30, (s) => empty.has(s), 0)], { referenceM: X, cells: 10 })).toBeCloseTo(
      by,
      9,
    );
  });

  it('says nothing within one turn, or of a run without gaps', () => {
    expect(gapsAgain([run(20, (s) => s === 4)], { referenceM: X, cells: 24 })).toBeNull();
    expect(gapsAgain([run(72, () => false)], { referenceM: X, cells: 24 })).toBeNull();
  });
});
