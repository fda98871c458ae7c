import { expect, it } from 'vitest';
import { findingWords } from './findingWords.ts';

it('names the rows and what to look at next', () => {
  const { says, next, tone } = findingWords({
    finding: 'thinRows',
    rows: [
      { row: 4, ratio: 0.593 },
      { row: 9, ratio: 0.9 },
    ],
  });
  expect(says).toBe(
    'Rows 4 and 9 stand thinner than the other rows at stop after stop (59 %, 90 % of their density).',
  );
  expect(next).toMatch(/meter/);
  expect(tone).toBe('act');
});

it('a thin stand is not yet a reason to replant', () => {
  expect(findingWords({ finding: 'thin', missingShare: 0.23, ofExpected: 0.77 }).next).toMatch(
    /no reason to replant/,
  );
});

it('an undecided walk asks for stops only while they would help', () => {
  const about = { finding: 'undecided', lowestShare: 0.94, highestShare: 1.01 } as const;
  expect(findingWords({ ...about, precise: false }).next).toMatch(/More stops/);
  expect(findingWords({ ...about, precise: true }).next).not.toMatch(/stops/);
});
