import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ACRE_M2, INCH_M } from '../units/index.ts';
import {
  cardCells,
  costText,
  judgeCard,
  proofText,
  proveWork,
  repairReturn,
  rowCost,
  seedsToProve,
  suggestWork,
  type CardCells,
} from './index.ts';
import { of, plain, records, us, usUnits } from './demoCard.testing.ts';

const { planter } = records('Goose');
const plantingsOf = (year: number) => records('Goose', year).plantings;
const cellsOf = (year: number) => cardCells(records('Goose', year));
const cells = cellsOf(2027);
const card = judgeCard(planter.data, cells);
const costOf = (
  rows: number[],
  { late = 0, price = null as number | null, corn = null as number | null } = {},
) =>
  rowCost(
    cells.cells.map((one) =>
      one.row === rows[0] && one.effective !== undefined
        ? { ...one, effective: one.effective * (1 - late) }
        : one,
    ),
    {
      rows,
      apart: [4, 6, 9].filter((row) => !rows.includes(row)),
      of: 12,
      plantings: plantingsOf(2027),
      fields: of('field'),
      workspace: {
        fullYields: corn === null ? null : { corn, soybean: null, wheat: null },
        prices: price === null ? null : { corn: price, soybean: null, wheat: null },
      },
    },
  );

/** All twelve rows, by the app’s own figures. */
const wholeMachine = {
  rows: Array.from({ length: 12 }, (_, i) => i + 1),
  apart: [],
  of: 12,
  plantings: plantingsOf(2027),
  fields: of('field'),
  workspace: null,
};

describe('what a row costs', () => {
  it('row 4 costs bushels on a twelfth of its fields, and money once there is a price', () => {
    const [corn] = costOf([4]);
    // Long Forty, Heron Bottom, Ditch Block and Windmill East’s corn; the split planting has no area of its own.
    expect(corn!.areaM2 / ACRE_M2).toBeCloseTo((40 + 55 + 28 + 62) / 12, 0);
    expect(corn!.kgPerM2[0]).toBeGreaterThan(0);
    expect(corn!.kgPerM2[1]).toBeGreaterThan(corn!.kgPerM2[0]);
    expect(corn!.money).toBeNull();
    const [priced] = costOf([4], { price: 0.16 });
    expect(priced!.money![1]).toBeCloseTo(0.16 * priced!.kg[1], 6);
    expect(plain(costText(costOf([4], { price: 0.16 }), usUnits, 1))).toMatch(
      /^[\d.]+ to [\d.]+ bu\/ac of corn on the 15.4 ac it planted: [\d,]+ to [\d,]+ bu, [\d,]+ to [\d,]+ in your money$/,
    );
  });

  it('a sound row costs nothing for certain, and rows never counted beside sisters say nothing', () => {
    expect(costOf([8])[0]!.kgPerM2[0]).toBe(0);
    expect(rowCost(cells.cells, wholeMachine)).toEqual([]);
  });

  it('the whole machine is held against the expected stand: what is missing, whoever made it', () => {
    const whole = (thinner: number) =>
      rowCost(
        cells.cells.map((one) =>
          one.measure === 'stand'
            ? {
                ...one,
                value: one.value * thinner,
                effective: (one.effective ?? one.value) * thinner,
              }
            : one,
        ),
        { ...wholeMachine, against: 'expected' },
      )[0]!;
    expect(whole(1).areaM2 / ACRE_M2).toBeCloseTo(40 + 55 + 28 + 62, 0);
    expect(whole(0.7).kgPerM2[1]).toBeGreaterThan(whole(1).kgPerM2[1]);
    expect(whole(0.7).kgPerM2[0]).toBeGreaterThan(0);
    expect(whole(1.5).kgPerM2).toEqual([0, 0]);
  });

  it('more late plants, a higher yield and a dearer price only ever cost more', () => {
    const share = fc.double({ min: 0, max: 0.5, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (a, b, c) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)];
        const high = (given: Parameters<typeof costOf>[1]) =>
          costOf([4], { price: 0.1, ...given })[0]!.money![1];
        expect(high({ late: more })).toBeGreaterThanOrEqual(high({ late: less }) - 1e-9);
        expect(high({ corn: 1 + more })).toBeGreaterThanOrEqual(high({ corn: 1 + less }) - 1e-9);
        expect(high({ price: 0.1 + more })).toBeGreaterThanOrEqual(
          high({ price: 0.1 + c * less }) - 1e-9,
        );
      }),
      { numRuns: 15 },
    );
  });

  it('a repair returns what its rows cost a season, over the seasons it lasts, less its cost', () => {
    const costs = costOf([4], { price: 0.16 });
    const returned = repairReturn(costs, 120)!;
    expect(returned.gain[0]).toBeCloseTo(3 * costs[0]!.money![0] - 120, 6);
    expect(repairReturn(costOf([4]), 120)).toBeNull();
  });
});

