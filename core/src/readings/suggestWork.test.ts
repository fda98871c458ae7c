import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CARD_MEASURES, MEASURE_FACTS, rowModel, type CardMeasure } from '../planter/index.ts';
import { INCH_M, show } from '../units/index.ts';
import {
  figureOf,
  judgeCard,
  noCells,
  priorityOf,
  proveWork,
  suggestWork,
  type CardCell,
  type CardCells,
  type CardFinding,
  type PlanterCard,
} from './index.ts';

const us = (value: number, kind: Parameters<typeof show>[1]) => show(value, kind, 'us');
const plain = (text: string) => text.replace(/\s/g, ' ');
const planter = {
  name: 'Goose',
  type: 'planter' as const,
  rows: 6,
  rowWidthM: 0.762,
  cells: 30,
  depthStopStepM: 0.25 * INCH_M,
  trackRows: [3, 4],
  sectionRows: null,
  asTyped: {},
  archived: false,
};
const NOTHING: CardCells = noCells();
const finding = (measure: CardMeasure, tolerances: number): CardFinding => {
  const difference = tolerances * MEASURE_FACTS[measure].tolerance;
  return {
    measure,
    against: 'sisters',
    side: difference > 0 ? 'above' : 'below',
    difference,
    interval: null,
    places: 6,
    plantingIds: ['a'],
    check: null,
  };
};
/** A card that names row 2 for some measures, by so many tolerances. */
const cardWith = (findings: CardFinding[], change: Partial<PlanterCard> = {}): PlanterCard => {
  const card = judgeCard(planter, NOTHING);
  return {
    ...card,
    rows: card.rows.map((row) =>
      row.row === 2 ? { ...row, findings, badness: findings.length } : row,
    ),
    worst: findings.length > 0 ? [2] : [],
    ...change,
  };
};

describe('what a card asks to be mended', () => {
  it('not the meter of a row that was corrected after its seed was placed', () => {
    const card = cardWith([finding('skips', 3), finding('stand', -3)]);
    expect(suggestWork(card, us)[0]!.what).toMatch(/meter/);
    const corrected = { ...card, corrections: [{ row: 2, plantingId: 'a' }] };
    expect(suggestWork(corrected, us).map(({ what }) => plain(what))).toEqual([
      'Row 2: dig it behind the planter in the next field. It was corrected after this seed was placed',
    ]);
    // Seen in another planting too, it is still there.
    const again = finding('skips', 3);
    const still = {
      ...cardWith([{ ...again, plantingIds: ['a', 'b'] }]),
      corrections: corrected.corrections,
    };
    expect(suggestWork(still, us)[0]!.what).toMatch(/meter/);
    // What is dug since and still off is said.
    const off = { ...cardWith([finding('depth', -3), again]), corrections: corrected.corrections };
    expect(suggestWork(off, us)[0]!.what).toMatch(/^Set row 2 deeper/);
  });

  it('not the meter of a row whose gaps hold seed', () => {
    const dug = (value: number, of: number) => ({
      ...cardWith([finding('skips', 3)]),
      measures: [
        {
          measure: 'digs' as const,
          cells: [{ measure: 'digs', row: 2, value, of } as CardCell],
          judged: null as never,
          patterns: [],
        },
      ],
    });
    expect(suggestWork(dug(0.1, 8), us)[0]!.what).toMatch(/seed lies in its gaps/);
    expect(suggestWork(dug(0.9, 8), us)[0]!.what).toMatch(/meter: seal/);
    expect(suggestWork(dug(0, 1), us)[0]!.what).toMatch(/meter: seal/);
  });

  it('nothing of a sound machine', () => {
    expect(suggestWork(cardWith([]), us)).toEqual([]);
  });

  it('every measure has something to be done, one item a row, for what explains the others', () => {
    for (const measure of CARD_MEASURES) {
      const [item, ...more] = suggestWork(cardWith([finding(measure, 1.5)]), us);
      expect(more).toEqual([]);
      expect(item).toMatchObject({ rows: [2], measure });
      expect(item!.what).toContain('ow 2');
      expect(item!.why).toMatch(/^Row 2, in this field: /);
    }
    const all = CARD_MEASURES.map((measure) => finding(measure, measure === 'depth' ? -2 : 1.5));
    expect(suggestWork(cardWith(all), us).map(({ measure }) => measure)).toEqual(['depth']);
  });

  it('depth goes the other way of the fault, in whole steps, at least one', () => {
    const item = (tolerances: number) =>
      suggestWork(cardWith([finding('depth', tolerances)]), us)[0]!;
    expect(plain(item(-3).what)).toBe('Set row 2 deeper by 3 steps (¾ in)');
    expect(item(-3).byM! / INCH_M).toBeCloseTo(0.75, 6);
    expect(plain(item(2).what)).toBe('Set row 2 shallower by 2 steps (½ in)');
    expect(item(0.3).byM! / INCH_M).toBeCloseTo(-0.25, 6);
  });

  it('what lies further off is sooner to be done, never later', () => {
    const rank = { low: 0, middle: 1, high: 2 };
    const priorities = [1, 1.3, 2, 3].map(
      (tolerances) => rank[suggestWork(cardWith([finding('late', tolerances)]), us)[0]!.priority],
    );
    expect(priorities).toEqual([...priorities].sort());
    expect(priorities.at(-1)).toBe(2);
  });

  it('a machine that is off as a whole comes first, and rows in tracks are one item', () => {
    const card = cardWith([finding('late', 2)], {
      machine: [
        { measure: 'depth', value: 0.5 * INCH_M, interval: null, target: 0, insideWindow: false },
      ],
      patterns: [
        {
          measure: 'late',
          pattern: 'tracks',
          rows: [3, 4],
          difference: 0.15,
          interval: [0.1, 0.2],
          p: 0.001,
          pHolm: 0.002,
        },
      ],
    });
    const items = suggestWork(card, us);
    expect(items.map(({ rows }) => rows)).toEqual([[], [2], [3, 4]]);
    expect(plain(items[0]!.what)).toMatch(
      /^Set all rows shallower by 2 steps \(½ in\); first what they share/,
    );
  });
});

