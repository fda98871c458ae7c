import * as z from 'zod/mini';
import { COVERS } from '../../belowGround/index.ts';
import { CROP_FACTS, type Crop } from '../../crops/index.ts';
import { CLOSINGS, CONTACTS, FEELS, FLOORS, FURROW_SHAPES, SIDE_WALLS } from '../../depth/index.ts';
import { DIG_WAYS, DOUBLE_FINDS, GAP_FINDS, ROOT_FORMS, SLOTS } from '../../digs/index.ts';
import { SEVERITIES, SIGNS } from '../../pests/index.ts';
import { STAGED_BY, stageStep } from '../../staging/index.ts';
import { MOST_PLANTS_PER_M } from '../../stand/index.ts';
import { defineKind } from './defineKind.ts';
import {
  asTyped,
  figure,
  id,
  note,
  row,
  rowNumber,
  rowNumbers,
  rowWidthM,
  shortText,
  timestamp,
  whole,
  within,
} from './parts.ts';

const stage = z.string('Choose the stage.').check(z.minLength(1), z.maxLength(4));
const stagedBy = z.enum(STAGED_BY, 'Choose what is counted: collars or tips.');
const dugDepth = z.nullable(figure('seedDepth', 0, 0.25, 'a depth'));
const typedText = z._default(z.string().check(z.maxLength(30)), '');
const placeM = z.nullable(figure('tapePosition', 0, 500, 'a place along the tape'));

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
      .array(figure('tapePosition', 0, 500, 'positions along the tape'))
      .check(z.maxLength(2000, 'Use at most 2,000 plants on one tape.')),
    /** How far along the tape was read, m from 0: what is blank before it counts. Null when that was not noted. */
    readToM: z.nullable(figure('tapePosition', 0.1, 500, 'how far the tape was read,')),
    /** Positions exactly as typed, one for each; empty where tapped. */
    typed: z
      .array(z.string().check(z.maxLength(30)))
      .check(z.maxLength(2000, 'Use at most 2,000 plants on one tape.')),
    /** Stage of each plant, in the order of the positions; null where it was not looked at. None: no stage was taken. */
    stages: z._default(
      z.array(z.nullable(stage)).check(z.maxLength(2000, 'Use at most 2,000 plants on one tape.')),
      [],
    ),
    stagedBy: z._default(stagedBy, 'collars'),
  })
  .check(
    z.refine(
      ({ positionsM, stages }) => stages.length === 0 || stages.length === positionsM.length,
      {
        message: 'Each plant on the tape has its own stage, or none: enter them again.',
        path: ['stages'],
      },
    ),
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
        depthM: z.nullable(figure('seedDepth', 0, 0.25, 'a depth')),
        typed: z.string().check(z.maxLength(30)),
        /** Seen in moist or in dry soil; null: as the dry layer says. */
        moist: z.nullable(z.boolean()),
        by: z.enum(['rule', 'gauge']),
      }),
    )
    .check(z.maxLength(60, 'Use at most 60 seeds in a row.')),
  /** Distances between neighbouring seeds. */
  gapsM: z
    .array(figure('plantSpacing', 0.001, 10, 'a distance between seeds'))
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
  dryLayerM: z.nullable(figure('seedDepth', 0, 0.3, 'a dry layer')),
  feel: z.nullable(z.enum(FEELS, 'Choose how the soil feels.')),
  /** A sensor's reading and the level its owner calls adequate, in the sensor's own figures. */
  sensor: z.nullable(within(0, 1000, 'Enter the sensor’s reading.')),
  sensorAdequate: z.nullable(within(0.01, 1000, 'Enter your own adequate level for this sensor.')),
  /** How fast the planter went there; null: not noted. */
  speedMPerS: z._default(z.nullable(figure('speed', 0.1, 10, 'a speed')), null),
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
  byM: z.nullable(figure('seedDepth', -0.2, 0.2, 'a change')),
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
  /** What it shows: a gap dug, a plant dug, a tagged plant; null: the place. */
  of: z._default(z.nullable(id), null),
  /** Of a pair, which plant. */
  side: z._default(z.nullable(z.enum(['late', 'neighbour'])), null),
});

