import { describe, expect, it } from 'vitest';
import { NO_ROW, plannedLengths } from './plannedLengths.ts';

const names = (of: Partial<Parameters<typeof plannedLengths>[0]>) =>
  plannedLengths({ rows: [NO_ROW], zones: '', strips: [], each: 1, most: 200, ...of }).map(
    ({ name }) => name,
  );

describe('lengths that one form flags', () => {
  it.each([
    [{ rows: ['1', '2'] }, ['Row 1', 'Row 2']],
    [{ zones: 'sandy rise, low ground, sandy rise' }, ['sandy rise', 'low ground']],
    [{ rows: ['3'], each: 2 }, ['Row 3, 1', 'Row 3, 2']],
    [
      { rows: ['1', '2'], strips: ['4', '5'] },
      ['Strip 4, Row 1', 'Strip 4, Row 2', 'Strip 5, Row 1', 'Strip 5, Row 2'],
    ],
    [{}, ['Length']],
    [{ rows: [] }, []],
    [{ rows: ['1', '2', '3'], most: 2 }, ['Row 1', 'Row 2']],
  ])('of %j are %j', (of, expected) => expect(names(of)).toEqual(expected));
});