describe('from findings to the workshop, and back', () => {
  it('one item a row, for the finding that explains the others, depth in steps of its stop', () => {
    const items = suggestWork(card, us).map(({ rows, what, measure, priority }) => ({
      rows,
      what: plain(what),
      measure,
      priority,
    }));
    expect(items).toEqual([
      { rows: [4], what: 'Set row 4 deeper by 3 steps (¾ in)', measure: 'depth', priority: 'high' },
      {
        rows: [9],
        what: 'Row 9: change the metering disc, or clear its cell',
        measure: 'skips',
        priority: 'middle',
      },
      {
        rows: [6, 7],
        what: 'Ease the tracks: tyre pressure, track looseners, downforce of these rows',
        measure: 'late',
        priority: 'middle',
      },
    ]);
  });

  it('last year’s repair of row 2 worked; of row 4, that nobody mended, it is said that it did not', () => {
    const done = { measure: 'depth' as const, doneOn: '2026-12-09' };
    const before = cellsOf(2026);
    const row2 = proveWork({ ...done, rows: [2] }, before, cells)!;
    expect(row2.proof).toBe('worked');
    expect(plain(proofText('depth', row2, us))).toMatch(
      /^It worked: [⅜½⅝] in too shallow before, on target since, 18 seeds\.$/,
    );
    expect(proveWork({ ...done, rows: [4] }, before, cells)!.proof).toBe('didNot');
    const unseen = proveWork({ ...done, rows: [2], doneOn: '2027-12-01' }, before, cells)!;
    expect(unseen.proof).toBe('notSeen');
    expect(proofText('depth', unseen, us)).toBe('Not seen since.');
    expect(proveWork({ ...done, rows: [2], measure: null }, before, cells)).toBeNull();
  });

  it('a few seeds leave it open, and say how many more would tell', () => {
    const before = cellsOf(2026);
    const few: CardCells = {
      ...cells,
      depths: cells.depths.map((one) => ({
        ...one,
        offM: one.row === 2 ? one.offM.slice(0, 2).map((off) => off - 0.28 * INCH_M) : one.offM,
      })),
    };
    const open = proveWork({ rows: [2], measure: 'depth', doneOn: '2026-12-09' }, before, few)!;
    expect(open.proof).toBe('cannotTell');
  });

  it('looser rows and a narrower tolerance need more seeds to prove', () => {
    const seeds = (sdM: number, toleranceM: number) =>
      seedsToProve({ sdM, toleranceM, places: 1 }) ?? Infinity;
    expect(seeds(0.004, 0.00635)).toBeLessThan(seeds(0.006, 0.00635));
    expect(seeds(0.005, 0.00635)).toBeLessThan(seeds(0.005, 0.005));
    expect(seedsToProve({ sdM: 0.02, toleranceM: 0.003, places: 1 })).toBeNull();
  });
});
