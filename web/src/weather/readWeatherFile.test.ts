import { guessWeatherShape, weatherFile } from '@sendero/core';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { weatherHead } from './readWeatherFile.ts';

const blob = (text: string) => new Blob([text]);
/** A file as its worker reads it, by the columns that its head lets guess. */
async function readText(text: string) {
  const head = await weatherHead(blob(text));
  if (!head) return null;
  const file = weatherFile(guessWeatherShape(head.headers, head.lines));
  Papa.parse<string[]>(text).data.forEach((cells, i) => file.line(cells, i + 1));
  return file.end();
}
const table = (delimiter: string, decimal = '.') =>
  [
    ['Date', 'Tmin (°C)', 'Tmax (°C)', 'Rain (mm)'],
    ['2027-05-01', `8${decimal}1`, `19${decimal}4`, `0${decimal}0`],
    ['2027-05-02', `9${decimal}0`, `20${decimal}2`, `3${decimal}4`],
  ]
    .map((cells) => cells.join(delimiter))
    .join('\r\n');

describe('a station’s file', () => {
  it.each([
    ['commas', ',', '.'],
    ['semicolons and decimal commas', ';', ','],
    ['tabs', '\t', '.'],
    ['bars', '|', '.'],
  ])('with %s between its figures', async (_name, delimiter, decimal) => {
    const read = await readText(`\ufeff${table(delimiter, decimal)}`);
    expect(read!.days).toMatchObject([
      { on: '2027-05-01', minC: 8.1, maxC: 19.4, rainM: 0 },
      { on: '2027-05-02', minC: 9, maxC: 20.2, rainM: 0.0034 },
    ]);
    expect(read!.counts).toEqual({});
  });
  it('with something between its figures that nobody uses is told to be none', async () =>
    expect(await weatherHead(blob(table('~')))).toBeNull());
  it('that is no table at all is told to be none, and never breaks the reading', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.oneof(
            fc.string({ unit: 'binary', maxLength: 60 }),
            fc.constantFrom(...table(',').split('\r\n'), '5/1/2027,,"', ',,,,', '\ufeffDate;Rain'),
          ),
          { maxLength: 12 },
        ),
        async (lines) => {
          const read = await readText(lines.join('\n'));
          for (const { minC, maxC, rainM } of read?.days ?? [])
            for (const value of [minC, maxC, rainM])
              expect(value === null || Number.isFinite(value)).toBe(true);
        },
      ),
      { numRuns: 50 },
    );
  });
  it('by the minute for weeks is its hours, and what is wrong in it is counted but not listed without end', async () => {
    const lines = ['Time,Air temp (°C),Rain (mm)'];
    for (let minute = 0; minute < 21 * 1440; minute++) {
      const at = new Date(Date.UTC(2027, 4, 1) + minute * 60_000).toISOString().slice(0, 16);
      lines.push(`${at.replace('T', ' ')},${minute % 10 === 0 ? 'error' : '12.5'},0.1`);
    }
    const read = (await readText(lines.join('\n')))!;
    expect(read.days).toHaveLength(21);
    expect(read.days[3]!.hours!.airC).toEqual(Array.from({ length: 24 }, () => 12.5));
    expect(read.days[3]!.rainM).toBeCloseTo(0.144, 9);
    expect(read.counts.noFigure).toBe(21 * 144);
    expect(read.problems.length).toBeLessThanOrEqual(500);
  });
});
