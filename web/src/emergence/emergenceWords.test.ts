import {
  finished,
  flaggedCounts,
  readEmergence,
  type EmergenceCount,
  type FlaggedLength,
  type Planting,
} from '@sendero/core';
import { expect, it } from 'vitest';
import { finalText, headline, latenessTexts, nextText, signedHours } from './emergenceWords.ts';
import { answerLateness, type LatenessAnswer } from './lateness.ts';

const planting = {
  id: 'p',
  data: {
    plantedOn: '2027-05-01',
    seedsPerM2: 8,
    rowWidthM: 0.75,
    germination: 0.95,
    fieldLoss: 0.05,
  } as Planting,
};
/** Rows of 30 seeds, counted every two days from May 9. */
function read(rows: number[][]) {
  return readEmergence(
    planting,
    rows.map((_, i) => ({
      id: `row ${i + 1}`,
      data: {
        row: i + 1,
        zone: '',
        lengthM: 5,
        seeds: 30,
        sownFrom: 'digs',
        at: '',
      } as FlaggedLength,
    })),
    rows.flatMap((counts, i) =>
      counts.map((plants, visit) => {
        const on = `2027-05-${String(9 + 2 * visit).padStart(2, '0')}`;
        return {
          id: `${i} ${visit}`,
          data: {
            lengthId: `row ${i + 1}`,
            at: `${on}T08:00:00Z`,
            on,
            zoneOffsetMin: 0,
            round: 1,
            counted: 'new',
            plants,
            lost: 0,
          } as EmergenceCount,
        };
      }),
    ),
  );
}
function answered(rows: number[][]): LatenessAnswer {
  const { all, rows: groups } = read(rows);
  return finished(
    answerLateness({
      all: { name: 'all', lengths: all!.lengths.map(flaggedCounts) },
      groups: groups.map(({ name, lengths }) => ({ name, lengths: lengths.map(flaggedCounts) })),
      draws: 200,
    }),
  )!;
}
const even = [1, 9, 14, 3, 0];

it('says when half were up only where the visits tell it, and else between which it was', () => {
  expect(headline(read([even, even]), null)).toMatch(
    // Visits are two days apart: they tell a day, no hour.
    /^Half were up by (Tue|Wed|Thu), May 1[1-3]\.$/,
  );
  expect(
    headline(
      read([
        [0, 27, 0],
        [0, 28, 0],
      ]),
      null,
    ),
  ).toBe(
    'Half were up between Sun, May 9, 8:00 and Tue, May 11, 8:00: the visits cannot tell it closer.',
  );
  expect(
    headline(
      read([
        [27, 1],
        [28, 0],
      ]),
      null,
    ),
  ).toBe('Half were up before the first visit on Sun, May 9, 8:00.');
  expect(headline(read([[0], [0]]), null)).toBe('Nothing was up at the last visit.');
  expect(
    headline(
      read([
        [1, 6],
        [0, 5],
      ]),
      null,
    ),
  ).toBe('Plants are coming: 12 of 60 seeds were up at the last visit.');
  expect(headline(read([]), null)).toBe('Nothing is counted yet.');
});

it('judges the final share only when it has come, and by its interval', () => {
  expect(
    finalText(
      read([
        [1, 6],
        [0, 5],
      ]),
      null,
    ),
  ).toBe('20 % of the seeds are up so far. Germination and field loss lead one to expect 90 %.');
  const thin = read([
    [1, 6, 8, 2, 0],
    [0, 7, 9, 1, 0],
  ]);
  expect(finalText(thin, { lower: 0.45, upper: 0.68 })).toMatch(
    /57 % of the seeds came up \(95 %: 45 % to 68 %\).*Fewer came than that\.$/,
  );
  expect(finalText(thin, { lower: 0.45, upper: 0.95 })).toMatch(
    /No difference from that can be seen\.$/,
  );
});

it('names a row that stands out, by how much and how surely, and no other', () => {
  const rows = Array.from({ length: 8 }, (_, i) => (i === 3 ? [0, 0, 4, 13, 9] : even));
  const texts = latenessTexts(answered(rows));
  expect(texts).toHaveLength(1);
  expect(texts[0]).toMatch(
    /^Row 4 was half up \d+ h later than the middle of the others \(95 %: \d+ to \d+ h\)\.$/,
  );
  expect(latenessTexts(answered(Array.from({ length: 8 }, () => even)))).toEqual([]);
});

it('says when to come again, and when it has stopped', () => {
  const day = (date: string) => date;
  expect(nextText(read([[0], [0]]), day)).toBe('Nothing is up yet. Look again on 2027-05-11.');
  expect(
    nextText(
      read([
        [1, 6],
        [0, 5],
      ]),
      day,
    ),
  ).toMatch(/^Plants still come: count again on 2027-05-13/);
  expect(nextText(read([even, even]), day)).toBe(
    'No new plant at the last visit: taken to have stopped (default: under 2 % new), so no more visits are asked for.',
  );
});

it('hours keep their sign, and nothing has none', () =>
  expect([-6.6, 0.2, -0.3, 12].map(signedHours)).toEqual(['−7', '0', '0', '+12']));
