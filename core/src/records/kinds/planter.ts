import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import {
  archived,
  asTyped,
  figure,
  name,
  notArchived,
  rowNumbers,
  rowWidthM,
  whole,
} from './parts.ts';

/** The machine whose rows are judged. */
export const planter = defineKind({
  schema: z
    .strictObject({
      name: name('a name for the planter'),
      type: z.enum(['planter', 'drill'], 'Choose planter or drill.'),
      rows: whole(1, 96, 'Enter how many rows it has, 1 to 96.'),
      rowWidthM,
      cells: z.nullable(whole(1, 400, 'Enter the cells on a metering disc, 1 to 400.')),
      /** What one position of the depth stop moves the seed by; null when not known. */
      depthStopStepM: z._default(z.nullable(figure('seedDepth', 0.0005, 0.05, 'a step')), null),
      /** Rows that run behind tractor or cart tyres. */
      trackRows: z._default(rowNumbers, []),
      /** Rows to a section, from the left; null: it has none, or they are not known. */
      sectionRows: z._default(z.nullable(whole(1, 96, 'Enter how many rows a section has.')), null),
      asTyped,
      archived,
    })
    .check(
      z.refine(({ rows, trackRows }) => trackRows.every((row) => row <= rows), {
        message: 'A row behind tyres is none of this machine: choose rows it has.',
        path: ['trackRows'],
      }),
    ),
  version: 3,
  added: { 2: ['archived'], 3: ['trackRows', 'sectionRows'] },
  migrations: {
    1: notArchived,
    2: (old) => ({ trackRows: [], sectionRows: null, ...old }),
  },
  sameWhen: ['type', 'rows'],
  table: 'planters',
  indexed: { name: 'text' },
  words: { own: ({ name: called }) => called },
  defaults: {
    depthStopStepM: null,
    trackRows: [],
    sectionRows: null,
    asTyped: {},
    archived: false,
  },
  example: {
    name: 'Goose',
    type: 'planter',
    rows: 12,
    rowWidthM: 0.762,
    cells: 30,
  },
});
