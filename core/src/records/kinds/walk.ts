import * as z from 'zod/mini';
import { DEPTH_CONVENTIONS } from '../../depth/index.ts';
import { FURTHEST_EAST_MIN, localDay } from '../../season/index.ts';
import { COUNT_METHODS } from '../../stand/index.ts';
import { defineKind } from './defineKind.ts';
import {
  agrees,
  asTyped,
  date,
  figure,
  hoopDiameterM,
  id,
  lengthM,
  note,
  targetM,
  timestamp,
  whole,
  zoneOffsetMin,
} from './parts.ts';

const visit = {
  plantingId: id,
  startedAt: timestamp,
  /** The field's local day it was started on. */
  startedOn: date,
  zoneOffsetMin,
  finishedAt: z.nullable(timestamp),
  /** The plan its stops follow; null when the eye chose them. */
  planId: z._default(z.nullable(id), null),
  /** The field's local day a plant was first dug on it; null: none was. */
  dugOn: z._default(z.nullable(date), null),
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
    toleranceM: figure('seedDepth', 0.001, 0.05, 'a tolerance'),
    readTo: z.enum(DEPTH_CONVENTIONS, 'Choose what depth is read to.'),
    seedsPerRow: whole(1, 20, 'Choose 1 to 20 seeds a row.'),
    /** A body gauge calibrated against a rule; null when none is used. */
    gauge: z.nullable(
      z.strictObject({
        lengthM: figure('seedDepth', 0.005, 0.2, 'a length'),
        errorM: figure('seedDepth', 0, 0.1, 'an error'),
      }),
    ),
  })
  .check(endsAfterStart, dayAgrees);

const walkSchema = z.discriminatedUnion(
  'purpose',
  [standWalkSchema, trenchWalkSchema],
  'This kind of walk is not known.',
);

/** Before version 2 no zone was noted: the day was the one in UTC. */
const utcDay = (at: unknown) => (typeof at === 'string' ? at.slice(0, 10) : at);

/** A visit on foot: what is seen at its stops hangs on it. */
export const walk = defineKind({
  schema: walkSchema,
  version: 4,
  added: { 2: ['startedOn', 'zoneOffsetMin'], 3: ['planId'], 4: ['dugOn'] },
  migrations: {
    1: (old) => ({ startedOn: utcDay(old.startedAt), zoneOffsetMin: null, ...old }),
    2: (old) => ({ planId: null, ...old }),
    3: (old) => ({ dugOn: null, ...old }),
  },
  parents: { plantingId: 'planting', planId: 'samplingPlan' },
  held: 'season',
  table: 'walks',
  indexed: {
    plantingId: 'uuid',
    planId: 'uuid',
    purpose: 'text',
    startedAt: 'timestamp',
    finishedAt: 'timestamp',
  },
  words: {
    own: ({ purpose }) => (purpose === 'trench' ? 'trench check' : 'stand walk'),
    inside: null,
  },
  defaults: { dugOn: null, walkedBy: '', note: '', asTyped: {} },
  relations: (
    { plantingId, startedAt, startedOn, zoneOffsetMin: offset },
    lookUp,
  ): Record<string, string> => {
    const { plantedOn } = lookUp('planting', plantingId)!.data as { plantedOn: string };
    // Where no zone was noted, the walk gets the benefit of the latest day it can have been.
    const day = offset === null ? localDay(startedAt, FURTHEST_EAST_MIN) : startedOn;
    if (day >= plantedOn) return {};
    return {
      startedAt: `This walk is dated ${day}, before planting on ${plantedOn}: correct one of the two dates.`,
    };
  },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    purpose: 'stand',
    startedAt: '2027-05-26T13:00:00.000Z',
    startedOn: '2027-05-26',
    zoneOffsetMin: -360,
    finishedAt: null,
    method: 'everyRow',
    lengthM: 5.31,
    hoopDiameterM: null,
  },
});
