import { describe, expect, it } from 'vitest';
import { readRowGaps, type CardTape } from './index.ts';

const SPACING_M = 0.16;
/** A tape over so many slots, without a plant in some. */
const tape = (
  row: number,
  slots: number,
  empty: (slot: number) => boolean,
  spacingM = SPACING_M,
): CardTape => ({
  row,
  plantingId: 'a',
  placeId: `${row} ${slots}`,
  on: '2027-05-26',
  positionsM: Array.from({ length: slots }, (_, s) => s).flatMap((s) =>
    empty(s) ? [] : [s * spacingM],
  ),
  lengthM: slots * spacingM,
  spacingM,
});

describe('what tapes say of a disc', () => {
  it('a dead cell is told from six turns, and then no more tape is asked for', () => {
    const [row] = readRowGaps([tape(9, 150, (s) => s % 24 === 11)], 24);
    expect(row).toMatchObject({ row: 9, repeating: { cells: 24 }, tapeToTellM: null });
    expect(row!.turns).toBeCloseTo(150 / 24, 6);
  });

  it('a short tape says how long one has to be, in the spacing of its own field', () => {
    const [row] = readRowGaps([tape(3, 50, () => false)], 24);
    expect(row!.repeating).toBeNull();
    expect(row!.tapeToTellM).toBeCloseTo(6 * 24 * SPACING_M, 6);
  });

  it('tapes of fields sown at other spacings add up in slots', () => {
    const both = [
      tape(9, 100, (s) => s % 24 === 3),
      tape(9, 100, (s) => s % 24 === 20, 1.3 * SPACING_M),
    ];
    expect(readRowGaps(both, 24)[0]!.repeating).toMatchObject({ cells: 24, missesInPhase: 8 });
  });

  it('a machine whose cells are not known is searched, and asked for no length', () => {
    const [row] = readRowGaps([tape(9, 300, (s) => s % 30 === 7)], null);
    expect(row).toMatchObject({ repeating: { cells: 30 }, turns: null, tapeToTellM: null });
  });
});
