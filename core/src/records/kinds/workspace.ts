import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, figure, name, whole, within } from './parts.ts';

const fullYield = z.nullable(figure('cornYield', 0.01, 4, 'a yield'));

const price = z.nullable(within(0.001, 100, 'Enter a price above zero.'));

/** Whose fields they are; made with its people, not by an edit. */
export const workspace = defineKind({
  schema: z.strictObject({
    name: name('a name for the workspace'),
    /** A fixed day the workspace lives in (the demo); null for the real calendar. */
    fixedToday: z.nullable(date),
    season: whole(1990, 2199, 'Enter the season as a year.'),
    /** The user's own weights of plants behind; null for the house default. */
    weights: z.nullable(
      z.strictObject({
        oneBehind: within(0, 1.5, 'Enter a weight from 0 to 1.5.'),
        twoBehind: within(0, 1.5, 'Enter a weight from 0 to 1.5.'),
      }),
    ),
    /** Mark before decimals in what people here type and read; null: as each one's browser has it. */
    decimalMark: z._default(z.nullable(z.enum(['.', ','], 'Choose the point or the comma.')), null),
    /** Yield of a full, timely stand by crop, kg/m²; null: the house default. */
    fullYields: z._default(
      z.nullable(z.strictObject({ corn: fullYield, soybean: fullYield, wheat: fullYield })),
      null,
    ),
    /** What grain is sold for, by crop, in the workspace's own money a kg; null: not entered. */
    prices: z._default(
      z.nullable(z.strictObject({ corn: price, soybean: price, wheat: price })),
      null,
    ),
    /** How much treatments of a trial usually differ in truth, SD as a share of the mean yield; null: the default. */
    usualDifference: z._default(
      z.nullable(within(0.002, 0.5, 'Enter a share from 0.2 to 50 % of the yield.')),
      null,
    ),
    /** Share of plantings that have something wrong: the fewer, the less likely each cause of a diagnosis; null: the default. */
    faultyShare: z._default(z.nullable(within(0.05, 0.95, 'Enter a share from 5 to 95 %.')), null),
  }),
  version: 6,
  added: {
    2: ['decimalMark'],
    3: ['fullYields'],
    4: ['prices'],
    5: ['usualDifference'],
    6: ['faultyShare'],
  },
  migrations: {
    1: (old) => ({ decimalMark: null, ...old }),
    2: (old) => ({ fullYields: null, ...old }),
    3: (old) => ({ prices: null, ...old }),
    4: (old) => ({ usualDifference: null, ...old }),
    5: (old) => ({ faultyShare: null, ...old }),
  },
  table: 'workspaces',
  indexed: { name: 'text', fixedToday: 'date', season: 'integer' },
  defaults: {
    decimalMark: null,
    fullYields: null,
    prices: null,
    usualDifference: null,
    faultyShare: null,
  },
  words: { own: ({ name: called }) => called },
  example: {
    name: 'Almirel Bench',
    fixedToday: null,
    season: 2027,
    weights: null,
  },
});
