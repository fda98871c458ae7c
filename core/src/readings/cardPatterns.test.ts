import { describe, expect, it } from 'vitest';
import {
  alikeRows,
  alikeText,
  cardCells,
  driftsOf,
  driftText,
  judgeCard,
  noCells,
  rowPlaces,
  spreadOf,
  spreadText,
  type CardCell,
} from './index.ts';
import { plain, records, us } from './demoCard.testing.ts';
import { INCH_M } from '../units/index.ts';

const goose = records('Goose');
const card = judgeCard(goose.planter.data, cardCells(goose));

/** Depths of twelve rows at places of one day, m off target. */
const depths = (off: (row: number, place: number) => number) =>
  judgeCard(goose.planter.data, {
    ...noCells(),
    cells: Array.from({ length: 8 }, (_, s) =>
      Array.from({ length: 12 }, (_, r): CardCell => ({
        measure: 'depth',
        row: r + 1,
        plantingId: 'a',
        placeId: `p${s}`,
        walkId: 'w',
        on: '2027-05-02',
        hour: 9 + (s >> 1),
        clockH: 9 + s / 2,
        value: off(r + 1, s) + 0.0004 * (((r * 7 + s * 5) % 5) - 2),
        of: 3,
      })),
    ).flat(),
  });

describe('patterns of a card', () => {
  it('the demo shows none through its day or from row to row', () => {
    expect(driftsOf(card)).toEqual([]);
    expect(alikeRows(card)).toEqual([]);
  });

  it('all rows that get shallower through the day are the day’s, and of no row', () => {
    const drifting = depths((_, s) => -0.1 * INCH_M * s);
    const [told] = driftsOf(drifting);
    expect(told!.measure).toBe('depth');
    expect(plain(driftText(told!, us))).toMatch(
      /^Through the day all rows went ¾ in shallower in 4 hours \(95 %: .*\)\.$/,
    );
  });

  it('rows that share something are told as such', () => {
    const [told] = alikeRows(depths((row) => (row >= 5 && row <= 8 ? -0.2 : 0) * INCH_M));
    expect(told!.measure).toBe('depth');
    expect(alikeText(told!)).toMatch(/^Rows beside each other are alike in depth/);
  });

  it('a row shows its finding everywhere, at some places, or in one pass alone', () => {
    const off = (row: number, s: number, only: (s: number) => boolean) =>
      row === 4 && only(s) ? -0.5 * INCH_M : 0;
    const finding = { measure: 'depth', side: 'below', against: 'sisters' } as const;
    const pass = (place: string) => 1 + (Number(place.slice(1)) >> 1);
    const told = (only: (s: number) => boolean, passes = true) =>
      spreadText(
        spreadOf(
          rowPlaces(
            depths((row, s) => off(row, s, only)),
            4,
            finding,
            passes ? pass : undefined,
          ),
        ),
      );
    expect(told(() => true, false)).toBe('At every one of its 8 places.');
    expect(told(() => true)).toBe('At every one of its 8 places, in each of 4 passes.');
    expect(told((s) => s === 2 || s === 3)).toBe('At 2 of its 8 places, in pass 2 alone of 4.');
    expect(told((s) => s === 5, false)).toBe('At one of its 8 places.');
    expect(told(() => false, false)).toMatch(/^At none of its 8 places by itself/);
    expect(spreadText({ is: 1, of: 1, passes: null })).toBeNull();
  });

  it('Goose’s row 4 lies shallow wherever it was dug', () => {
    const finding = card.rows[3]!.findings.find(({ measure }) => measure === 'depth')!;
    const places = rowPlaces(card, 4, finding);
    expect(places.every(({ is }) => is)).toBe(true);
    expect(places.length).toBeGreaterThan(1);
  });
});
