import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fieldSpacing, spacingStandsFor } from './fieldSpacing.ts';
import { walkOf } from './walk.testing.ts';

/** A tape of plants, in places of 0.2 m, that are there or not. */
const tape = (row: number | null, plants: readonly boolean[]) => ({
  type: 'tape',
  row,
  positionsM: plants.flatMap((there, i) => (there ? [0.2 * i] : [])),
  readToM: null,
});
const full = Array.from({ length: 21 }, () => true);
const holed = full.map((_, i) => i % 2 === 0);
const read = (stops: Parameters<typeof walkOf>[0], rows: number | null = 12) =>
  fieldSpacing(
    walkOf(stops).stops.map((stop) => ({ ...stop, spacingM: 0.2 })),
    { referenceM: 0.2, rows },
  );

describe('the spacing of a field', () => {
  it('counts each row alike: three tapes in the bad one do not speak for the rest', () => {
    const one = read([{ seen: [tape(4, holed), tape(5, full)] }])!;
    const three = read([
      { seen: [tape(4, holed), tape(5, full)] },
      { seen: [tape(4, holed)] },
      { seen: [tape(4, holed)] },
    ])!;
    expect(one.singly.value).toBeCloseTo(0.75, 9);
    expect(three.singly.value).toBeCloseTo(0.75, 9);
    expect(three.empty).toBeCloseTo(0.25, 9);
    expect(three.sdM!.value).toBeCloseTo(one.sdM!.value, 2);
    // More tapes know it better.
    expect(three.singly.upper - three.singly.lower).toBeLessThan(
      one.singly.upper - one.singly.lower,
    );
  });

  it('says which rows it speaks for, and nothing of rows that were not recorded', () => {
    const some = read([{ seen: [tape(4, holed), tape(5, full), tape(9, full)] }])!;
    expect(spacingStandsFor(some)).toBe(
      'This speaks for rows 4, 5 and 9, each counted alike; 9 of 12 rows have no tape.',
    );
    expect(read([{ seen: [tape(null, full)] }])!.rowsWithout).toBeNull();
  });

  it('leaves out stops that were chosen because they looked bad', () => {
    const found = read([{ seen: [tape(5, full)] }, { chosen: true, seen: [tape(5, holed)] }])!;
    expect(found.singly.value).toBe(1);
    expect(read([{ chosen: true, seen: [tape(5, holed)] }])).toBeNull();
  });

  it('lies between its worst and its best row, whatever was read', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            row: fc.integer({ min: 1, max: 6 }),
            plants: fc.array(fc.boolean(), { minLength: 8, maxLength: 40 }),
          }),
          { minLength: 1, maxLength: 8 },
        ),
        (tapes) => {
          const found = read([{ seen: tapes.map(({ row, plants }) => tape(row, plants)) }]);
          if (!found) return;
          const shares = found.rows.map((one) => one.found.qualityOfFeedIndex!);
          expect(found.singly.value).toBeGreaterThanOrEqual(Math.min(...shares) - 1e-9);
          expect(found.singly.value).toBeLessThanOrEqual(Math.max(...shares) + 1e-9);
          expect(found.singly.lower).toBeLessThanOrEqual(found.singly.value);
          expect(found.singly.upper).toBeGreaterThanOrEqual(found.singly.value);
          if (found.rows.length === 1)
            expect(found.sdM?.value ?? null).toEqual(
              found.rows[0]!.found.sdM === null
                ? null
                : expect.closeTo(found.rows[0]!.found.sdM, 9),
            );
        },
      ),
    ));
});
