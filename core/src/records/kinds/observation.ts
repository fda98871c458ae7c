import * as z from 'zod/mini';
import { CLOSINGS, CONTACTS, FEELS, FLOORS, FURROW_SHAPES, SIDE_WALLS } from '../../depth/index.ts';
import { MOST_PLANTS_PER_M } from '../../stand/index.ts';
import { defineKind } from './defineKind.ts';
import {
  id,
  note,
  timestamp,
  within,
  whole,
  asTyped,
  rowWidthM,
  row,
  rowNumber,
  rowNumbers,
  shortText,
} from './parts.ts';

const plants = whole(0, 5000, 'Enter a whole number of plants, 0 or more.');

const countSchema = z
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

const tapeSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('tape'),
    row,
    positionsM: z
      .array(within(0, 500, 'Enter positions between 0 and 500 m along the tape.'))
      .check(z.maxLength(2000, 'Use at most 2,000 plants on one tape.')),
    /** How far along the tape was read, m from 0: what is blank before it counts. Null when that was not noted. */
    readToM: z.nullable(within(0.1, 500, 'Enter how far the tape was read.')),
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
    z.refine(
      ({ positionsM, readToM }) => readToM === null || !(positionsM.at(-1)! > readToM + 1e-9),
      {
        message:
          'A plant stands beyond the end of the tape: read it further, or take the plant out.',
        path: ['readToM'],
      },
    ),
  );

/** One planter row opened behind the planter. */
const trenchSchema = z.strictObject({
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
const groundSchema = z.strictObject({
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
const adjustmentSchema = z.strictObject({
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
const monitorSchema = z.strictObject({
  stopId: id,
  type: z.literal('monitor'),
  row,
  perM2: within(0, 2000, 'Enter the population the monitor shows; 0 for a row that shows nothing.'),
  singulation: z.nullable(within(0, 1, 'Enter a singulation from 0 to 100 %.')),
  source: z.enum(['cab', 'stream']),
  asTyped,
});

/** A picture taken at a stop; its bytes travel beside the records. */
const photoSchema = z.strictObject({
  stopId: id,
  type: z.literal('photo'),
  row,
  photoId: id,
  at: timestamp,
  caption: shortText,
});

const observationSchema = z.discriminatedUnion(
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

const SEEN: Record<z.output<typeof observationSchema>['type'], string> = {
  count: '',
  tape: 'tape',
  trench: 'depths',
  ground: 'moisture',
  adjustment: 'adjustment',
  monitor: 'monitor',
  photo: 'photo',
};

/** What was seen at a stop: of one planter row, or of the place. */
export const observation = defineKind({
  schema: observationSchema,
  version: 2,
  added: { 2: ['readToM'] },
  migrations: { 1: (old) => (old.type === 'tape' ? { readToM: null, ...old } : old) },
  parents: { stopId: 'stop' },
  held: 'walk',
  // A count of a row, a tape in it, its depths: one each. Photos and adjustments there can be many.
  identity: ({ type, row: planterRow }) =>
    type === 'photo' || type === 'adjustment' ? null : `${type} ${planterRow ?? ''}`,
  // A count that two people tap on holds the taps of both.
  tallies: ['inStep', 'oneBehind', 'twoBehind'],
  table: 'observations',
  indexed: { stopId: 'uuid', type: 'text', row: 'integer' },
  words: {
    own: ({ type, row: planterRow }) =>
      [planterRow && `row ${planterRow}`, SEEN[type]].filter(Boolean).join(', '),
  },
  relations: (seen, lookUp): Record<string, string> => {
    const rows = seen.type === 'adjustment' ? (seen.rows ?? []) : [seen.row ?? 0];
    const most = rows.reduce((top, one) => Math.max(top, one), 0);
    const of = (kind: string, id: unknown) =>
      typeof id === 'string' ? (lookUp(kind, id)?.data as Record<string, unknown>) : undefined;
    const machine = of(
      'planter',
      of('planting', of('walk', of('stop', seen.stopId)?.walkId)?.plantingId)?.planterId,
    ) as { name: string; rows: number } | undefined;
    return machine && most > machine.rows
      ? {
          [seen.type === 'adjustment' ? 'rows' : 'row']:
            `${machine.name} has ${machine.rows} rows: choose a row from 1 to ${machine.rows}.`,
        }
      : {};
  },
  example: {
    stopId: '019f0000-0000-7000-8000-000000000007',
    type: 'count',
    row: 4,
    lengthM: 5.31,
    rowWidthM: 0.762,
    inStep: 28,
    oneBehind: 2,
    twoBehind: 1,
  },
});
