import * as z from 'zod/mini';
import { CROPS } from '../../crops/index.ts';
import { defineKind } from './defineKind.ts';
import { name } from './parts.ts';

const AT_MOST = 60;
const MOST_STRIPS = 400;
const figures = z
  .array(z.number())
  .check(
    z.minLength(2, 'A table needs two dates and two stands or more.'),
    z.maxLength(AT_MOST, `A table has at most ${AT_MOST} lines and columns.`),
  );
const share = z.number().check(z.gte(0), z.lte(1));

/** What a crop bears where this workspace works: a table by planting date and stand in place of the app’s curves, strips that bend them, or both. */
export const responseCurve = defineKind({
  schema: z.strictObject({
    crop: z.enum(CROPS, 'Choose the crop.'),
    /** See `YieldTable`; with the file it came from. */
    table: z._default(
      z.nullable(
        z.strictObject({
          name: name('the name of the file'),
          daysAfterBest: figures,
          plantsPerM2: figures,
          shares: z.array(z.array(share)).check(z.maxLength(AT_MOST)),
        }),
      ),
      null,
    ),
    /** Own strips: see `fitBend`. */
    strips: z._default(
      z
        .array(z.strictObject({ plantsPerM2: z.number().check(z.gt(0)), share }))
        .check(z.maxLength(MOST_STRIPS, `Bring at most ${MOST_STRIPS} strips.`)),
      [],
    ),
  }),
  identity: ({ crop }) => crop,
  table: 'response_curves',
  indexed: { crop: 'text' },
  defaults: { strips: [] },
  words: { own: ({ crop }) => `what ${crop} bears here`, alone: true },
  example: {
    crop: 'corn',
    table: {
      name: 'dates-and-stands.csv',
      daysAfterBest: [0, 20],
      plantsPerM2: [4, 8],
      shares: [
        [0.8, 1],
        [0.65, 0.8],
      ],
    },
  },
});
