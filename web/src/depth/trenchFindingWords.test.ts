import { FURROW_PARTS, type FurrowPart, type TrenchFinding } from '@sendero/core';
import { describe, expect, it } from 'vitest';
import { unitsOf } from '../units/useUnits.ts';
import { trenchFindingWords } from './trenchFindingWords.ts';

const us = unitsOf('us');
const units = {
  ...us,
  show: (...of: Parameters<typeof us.show>) => us.show(...of).replaceAll('\u00a0', ' '),
};
const says = (finding: TrenchFinding) => trenchFindingWords(finding, units);

describe('what a trench check says', () => {
  it('names the row, how far off, and which way to turn it', () => {
    const { says: text, next } = says({
      finding: 'offRows',
      rows: [
        { row: 4, verdict: 'shallow', offM: -0.01905, correctionM: 0.01905 },
        { row: 7, verdict: 'deep', offM: 0.0127, correctionM: -0.0127 },
      ],
    });
    expect(text).toBe('Row 4 is ¾ in too shallow. Row 7 is ½ in too deep.');
    expect(next).toBe('Row 4: set ¾ in deeper. Row 7: set ½ in shallower.');
  });
  it('a row off by less than a step is not told to turn by nothing', () =>
    expect(
      says({
        finding: 'offRows',
        rows: [{ row: 4, verdict: 'shallow', offM: -0.007, correctionM: 0 }],
      }).next,
    ).toMatch(/less than one step/));
  it('undecided rows say how many digs would do', () => {
    expect(says({ finding: 'undecidedRows', rows: [{ row: 6, moreDigs: 3 }] }).next).toBe(
      'More digs would settle it: row 6 about 3.',
    );
    expect(says({ finding: 'undecidedRows', rows: [{ row: 6, moreDigs: null }] }).next).toMatch(
      /two seeds or more/,
    );
  });
  it('every finding of a furrow has a sentence and something to do', () => {
    for (const part of Object.keys(FURROW_PARTS) as FurrowPart[])
      for (const saw of FURROW_PARTS[part].slice(1)) {
        const words = says({ finding: 'furrow', part, saw, rows: [2, 3, 4, 9] });
        expect(words.says).toMatch(/^[A-Z].*: rows 2 to 4 and 9\.$/);
        expect(words.next.length).toBeGreaterThan(20);
      }
  });
});
