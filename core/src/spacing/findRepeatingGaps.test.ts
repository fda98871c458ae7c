import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { findRepeatingGaps } from './index.ts';

const X = 0.166;
interface Disc {
  cells: number;
  turns?: number;
  /** Cells that hold no seed. */
  dead?: number[];
  /** Share of other seeds missing, by chance. */
  skips?: number;
  /** SD of placing, in spacings; what was really spaced ÷ reference. */
  bounce?: number;
  scale?: number;
}
/** Plants of one row behind a disc that begins anywhere in its turn, m along it. */
function row(
  seed: number,
  { cells, turns = 10, dead = [], skips = 0.01, bounce = 0.1, scale = 1 }: Disc,
) {
  const random = seededRandom(seed);
  const begins = Math.floor(random.uniform() * cells);
  const positionsM: number[] = [];
  for (let s = 0; s < turns * cells; s++)
    if (!dead.includes((s + begins) % cells) && random.uniform() >= skips)
      positionsM.push((1 + s * scale + bounce * random.normal()) * X);
  return { positionsM: positionsM.sort((a, b) => a - b) };
}
const seeds = Array.from({ length: 100 }, (_, i) => 71_000 + 37 * i);
const share = (hits: boolean[]) => hits.filter(Boolean).length / hits.length;

describe('gaps that come again', () => {
  it('a dead cell on a disc of 20 to 60 is found from ten turns, with its number of cells', () => {
    const found = seeds.map((seed, i) => {
      const cells = 20 + ((7 * i) % 41);
      const gaps = findRepeatingGaps([row(seed, { cells, dead: [3] })], {
        referenceM: X,
        cellRange: [20, 60],
      });
      return gaps?.cells === cells && gaps.missesInPhase >= 9;
    });
    expect(share(found)).toBeGreaterThanOrEqual(0.95);
  });

  it('also where the rate is a little off, plants were lost and seeds bounced', () => {
    const found = seeds.map((seed) => {
      const run = row(seed, { cells: 40, dead: [3], skips: 0.06, bounce: 0.2, scale: 1.04 });
      return findRepeatingGaps([run], { referenceM: X, cells: 40 }) !== null;
    });
    expect(share(found)).toBeGreaterThanOrEqual(0.95);
  });

  it('gaps by chance are hardly ever told as a pattern, cells known or not', () => {
    const alarms = seeds.flatMap((seed) => {
      const run = row(seed, { cells: 40, skips: 0.05, bounce: 0.15 });
      return [{ cells: 40 }, { cellRange: [20, 60] as const }].map(
        (disc) => findRepeatingGaps([run], { referenceM: X, ...disc }) !== null,
      );
    });
    expect(share(alarms)).toBeLessThanOrEqual(0.01);
  });

  it('several shorter tapes add up though each begins elsewhere in the turn', () => {
    const runs = [1, 2, 3].map((k) =>
      row(900 + k, { cells: 24, turns: 4, dead: [0], skips: 0.02 }),
    );
    const one = findRepeatingGaps(runs.slice(0, 1), { referenceM: X, cells: 24 });
    const all = findRepeatingGaps(runs, { referenceM: X, cells: 24 })!;
    expect(all.pValue).toBeLessThan(one?.pValue ?? 0.05);
    expect(all).toMatchObject({ cells: 24 });
    expect(all.missesInPhase).toBeGreaterThanOrEqual(10);
  });

  it('names the place in the turn, counted from the first plant', () => {
    const positionsM = Array.from({ length: 200 }, (_, s) => s).flatMap((s) =>
      s % 20 === 7 ? [] : [s * X],
    );
    expect(findRepeatingGaps([{ positionsM }], { referenceM: X, cells: 20 })).toMatchObject({
      phase: 7,
      missesInPhase: 10,
      misses: 10,
    });
  });

  it('says nothing of a tape under three turns, or of one without a gap', () => {
    const short = row(5, { cells: 40, turns: 2.5, dead: [3] });
    expect(findRepeatingGaps([short], { referenceM: X, cells: 40 })).toBeNull();
    const full = row(6, { cells: 40, skips: 0 });
    expect(findRepeatingGaps([full, { positionsM: [] }], { referenceM: X, cells: 40 })).toBeNull();
  });

  it('says which place is wrong', () => {
    const of = (positionsM: number[]) => () =>
      findRepeatingGaps([{ positionsM }], { referenceM: X });
    expect(of([0.2, 0.1])).toThrow('runs[0].positionsM[1]');
    expect(of([NaN])).toThrow('runs[0].positionsM[0]');
    expect(() =>
      findRepeatingGaps([{ positionsM: [1] }], { referenceM: X, cellRange: [30, 20] }),
    ).toThrow('cellRange[1]');
  });
});
