import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, id, note, rowNumber } from './parts.ts';

/** Two row units of a planter that changed places: what was known of each goes with it. */
export const unitMove = defineKind({
  schema: z
    .strictObject({
      planterId: id,
      /** Rows whose units changed places. */
      rowA: rowNumber,
      rowB: rowNumber,
      on: date,
      note,
    })
    .check(
      z.refine(({ rowA, rowB }) => rowA !== rowB, {
        message: 'Choose two different rows.',
        path: ['rowB'],
      }),
    ),
  parents: { planterId: 'planter' },
  table: 'unit_moves',
  indexed: { planterId: 'uuid', on: 'date' },
  relations: ({ planterId, rowA, rowB }, lookUp): Record<string, string> => {
    const machine = lookUp('planter', planterId)!.data as { name: string; rows: number };
    const wrong = rowA > machine.rows ? 'rowA' : rowB > machine.rows ? 'rowB' : null;
    return wrong
      ? {
          [wrong]: `${machine.name} has ${machine.rows} rows: choose a row from 1 to ${machine.rows}.`,
        }
      : {};
  },
  words: { own: ({ rowA, rowB }) => `units of rows ${rowA} and ${rowB} changed places` },
  defaults: { note: '' },
  example: {
    planterId: '019f0000-0000-7000-8000-000000000003',
    rowA: 4,
    rowB: 9,
    on: '2026-12-09',
  },
});
