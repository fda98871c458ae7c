import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { latenessGoesWith } from './index.ts';

/** Twelve rows at these depths, m, half up at these hours. */
const DEPTHS = [50, 51, 49, 30, 52, 48, 50, 47, 51, 53, 49, 50].map((mm) => mm / 1000);
const rowsOf = (halfH: (depthM: number, i: number) => number, more = {}) =>
  DEPTHS.map((depthM, i) => ({
    row: i + 1,
    halfH: halfH(depthM, i),
    measured: { depthM, ...more } as Record<string, number | null>,
  }));

describe('what lateness goes with', () => {
  it('is a line over rows, as lm() in R gives it', () => {
    // R: d <- as above; i <- 0:11; m <- lm(240 - 2000 * (d - 0.05) + i %% 3 ~ d); confint(m); cor(h, d)
    const [depth] = latenessGoesWith(rowsOf((depthM, i) => 240 - 2000 * (depthM - 0.05) + (i % 3)));
    expect(depth!.factor).toBe('depthM');
    expect(depth!.rows).toBe(12);
    expect(depth!.hoursPerUnit).toBeCloseTo(-1962.1848739, 6);
    expect(depth!.interval[0]).toBeCloseTo(-2058.6354523, 6);
    expect(depth!.interval[1]).toBeCloseTo(-1865.7342956, 6);
    expect(depth!.r).toBeCloseTo(-0.9975754361, 9);
    expect(depth!.pHolm).toBeLessThan(0.001);
  });
  it('is silent where too few rows were measured, or nothing differs', () => {
    const few = rowsOf((depthM) => 240 - 2000 * depthM).slice(0, 5);
    expect(latenessGoesWith(few)).toEqual([]);
    expect(latenessGoesWith(rowsOf(() => 240))).toEqual([]);
    const same = rowsOf((depthM) => 240 - 2000 * depthM, { dryShare: 0 });
    expect(latenessGoesWith(same).map(({ factor }) => factor)).toEqual(['depthM']);
    const unknown = rowsOf((depthM) => 240 - 2000 * depthM, { dryShare: null });
    expect(latenessGoesWith(unknown).map(({ factor }) => factor)).toEqual(['depthM']);
  });
  it('finds a relation where there is none in one field of twenty at most', () => {
    const random = seededRandom(77);
    let found = 0;
    for (let field = 0; field < 400; field++) {
      const rows = DEPTHS.map((depthM, i) => ({
        row: i + 1,
        halfH: 240 + 6 * random.normal(),
        measured: { depthM, dryShare: random.uniform(), closing: Number(random.uniform() < 0.3) },
      }));
      if (latenessGoesWith(rows).some(({ pHolm }) => pHolm < 0.05)) found++;
    }
    expect(found / 400).toBeLessThan(0.08);
  });
});
