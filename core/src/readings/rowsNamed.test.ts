import { expect, it } from 'vitest';
import { standByRow, summariseStand } from '../stand/index.ts';
import { namedRowsText, rowsNamed } from './rowsNamed.ts';
import type { TrenchCheck } from './readTrenchCheck.ts';
import type { WalkStand } from './readWalkStand.ts';

const check = {
  depths: {
    rows: [
      { row: 3, verdict: 'on target' },
      { row: 4, verdict: 'shallow' },
      { row: 7, verdict: 'deep' },
      { row: 8, verdict: 'undecided' },
    ],
  },
} as TrenchCheck;

/** A walk of six stops in which row 4 has half its plants. */
function thinWalk(): WalkStand {
  const counts = Array.from({ length: 6 }, (_, stop) =>
    Array.from({ length: 8 }, (_, i) => ({
      row: i + 1,
      lengthM: 5.31,
      rowWidthM: 0.762,
      inStep: (i + 1 === 4 ? 14 : 29) + ((stop + i) % 3),
      oneBehind: 0,
      twoBehind: 0,
    })),
  );
  return {
    summary: summariseStand(counts.map((own, i) => ({ id: String(i), counts: own }))),
    rows: standByRow(counts),
    expectedPerM2: 7.2,
  } as unknown as WalkStand;
}

it('puts together what the trench check and the stand walk say of a row', () => {
  const named = rowsNamed(check, thinWalk());
  expect(named).toEqual([
    { row: 4, why: ['too shallow', 'thin'] },
    { row: 7, why: ['too deep'] },
  ]);
  expect(namedRowsText(named)).toBe('Row 4 too shallow and thin; row 7 too deep.');
});

it('names nothing where nothing was seen, and says so', () => {
  expect(rowsNamed(null, null)).toEqual([]);
  expect(namedRowsText([])).toBe('No row stands out.');
});

it('names rows that are named for the same together', () => {
  const alike = Array.from({ length: 16 }, (_, i) => ({ row: i + 1, why: ['too deep'] }));
  expect(namedRowsText([{ row: 4, why: ['thin'] }, ...alike.slice(5, 7)])).toBe(
    'Row 4 thin; rows 6 and 7 too deep.',
  );
  expect(namedRowsText(alike)).toBe('Rows 1 to 16 too deep.');
});