/** Plants of a row by stage, one after the other; where a tape was read in the row, they stand with the tape. */
const stagesSchema = z.strictObject({
  stopId: id,
  type: z.literal('stages'),
  row,
  stages: z.array(stage).check(z.maxLength(2000, 'Stage at most 2,000 plants of a row.')),
  stagedBy,
  /** Tillers of each plant, in the same order; null where they were not counted. */
  tillers: z._default(
    z
      .array(z.nullable(whole(0, 60, 'Enter 0 to 60 tillers.')))
      .check(z.maxLength(2000, 'Stage at most 2,000 plants of a row.')),
    [],
  ),
});

/** Small grains near heading: stems looked at in a length, and heads out of the boot. */
const headingSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('heading'),
    row,
    stems: whole(1, 5000, 'Enter the stems looked at, 1 or more.'),
    headed: whole(0, 5000, 'Enter the heads out of the boot, 0 or more.'),
  })
  .check(
    z.refine(({ stems, headed }) => headed <= stems, {
      message: 'More heads than stems: count one of the two again.',
      path: ['headed'],
    }),
  );

/** Dug where a plant should be, or where two stand in one place. */
const gapDigSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('gapDig'),
    row,
    /** Along the tape, where there is one. */
    atM: placeM,
    what: z.enum(['gap', 'double'], 'Choose a gap or a double.'),
    /** null: not looked at yet. */
    found: z.nullable(z.enum([...GAP_FINDS, ...DOUBLE_FINDS], 'Choose what was found.')),
    depthM: dugDepth,
    typed: typedText,
    /** Depth of the healthy neighbour. */
    neighbourM: dugDepth,
    neighbourTyped: typedText,
    feel: z.nullable(z.enum(FEELS, 'Choose how the soil feels.')),
    cover: z.array(z.enum(COVERS, 'Choose what lies over it.')).check(z.maxLength(4)),
    note,
  })
  .check(
    z.refine(
      ({ what, found }) =>
        found === null ||
        (what === 'double') === (DOUBLE_FINDS as readonly string[]).includes(found),
      { message: 'This is not found there: choose again.', path: ['found'] },
    ),
  );

const dugPlant = z
  .strictObject({
    stage: z.nullable(stage),
    way: z.enum(DIG_WAYS, 'Choose how its depth is read.'),
    /** Soil line to the seed. */
    depthM: dugDepth,
    /** From the seed up to the crown, where the seed has gone. */
    mesocotylM: z.nullable(figure('seedDepth', 0, 0.2, 'a length')),
    /** Soil line to the crown, where it was measured; null: as usual. */
    crownM: z.nullable(figure('seedDepth', 0, 0.1, 'a crown depth')),
    typed: typedText,
    roots: z.nullable(z.enum(ROOT_FORMS, 'Choose how the roots run.')),
    /** Depth of the hard layer they turn at. */
    turnedAtM: z.nullable(figure('seedDepth', 0, 0.5, 'a depth')),
    nodal: z.nullable(z.boolean()),
    slot: z.nullable(z.enum(SLOTS, 'Choose how the slot is.')),
    wall: z.nullable(z.enum(SIDE_WALLS, 'Choose the state of the side wall.')),
    oldRoots: z.nullable(z.boolean()),
  })
  .check(
    z.refine(
      ({ way, stage: at }) => way !== 'mesocotyl' || !['VE', 'V1', 'V2'].includes(at ?? ''),
      {
        message: 'It has no crown yet: measure from the soil line to the seed.',
        path: ['mesocotylM'],
      },
    ),
    z.refine(({ way, stage: at }) => way !== 'crown' || !['10', '11'].includes(at ?? ''), {
      message: 'It has no crown yet: measure from the soil line to the seed.',
      path: ['mesocotylM'],
    }),
  );

