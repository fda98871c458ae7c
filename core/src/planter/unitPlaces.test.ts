import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { rowNow, rowOn } from './index.ts';

const swap = { rowA: 4, rowB: 9, on: '2026-12-09' };

describe('units that changed places', () => {
  it('are followed to where they sat before, and to where they sit now', () => {
    expect(rowOn(9, [swap], '2026-05-01')).toBe(4);
    expect(rowOn(4, [swap], '2026-05-01')).toBe(9);
    expect(rowOn(9, [swap], '2027-05-01')).toBe(9);
    expect(rowNow(4, [swap], '2026-05-01')).toBe(9);
    expect(rowNow(5, [swap], '2026-05-01')).toBe(5);
  });

  it('more than once: the newest is undone first', () => {
    const moves = [{ rowA: 9, rowB: 2, on: '2027-12-01' }, swap];
    expect(rowOn(2, moves, '2026-05-01')).toBe(4);
    expect(rowNow(4, moves, '2026-05-01')).toBe(2);
    expect(rowOn(2, moves, '2027-05-01')).toBe(9);
  });

  it('there and back is where it was, and no two units share a row', () => {
    const row = fc.integer({ min: 1, max: 8 });
    const day = fc.integer({ min: 10, max: 28 }).map((d) => `2027-01-${d}`);
    const moves = fc.array(fc.record({ rowA: row, rowB: row, on: day }), { maxLength: 6 });
    fc.assert(
      fc.property(row, moves, day, (one, all, on) => {
        // Of two on one day nobody knows which was first.
        fc.pre(new Set(all.map((move) => move.on)).size === all.length);
        expect(rowOn(rowNow(one, all, on), all, on)).toBe(one);
        const rows = Array.from({ length: 8 }, (_, i) => rowNow(i + 1, all, on));
        expect(new Set(rows).size).toBe(8);
      }),
    );
  });
});
