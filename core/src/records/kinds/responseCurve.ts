import * as z from 'zod/mini';
import { CROPS } from '../../crops/index.ts';
import { defineKind } from './defineKind.ts';
import { name } from './parts.ts';

const AT_MOST = 60;
const figures = z
  .array(z.number())
  .check(
    z.minLength(2, 'A table needs two dates and two stands or more.'),
    z.maxLength(AT_MOST, `A table has at most ${AT_MOST} lines and columns.`),
  );

/** What a crop bears by planting date and stand where this workspace works, in place of the app’s curves: see `YieldTable`. */
export const responseCurve = defineKind({
  schema: z.strictObject({
    crop: z.enum(CROPS, 'Choose the crop.'),
    /** The file it came from. */
    name: name('the name of the file'),
    daysAfterBest: figures,
    plantsPerM2: figures,
    shares: z.array(z.array(z.number().check(z.gte(0), z.lte(1)))).check(z.maxLength(AT_MOST)),
  }),
  identity: ({ crop }) => crop,
  table: 'response_curves',
  indexed: { crop: 'text' },
  words: { own: ({ name: called, crop }) => `table ${called} of ${crop}`, alone: true },
  example: {
    crop: 'corn',
    name: 'dates-and-stands.csv',
    daysAfterBest: [0, 20],
    plantsPerM2: [4, 8],
    shares: [
      [0.8, 1],
      [0.65, 0.8],
    ],
  },
});
