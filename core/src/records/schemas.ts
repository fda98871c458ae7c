import * as z from 'zod/mini';
import { CROPS } from '../crops/index.ts';
import {
  CLOSINGS,
  CONTACTS,
  DEPTH_CONVENTIONS,
  FEELS,
  FIELD_CHANGES,
  FLOORS,
  FURROW_SHAPES,
  SIDE_WALLS,
} from '../depth/index.ts';
import { FURTHEST_EAST_MIN, localDay } from '../season/index.ts';
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
const timestamp = z.iso
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
  z
    .record(z.string().check(z.maxLength(40)), z.string().check(z.maxLength(60)))
    .check(z.refine((typed) => Object.keys(typed).length <= 60, 'Use at most 60 figures.')),
  {},
);

const rowWidthM = within(0.05, 3, 'Enter a row width between 2 in (5 cm) and 10 ft (3 m).');
const lengthM = within(0.1, 500, 'Enter a length between 4 in (0.1 m) and 1,640 ft (500 m).');
const hoopDiameterM = within(0.1, 5, 'Enter a hoop diameter between 4 in (10 cm) and 16 ft (5 m).');

const targetM = within(0.005, 0.2, 'Enter a depth between ¼ in (0.5 cm) and 8 in (20 cm).');

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
  /** What one position of the depth stop moves the seed by; null when not known. */
  depthStopStepM: z._default(
    z.nullable(within(0.0005, 0.05, 'Enter a step between 0.02 in (0.5 mm) and 2 in (5 cm).')),
    null,
  ),
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
  depthTargetM: targetM,
  germination: within(0.3, 1, 'Enter the germination from the seed tag, 30 to 100 %.'),
  fieldLoss: within(0, 0.6, 'Enter an expected field loss of 0 to 60 %.'),
  asTyped,
});

/** Minutes the local clock was ahead of UTC, beside the instant; null in records of before it was noted. */
const zoneOffsetMin = z.nullable(
  whole(-FURTHEST_EAST_MIN, FURTHEST_EAST_MIN, 'Set the time zone of this device.'),
);
const agrees = (at: string, on: string, offset: number | null) =>
  offset === null || localDay(at, offset) === on;

const visit = {
  plantingId: id,
  startedAt: timestamp,
  /** The field's local day it was started on. */
  startedOn: date,
  zoneOffsetMin,
  finishedAt: z.nullable(timestamp),
  walkedBy: z._default(z.string().check(z.maxLength(120)), ''),
  note,
  asTyped,
};
const dayAgrees = z.refine<{
  startedAt: string;
  startedOn: string;
  zoneOffsetMin: number | null;
}>((walk) => agrees(walk.startedAt, walk.startedOn, walk.zoneOffsetMin), {
  message: 'The day of this walk is not the one of its time: check the clock of this device.',
  path: ['startedOn'],
});
const endsAfterStart = z.refine<{ startedAt: string; finishedAt: string | null }>(
  (walk) => walk.finishedAt === null || walk.finishedAt >= walk.startedAt,
  {
    message: 'A walk cannot end before it starts: check the clock of this device.',
    path: ['finishedAt'],
  },
);

export const standWalkSchema = z
  .strictObject({
    ...visit,
    purpose: z.literal('stand'),
    method: z.enum(COUNT_METHODS, 'Choose how to count.'),
    lengthM: z.nullable(lengthM),
    hoopDiameterM: z.nullable(hoopDiameterM),
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
    endsAfterStart,
    dayAgrees,
  );

/** Behind the planter on planting day: what every row is judged against, and how depth is read. */
export const trenchWalkSchema = z
  .strictObject({
    ...visit,
    purpose: z.literal('trench'),
    /** Depth aimed for, to the bottom of the seed. */
    targetM,
    toleranceM: within(0.001, 0.05, 'Enter a tolerance between 1 mm and 2 in (5 cm).'),
    readTo: z.enum(DEPTH_CONVENTIONS, 'Choose what depth is read to.'),
    seedsPerRow: whole(1, 20, 'Choose 1 to 20 seeds a row.'),
    /** A body gauge calibrated against a rule; null when none is used. */
    gauge: z.nullable(
      z.strictObject({
        lengthM: within(0.005, 0.2, 'Enter a length up to 8 in.'),
        errorM: within(0, 0.1, 'Enter an error up to 4 in.'),
      }),
    ),
  })
  .check(endsAfterStart, dayAgrees);

export const walkSchema = z.discriminatedUnion(
  'purpose',
  [standWalkSchema, trenchWalkSchema],
  'This kind of walk is not known.',
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
    typed: z
      .array(z.string().check(z.maxLength(30)))
      .check(z.maxLength(2000, 'Use at most 2,000 plants on one tape.')),
  })
  .check(
    z.refine(({ positionsM }) => positionsM.every((at, i) => i === 0 || at >= positionsM[i - 1]!), {
      message: 'Positions must run in order along the tape: correct the one that steps back.',
      path: ['positionsM'],
    }),
  );

