import { describe, expect, it } from 'vitest';
import { isTable, pastedCells, unitOfHeading } from './pastedCells.ts';
import { unitsOf } from './useUnits.ts';

describe('a table as a spreadsheet copies it', () => {
  it('gives its cells; a row of names above figures is the heading', async () => {
    expect(await pastedCells('Weight\tMoisture\n5,200\t17\r\n5,300\t\n')).toEqual({
      heading: ['Weight', 'Moisture'],
      rows: [
        ['5,200', '17'],
        ['5,300', ''],
      ],
    });
  });
  it('a cell with a line end in it is one cell', async () =>
    expect((await pastedCells('"by the\ngate"\t3')).rows).toEqual([['by the\ngate', '3']]));
  it('names alone are rows: nothing says that the first is a heading', async () =>
    expect((await pastedCells('Reed Corner\nCrane Meadow')).rows).toHaveLength(2));
  it('one cell is no table, also with a line end behind it', () => {
    expect(isTable('5,200\n')).toBe(false);
    expect(isTable('5,200\t17')).toBe(true);
  });
});

describe('the unit of a column', () => {
  it.each([
    ['Area (ac)', 'ac'],
    ['acres', 'acres'],
    ['Area, ha', 'ha'],
    ['area_ha', 'ha'],
    ['Area', ''],
  ])('%j names %j', (heading, unit) =>
    expect(unitOfHeading(heading, 'area', unitsOf('metric'))).toBe(unit),
  );
});
