import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { csvText, plainText } from './csvText.ts';

it.each(['=HYPERLINK("http://evil.example")', '+1+2', '-2+3', '@SUM(A1)', '\t=1', '-cmd|x'])(
  '%s is text in a spreadsheet, and itself when it is read again',
  (what) => {
    const [, [cell]] = Papa.parse<string[]>(csvText([{ what }])).data as [string[], [string]];
    expect(cell.startsWith("'")).toBe(true);
    expect(plainText(cell)).toBe(what);
  },
);

it.each(['-3.5', '+2', '-12 %', 'row 4', '3', "'plain"])('%s stays as it is', (what) =>
  expect(csvText([{ what }])).toBe(`what\r\n${what}`),
);