describe('how soon', () => {
  it('goes by the grain it costs for the work it takes: more grain sooner, more work later', () => {
    expect(priorityOf([2000, 20_000], 10)).toBe('high');
    expect(priorityOf([100, 400], 60)).toBe('middle');
    expect(priorityOf([0, 50], 60)).toBe('low');
    const rank = { high: 0, middle: 1, low: 2 };
    const kg = fc.double({ min: 0, max: 1e5, noNaN: true });
    const minutes = fc.integer({ min: 1, max: 600 });
    fc.assert(
      fc.property(kg, kg, minutes, minutes, (low, more, short, longer) => {
        const at = (cost: number, min: number) => rank[priorityOf([cost, cost], min)];
        expect(at(low + more, short)).toBeLessThanOrEqual(at(low, short));
        expect(at(low, short + longer)).toBeGreaterThanOrEqual(at(low, short));
      }),
    );
  });
});

describe('a repair by another measure than depth', () => {
  /** Late plants of six rows at eight stops; row 2 has so many more. */
  const season = (more: number): CardCells => ({
    ...NOTHING,
    cells: Array.from({ length: 8 }, (_, s) =>
      Array.from({ length: 6 }, (_, r): CardCell => ({
        measure: 'late',
        row: r + 1,
        plantingId: 'a',
        placeId: `stop ${s}`,
        walkId: 'w',
        on: '2028-05-26',
        hour: 9,
        clockH: 9,
        value: 0.08 + 0.01 * (((r * 5 + s * 3) % 7) - 3) + (r === 1 ? more : 0),
        of: 30,
      })),
    ).flat(),
  });
  const item = { rows: [2], measure: 'late' as const, doneOn: '2027-12-01' };

  it('worked where the row is like its sisters now, did not where it is as it was', () => {
    expect(proveWork(item, season(0.25), season(0.01))!.proof).toBe('worked');
    expect(proveWork(item, season(0.25), season(0.24))!.proof).toBe('didNot');
    expect(proveWork(item, season(0.25), NOTHING)!.proof).toBe('notSeen');
  });

  it('is proven where the unit sits now, when it changed places since', () => {
    const before = { ...season(0.25) };
    before.cells = before.cells.map((one) => ({ ...one, on: '2027-05-26' }));
    // The unit of row 2 sits in row 5 now, and is as bad as it was; row 2 is fine with another unit.
    const after = { ...season(0) };
    after.cells = after.cells.map((one) => ({
      ...one,
      value: one.value + (one.row === 5 ? 0.25 : 0),
    }));
    const moves = [{ rowA: 2, rowB: 5, on: '2027-12-09' }];
    expect(proveWork(item, before, after)!.proof).toBe('worked');
    expect(proveWork(item, before, after, moves)!.proof).toBe('didNot');
  });

  it('is not called a success where nothing was wrong before', () => {
    expect(proveWork(item, season(0), season(0))!.proof).toBe('cannotTell');
  });

  it('its figure is the row against its sisters, as the model has it', () => {
    const cells = season(0.25);
    const figure = figureOf('late', [2], cells, '')!;
    expect(figure.difference).toBeCloseTo(0.25, 1);
    expect(figure.n).toBe(8);
    expect(figure.sd).toBeNull();
    const model = rowModel(
      cells.cells.map(({ row, plantingId, placeId, value }) => ({
        row,
        field: plantingId,
        stop: placeId,
        value,
      })),
    );
    expect(figure.se).toBeLessThan(Math.sqrt(model.fixed!.residualVariance));
    expect(figureOf('late', [], cells, '')).toBeNull();
    expect(figureOf('late', [2], cells, '2029-01-01')).toBeNull();
  });
});
