import { describe, expect, it } from 'vitest';
import { unitsOf } from '../units/useUnits.ts';
import { durationText, spreadText } from './planWords.ts';
import { fairText, rowsWords } from './wayWords.ts';

describe('what to count at a place', () => {
  it('names the rows and how to stand, mirrored on the way back', () => {
    const north = { bearingDeg: 2, firstAt: 'left' as const };
    expect(rowsWords({ rows: [5, 6, 7, 8], travel: 'away' }, 12, north)).toEqual({
      count: 'Count rows 5 to 8 of 12',
      stand: 'Look north: in this pass the planter went away from you, row 1 is at your left.',
    });
    expect(rowsWords({ rows: [5], travel: 'toward' }, 12, north).stand).toMatch(
      /came toward you, row 1 is at your right/,
    );
  });

  it('says what it does not know', () => {
    const { count, stand } = rowsWords({ rows: [], travel: 'away' }, null, null);
    expect(count).toBe('Count here');
    expect(stand).toMatch(/if you can tell/);
    const all = Array.from({ length: 6 }, (_, i) => i + 1);
    expect(rowsWords({ rows: all, travel: 'away' }, 6, null).count).toBe('Count all 6 rows');
  });
});

describe('how fair a walk is', () => {
  const name = (zone: string) => zone;
  it('is said with what it lacks', () => {
    expect(fairText({ covered: 0.97, lacking: 'north', zones: [] }, 12, name)).toBe(
      '12 stops: spread over the whole field, a fair sample.',
    );
    expect(fairText({ covered: 0.55, lacking: 'north', zones: ['the slough'] }, 1, name)).toBe(
      '1 stop speaks for about 55 % of the field: the north is hardly covered; no stop in the slough.',
    );
    expect(fairText({ covered: 0, lacking: null, zones: [] }, 0, name)).toMatch(/No stop/);
  });
});

it('durations and spreads are said as people say them, a default as one', () => {
  expect([durationText(40.4), durationText(95)]).toEqual(['40 min', '1 h 35 min']);
  expect(spreadText({ cv: 0.08, df: 2, from: 'default' }, unitsOf('us'))).toMatch(
    /8\.0 %.*default/,
  );
});
