import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './judgePlanterRows.golden.json' with { type: 'json' };
import { INCH_M } from '../units/index.ts';
import { seededRandom } from '../stats/index.ts';
import { judgePlanterRows, type RowFigure } from './index.ts';

const TOLERANCE_M = 0.25 * INCH_M;
/** Depths against their target, m: 12 rows, a figure a row and stop, as five seeds give it. */
function depths(
  seed: number,
  { fields = 4, stops = 1, rows = 12, off = {} as Record<number, number> } = {},
): RowFigure[] {
  const random = seededRandom(seed);
  const spread = (sd: number) => sd * INCH_M * random.normal();
  const own = Array.from({ length: rows }, (_, r) => spread(0.03) + (off[r + 1] ?? 0) * INCH_M);
  return Array.from({ length: fields }, (_, f) => {
    const field = spread(0.08);
    return Array.from({ length: stops }, (_, s) => {
      const stop = spread(0.05);
      return own.map((row, r) => ({
        row: r + 1,
        field: `field ${f}`,
        stop: `stop ${s}`,
        value: row + field + stop + spread(0.13),
      }));
    });
  }).flat(2);
}

describe('rows of a planter over its fields', () => {
  it.each(golden)('as lme4 and lmerTest have it: $name', (r) => {
    const judged = judgePlanterRows(r.readings, { tolerance: TOLERANCE_M });
    const scale = r.sd.within;
    const near = (ours: number, theirs: number, of = scale) =>
      expect(Math.abs(ours - theirs)).toBeLessThan(2e-6 * of);
    near(judged.mean, r.mean);
    for (const part of ['rows', 'fields', 'stops', 'within'] as const)
      near(judged.sd[part]!, r.sd[part]);
    expect(judged.rows.flatMap(({ row, standsOut }) => (standsOut ? [row] : []))).toEqual(r.out);
    judged.rows.forEach((row, i) => {
      near(row.estimate, r.estimate[i]!);
      near(row.against.sisters.difference, r.against[i]!.difference);
      near(row.against.sisters.se, r.against[i]!.se);
      expect(Math.abs(row.against.sisters.df / r.against[i]!.df - 1)).toBeLessThan(0.01);
      expect(Math.abs(row.p - r.against[i]!.p)).toBeLessThan(1e-4);
    });
  });

  it('names the row that is ⅜ in shallow in four fields, and no sister', () => {
    const judged = judgePlanterRows(depths(3, { stops: 2, off: { 4: -0.375 } }), {
      target: 0,
      tolerance: TOLERANCE_M,
    });
    expect(judged.rows.flatMap(({ row, standsOut }) => (standsOut ? [row] : []))).toEqual([4]);
    const row4 = judged.rows[3]!;
    expect(row4.against.sisters.verdict).toBe('below');
    // As it shows itself, not drawn back to its sisters.
    expect(row4.estimate / INCH_M).toBeCloseTo(-0.375, 0);
    expect(Math.abs(row4.estimate)).toBeGreaterThan(0.25 * INCH_M);
  });

  it('a row dug once in one field does not shout, however far out it reads', () => {
    const readings = depths(8).filter(({ row, field }) => row !== 7 || field === 'field 0');
    const odd = readings.map((one) =>
      one.row === 7 ? { ...one, value: one.value - 0.3 * INCH_M } : one,
    );
    const row7 = judgePlanterRows(odd, { target: 0, tolerance: TOLERANCE_M }).rows[6]!;
    expect(row7.n).toBe(1);
    expect(row7.standsOut).toBe(false);
    // Drawn most of the way toward its sisters.
    expect(Math.abs(row7.estimate)).toBeLessThan(Math.abs(row7.mean) / 2);
  });

  it('two rows in the tyre tracks are told from the other ten', () => {
    const judged = judgePlanterRows(depths(5, { fields: 5, stops: 2, off: { 6: -0.5, 7: -0.5 } }), {
      tolerance: TOLERANCE_M,
    });
    expect(judged.rows.flatMap(({ row, standsOut }) => (standsOut ? [row] : []))).toEqual([6, 7]);
  });

  it('the same whatever the unit and the order of the readings', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.double({ min: 0.1, max: 1e4, noNaN: true }),
        (seed, unit) => {
          const readings = depths(seed, { fields: 2, rows: 5, stops: 2 });
          const one = judgePlanterRows(readings, { target: 0, tolerance: TOLERANCE_M });
          const other = judgePlanterRows(
            [...readings].reverse().map((r) => ({ ...r, value: r.value * unit })),
            { target: 0, tolerance: TOLERANCE_M * unit },
          );
          one.rows.forEach((row, i) => {
            expect(other.rows[i]!.estimate / unit).toBeCloseTo(row.estimate, 6);
            expect(other.rows[i]!.pHolm).toBeCloseTo(row.pHolm, 3);
            expect(other.rows[i]!.against.target!.verdict).toBe(row.against.target!.verdict);
          });
        },
      ),
      { numRuns: 15 },
    );
  });

  it('concludes nothing from one reading a row, and says which reading is none', () => {
    const one = depths(1, { fields: 1 });
    expect(judgePlanterRows(one, { tolerance: TOLERANCE_M }).rows.every(({ p }) => p === 1)).toBe(
      true,
    );
    expect(() => judgePlanterRows([{ ...one[0]!, value: NaN }])).toThrow('readings[0].value');
    expect(() => judgePlanterRows([])).toThrow('readings');
  });
});