const rowNumber = whole(1, 96, 'Enter the planter row, 1 to 96.');
const rowNumbers = z
  .array(rowNumber)
  .check(z.maxLength(96, 'A planter has at most 96 rows: name each once.'));
const shortText = z._default(z.string().check(z.maxLength(60, 'Use at most 60 characters.')), '');

/** One planter row opened behind the planter. */
export const trenchSchema = z.strictObject({
  stopId: id,
  type: z.literal('trench'),
  row: rowNumber,
  /** When the row was opened. */
  at: timestamp,
  seeds: z
    .array(
      z.strictObject({
        /** As read, to the walk's point of the seed; null for a seed kicked out of place: lost. */
        depthM: z.nullable(within(0, 0.25, 'Enter a depth up to 10 in (25 cm).')),
        typed: z.string().check(z.maxLength(30)),
        /** Seen in moist or in dry soil; null: as the dry layer says. */
        moist: z.nullable(z.boolean()),
        by: z.enum(['rule', 'gauge']),
      }),
    )
    .check(z.maxLength(60, 'Use at most 60 seeds in a row.')),
  /** Distances between neighbouring seeds. */
  gapsM: z
    .array(within(0.001, 10, 'Enter a distance between seeds above zero and up to 33 ft (10 m).'))
    .check(z.maxLength(60, 'Use at most 60 distances in a row.')),
  gapsTyped: z
    .array(z.string().check(z.maxLength(30)))
    .check(z.maxLength(60, 'Use at most 60 distances in a row.')),
  contact: z.enum(CONTACTS, 'Choose the seed-to-soil contact.'),
  shape: z.enum(FURROW_SHAPES, 'Choose the shape of the furrow.'),
  wall: z.enum(SIDE_WALLS, 'Choose the state of the side wall.'),
  floor: z.enum(FLOORS, 'Choose the state of the floor.'),
  closing: z.enum(CLOSINGS, 'Choose how the furrow is closed.'),
  settings: z.strictObject({
    depthStop: shortText,
    downforce: shortText,
    rowCleaner: shortText,
    closingWheel: shortText,
  }),
});

/** Moisture and ground at a stop of a trench check. */
export const groundSchema = z.strictObject({
  stopId: id,
  type: z.literal('ground'),
  row: z.null(),
  dryLayerM: z.nullable(within(0, 0.3, 'Enter a dry layer up to 12 in (30 cm).')),
  feel: z.nullable(z.enum(FEELS, 'Choose how the soil feels.')),
  /** A sensor's reading and the level its owner calls adequate, in the sensor's own figures. */
  sensor: z.nullable(within(0, 1000, 'Enter the sensor’s reading.')),
  sensorAdequate: z.nullable(within(0.01, 1000, 'Enter your own adequate level for this sensor.')),
  note,
  asTyped,
});

export const ADJUSTED = [
  'depthStop',
  'downforce',
  'rowCleaner',
  'closingWheel',
  'opener',
  'other',
] as const;

/** A handle, wheel or pressure changed behind a stopped planter. */
export const adjustmentSchema = z.strictObject({
  stopId: id,
  type: z.literal('adjustment'),
  row: z.null(),
  /** Rows changed; null for all. */
  rows: z.nullable(rowNumbers.check(z.minLength(1, 'Choose the rows that were changed.'))),
  what: z.enum(ADJUSTED, 'Choose what was changed.'),
  /** By how much the depth should move, deeper positive; null when it is no depth setting. */
  byM: z.nullable(within(-0.2, 0.2, 'Enter a change of up to 8 in.')),
  at: timestamp,
  note,
});

/** What the cab shows, of one row or of the machine (row null). */
export const monitorSchema = z.strictObject({
  stopId: id,
  type: z.literal('monitor'),
  row,
  perM2: within(0.1, 2000, 'Enter the population the monitor shows.'),
  singulation: z.nullable(within(0, 1, 'Enter a singulation from 0 to 100 %.')),
  source: z.enum(['cab', 'stream']),
  asTyped,
});

/** A picture taken at a stop; its bytes travel beside the records. */
export const photoSchema = z.strictObject({
  stopId: id,
  type: z.literal('photo'),
  row,
  photoId: id,
  at: timestamp,
  caption: shortText,
});

export const EVENT_TYPES = [
  ...FIELD_CHANGES,
  'plantingDone',
  'hillSoil',
  'saferHerbicide',
  'saferTiming',
] as const;

/** Something that happened to a planting and is carried to its report. */
export const eventSchema = z
  .strictObject({
    plantingId: id,
    type: z.enum(EVENT_TYPES, 'Choose what happened.'),
    at: timestamp,
    /** The field's local day. */
    on: date,
    zoneOffsetMin,
    rows: rowNumbers,
    note,
  })
  .check(
    z.refine((event) => agrees(event.at, event.on, event.zoneOffsetMin), {
      message: 'The day is not the one of its time: check the clock of this device.',
      path: ['on'],
    }),
  );

export const observationSchema = z.discriminatedUnion(
  'type',
  [
    countSchema,
    tapeSchema,
    trenchSchema,
    groundSchema,
    adjustmentSchema,
    monitorSchema,
    photoSchema,
  ],
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
