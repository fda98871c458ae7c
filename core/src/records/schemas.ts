import * as z from 'zod/mini';
import { CROPS } from '../crops/index.ts';
import { COUNT_METHODS, MOST_PLANTS_PER_M } from '../stand/index.ts';

/** Schemas of everything that is kept, with messages that say what to do. Values are SI. */

const id = z.uuid('This link is broken: choose again.');
const name = (what: string) =>
  z
    .string(`Enter ${what}.`)
    .check(
      z.trim(),
      z.minLength(1, `Enter ${what}.`),
      z.maxLength(120, 'Use at most 120 characters.'),
    );
const note = z._default(z.string().check(z.maxLength(4000, 'Use at most 4,000 characters.')), '');
const date = z.iso
  .date('Enter a date as year-month-day, e.g. 2027-05-14.')
  .check(
    z.refine(
      (text) => text >= '1990-01-01' && text <= '2199-12-31',
      'Enter a date between 1990 and 2199.',
    ),
  );
export const timestamp = z.iso
  .datetime('Enter a date and time.')
  .check(
    z.refine(
      (text) => text >= '1990' && text < '2200',
      'Enter a time between 1990 and 2199: check the clock of this device.',
    ),
  );
const within = (least: number, most: number, message: string) =>
  z.number(message).check(z.gte(least, message), z.lte(most, message));
const whole = (least: number, most: number, message: string) =>
  z.int(message).check(z.gte(least, message), z.lte(most, message));
/** Figures exactly as typed, by the name of the value they gave. */
const asTyped = z._default(
  z.record(z.string().check(z.maxLength(40)), z.string().check(z.maxLength(60))),
  {},
);

const rowWidthM = within(0.05, 3, 'Enter a row width between 2 in (5 cm) and 10 ft (3 m).');
const lengthM = within(0.1, 500, 'Enter a length between 4 in (0.1 m) and 1,640 ft (500 m).');
const hoopDiameterM = within(0.1, 5, 'Enter a hoop diameter between 4 in (10 cm) and 16 ft (5 m).');

export const growerSchema = z.strictObject({ name: name('the grower’s name') });

export const fieldSchema = z.strictObject({
  growerId: id,
  name: name('a name for the field'),
  areaM2: z.nullable(within(100, 1e8, 'Enter an area between 0.02 ac and 25,000 ac.')),
  soil: z._default(z.string().check(z.maxLength(120, 'Use at most 120 characters.')), ''),
  asTyped,
});

export const planterSchema = z.strictObject({
  name: name('a name for the planter'),
  type: z.enum(['planter', 'drill'], 'Choose planter or drill.'),
  rows: whole(1, 96, 'Enter how many rows it has, 1 to 96.'),
  rowWidthM,
  cells: z.nullable(whole(1, 400, 'Enter the cells on a metering disc, 1 to 400.')),
  asTyped,
});

export const plantingSchema = z.strictObject({
  fieldId: id,
  planterId: z.nullable(id),
  season: whole(1990, 2199, 'Enter the season as a year.'),
  crop: z.enum(CROPS, 'Choose a crop.'),
  variety: name('the variety or its code'),
  plantedOn: date,
  rowWidthM,
  seedsPerM2: within(0.5, 1500, 'Enter a rate between 2,000 and 6,000,000 seeds/ac.'),
  depthTargetM: within(0.005, 0.2, 'Enter a depth between ¼ in (0.5 cm) and 8 in (20 cm).'),
  germination: within(0.3, 1, 'Enter the germination from the seed tag, 30 to 100 %.'),
  fieldLoss: within(0, 0.6, 'Enter an expected field loss of 0 to 60 %.'),
  asTyped,
});

export const walkSchema = z
  .strictObject({
    plantingId: id,
    purpose: z.literal('stand'),
    startedAt: timestamp,
    finishedAt: z.nullable(timestamp),
    method: z.enum(COUNT_METHODS, 'Choose how to count.'),
    lengthM: z.nullable(lengthM),
    hoopDiameterM: z.nullable(hoopDiameterM),
    walkedBy: z._default(z.string().check(z.maxLength(120)), ''),
    note,
    asTyped,
  })
  .check(
    z.refine((walk) => walk.method === 'hoop' || walk.lengthM !== null, {
      message: 'Enter the length of tape.',
      path: ['lengthM'],
    }),
    z.refine((walk) => walk.method !== 'hoop' || walk.hoopDiameterM !== null, {
      message: 'Enter the hoop’s diameter.',
      path: ['hoopDiameterM'],
    }),
    z.refine((walk) => walk.finishedAt === null || walk.finishedAt >= walk.startedAt, {
      message: 'A walk cannot end before it starts: check the clock of this device.',
      path: ['finishedAt'],
    }),
  );

export const stopSchema = z.strictObject({
  walkId: id,
  ordinal: whole(1, 9999, 'Number the stop from 1.'),
  travel: z.enum(['away', 'toward'], 'Choose the direction the planter travelled.'),
  /** Chosen because it looked bad: kept, flagged, left out of field means. */
  chosen: z.boolean(),
  note,
});

const plants = whole(0, 5000, 'Enter a whole number of plants, 0 or more.');
const row = z.nullable(whole(1, 96, 'Enter the planter row, 1 to 96.'));

export const countSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('count'),
    row,
    /** Length of row covered: see `countedLength`. */
    lengthM: within(0.02, 2000, 'Enter a length above zero.'),
    rowWidthM,
    inStep: plants,
    oneBehind: plants,
    twoBehind: plants,
  })
  .check(
    z.refine(
      (count) =>
        count.inStep + count.oneBehind + count.twoBehind <= MOST_PLANTS_PER_M * count.lengthM + 5,
      {
        message: `More than ${MOST_PLANTS_PER_M} plants per metre of row: check the count and the length of tape.`,
        path: ['inStep'],
      },
    ),
  );

export const tapeSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('tape'),
    row,
    positionsM: z
      .array(within(0, 500, 'Enter positions between 0 and 500 m along the tape.'))
      .check(z.maxLength(2000, 'Use at most 2,000 plants on one tape.')),
    /** Positions exactly as typed, one for each; empty where tapped. */
    typed: z.array(z.string().check(z.maxLength(30))),
  })
  .check(
    z.refine(({ positionsM }) => positionsM.every((at, i) => i === 0 || at >= positionsM[i - 1]!), {
      message: 'Positions must run in order along the tape: correct the one that steps back.',
      path: ['positionsM'],
    }),
  );

export const observationSchema = z.discriminatedUnion(
  'type',
  [countSchema, tapeSchema],
  'This kind of observation is not known.',
);

export const workspaceSchema = z.strictObject({
  name: name('a name for the workspace'),
  /** A fixed day the workspace lives in (the demo); null for the real calendar. */
  fixedToday: z.nullable(date),
  season: whole(1990, 2199, 'Enter the season as a year.'),
  /** The user's own weights of plants behind; null for the house default. */
  weights: z.nullable(
    z.strictObject({
      oneBehind: within(0, 1.5, 'Enter a weight from 0 to 1.5.'),
      twoBehind: within(-1, 1.5, 'Enter a weight from −1 to 1.5.'),
    }),
  ),
});

/** Two versions of one record, made apart: both kept until a person chooses. Made by the server. */
export const conflictSchema = z.strictObject({
  recordKind: z.string(),
  recordId: id,
  /** The version that was not put in place, and whose it is. */
  version: z.unknown(),
  deletes: z.boolean(),
  by: z.string(),
  at: timestamp,
  resolvedAt: z.nullable(timestamp),
});