/** A plant dug, or a late one with the neighbour it stands beside. */
const plantDigSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('plantDig'),
    row,
    atM: placeM,
    plant: dugPlant,
    /** How far behind it is; null: it is in step. */
    late: z.nullable(z.enum(['oneBehind', 'twoBehind'], 'Choose how far it is behind.')),
    neighbour: z.nullable(dugPlant),
    neighbourAtM: placeM,
    feel: z.nullable(z.enum(FEELS, 'Choose how the soil feels.')),
    cover: z.array(z.enum(COVERS, 'Choose what lies over it.')).check(z.maxLength(4)),
    note,
  })
  .check(
    z.refine(
      ({ atM, neighbour, neighbourAtM }) =>
        !neighbour || atM === null || neighbourAtM === null || Math.abs(atM - neighbourAtM) > 0.001,
      {
        message: 'The neighbour is the plant itself: choose the one beside it.',
        path: ['neighbourAtM'],
      },
    ),
  );

/** What harms plants, or only looks so: how many of those looked at show it. */
const signSchema = z
  .strictObject({
    stopId: id,
    type: z.literal('sign'),
    row,
    sign: z.enum(SIGNS, 'Choose what is seen.'),
    looked: whole(1, 5000, 'Enter how many plants were looked at, 1 or more.'),
    affected: whole(0, 5000, 'Enter how many plants show it, 0 or more.'),
    severity: z.nullable(z.enum(SEVERITIES, 'Choose how badly they are hit.')),
    note,
  })
  .check(
    z.refine(({ looked, affected }) => affected <= looked, {
      message: 'More plants show it than were looked at: correct one of the two.',
      path: ['affected'],
    }),
  );

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
    stagesSchema,
    headingSchema,
    gapDigSchema,
    plantDigSchema,
    signSchema,
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
  stages: 'stages',
  heading: 'heading',
  gapDig: 'gap dig',
  plantDig: 'plant dig',
  sign: 'pests and damage',
};

/** Of these there can be many in one place. */
const MANY = ['photo', 'adjustment', 'gapDig', 'plantDig'] as const;

/** Stages that were given, wherever they stand. */
function stagesIn(
  seen: z.output<typeof observationSchema>,
): [path: string, stage: string | null][] {
  switch (seen.type) {
    case 'tape':
    case 'stages':
      return (seen.stages ?? []).map((one) => ['stages', one]);
    case 'plantDig':
      return [
        ['plant', seen.plant.stage],
        ['neighbour', seen.neighbour?.stage ?? null],
      ];
    default:
      return [];
  }
}

/** What was seen at a stop: of one planter row, or of the place. */
export const observation = defineKind({
  schema: observationSchema,
  version: 4,
  added: { 2: ['readToM'], 3: ['stages', 'stagedBy', 'of', 'side'], 4: ['speedMPerS'] },
  migrations: {
    1: (old) => (old.type === 'tape' ? { readToM: null, ...old } : old),
    2: (old) =>
      old.type === 'tape'
        ? { stages: [], stagedBy: 'collars', ...old }
        : old.type === 'photo'
          ? { of: null, side: null, ...old }
          : old,
    3: (old) => (old.type === 'ground' ? { speedMPerS: null, ...old } : old),
  },
  parents: { stopId: 'stop' },
  held: 'walk',
  // A count of a row, a tape in it, its depths: one each, and one for each sign.
  identity: (seen) =>
    (MANY as readonly string[]).includes(seen.type)
      ? null
      : `${seen.type} ${seen.row ?? ''}${seen.type === 'sign' ? ` ${seen.sign}` : ''}`,
  // A count that two people tap on holds the taps of both.
  tallies: ['inStep', 'oneBehind', 'twoBehind'],
  lists: { cover: 'set' },
  either: ['at'],
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
    const planting = of('planting', of('walk', of('stop', seen.stopId)?.walkId)?.plantingId) as
      { planterId: string; crop: Crop } | undefined;
    const machine = of('planter', planting?.planterId) as
      { name: string; rows: number } | undefined;
    if (machine && most > machine.rows)
      return {
        [seen.type === 'adjustment' ? 'rows' : 'row']:
          `${machine.name} has ${machine.rows} rows: choose a row from 1 to ${machine.rows}.`,
      };
    if (!planting) return {};
    const { crop } = planting;
    const strange = stagesIn(seen).find(([, one]) => one !== null && stageStep(crop, one) === null);
    return strange
      ? {
          [strange[0]]: `${strange[1]} is no stage of ${CROP_FACTS[crop].label.toLowerCase()}: choose one of its own.`,
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
