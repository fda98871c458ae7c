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
    expect(text).toBe('Row 4 is about ¾ in too shallow. Row 7 is about ½ in too deep.');
    expect(next).toBe('Row 4: set ¾ in deeper. Row 7: set ½ in shallower.');
  });
  it('an accepted depth is said with its window, and orders nothing', () => {
    const { says: text, next } = says({
      finding: 'insideWindow',
      offM: 0.0111,
      depthM: 0.0619,
      windowM: [0.0381, 0.0635],
    });
    expect(text).toMatch(/inside the recommended window of 1½ in to 2½ in/);
    expect(next).toMatch(/^No correction is needed/);
    expect(`${text} ${next}`).not.toMatch(/[Ss]hift|set /);
  });
  it('a machine off as a whole is shifted first; its exceptions are told from what goes with it', () => {
    const shifted = {
      finding: 'wholePlanter' as const,
      offM: -0.0127,
      shiftM: 0.0127,
      undecided: [],
    };
    expect(says({ ...shifted, exceptions: [] }).next).toMatch(
      /^Shift all rows ½ in deeper\. First/,
    );
    const whole = says({ ...shifted, exceptions: [4] });
    expect(whole.says).toBe('The machine as a whole runs about ½ in too shallow.');
    expect(whole.next).toMatch(/^Shift all rows ½ in deeper; set row 4 as said below instead\./);
    expect(says({ ...shifted, exceptions: [], undecided: [2, 3] }).next).toMatch(
      /Rows 2 and 3 cannot be judged by themselves yet: dig again after the shift\.$/,
    );
  });
  it('undecided rows say how many digs would do, or that none will', () => {
    const rows = [
      { row: 6, moreDigs: [2, 5] as [number, number], needsPlaces: null, offM: -0.005 },
      { row: 7, moreDigs: null, needsPlaces: null, offM: 0.006 },
    ];
    expect(says({ finding: 'undecidedRows', rows }).next).toBe(
      'Row 6: 2 to 5 more digs should settle it. Row 7: so near the edge of the tolerance that 20 more digs would hardly settle it: leave it as it is. Dig a few steps on: neighboring seeds share the bounce of the unit.',
    );
    const elsewhere = says({
      finding: 'undecidedRows',
      rows: [
        { row: 3, moreDigs: [3, 8], needsPlaces: 'onePlace', offM: -0.0127 },
        { row: 9, moreDigs: [3, 8], needsPlaces: 'loose', offM: 0.0127 },
      ],
    });
    expect(elsewhere.says).toBe(
      'Row 3 looks ½ in too shallow at this one place. Row 9 looks ½ in too deep, but its seeds lie at very uneven depth.',
    );
    expect(elsewhere.next).toMatch(
      /^Row 3: dig at a second place before you set it. Row 9: dig at two more places first./,
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
