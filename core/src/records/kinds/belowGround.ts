import * as z from 'zod/mini';
import { COVERS, SEED_STATES } from '../../belowGround/index.ts';
import { defineKind } from './defineKind.ts';
import { agrees, date, figure, id, note, row, timestamp, zoneOffsetMin } from './parts.ts';

/** Seeds of a row dug before anything is up. */
export const belowGround = defineKind({
  schema: z
    .strictObject({
      plantingId: id,
      row,
      at: timestamp,
      /** The field's local day. */
      on: date,
      zoneOffsetMin,
      seeds: z
        .array(
          z.strictObject({
            state: z.enum(SEED_STATES, 'Choose what the seed looks like.'),
            depthM: z.nullable(figure('seedDepth', 0, 0.25, 'a depth')),
            typed: z.string().check(z.maxLength(30)),
            moist: z.nullable(z.boolean()),
            shootM: z.nullable(figure('seedDepth', 0, 0.25, 'a shoot length')),
          }),
        )
        .check(z.maxLength(60, 'Use at most 60 seeds in a row.')),
      over: z.array(z.enum(COVERS, 'Choose what lies over the seeds.')).check(z.maxLength(4)),
      /** Thickness of a crust, where one lies over them. */
      crustM: z.nullable(figure('seedDepth', 0, 0.1, 'a crust')),
      note,
    })
    .check(
      z.refine(({ at, on, zoneOffsetMin: offset }) => agrees(at, on, offset), {
        message: 'The day is not the one of its time: check the clock of this device.',
        path: ['on'],
      }),
    ),
  parents: { plantingId: 'planting' },
  held: 'season',
  // One a row and day, whoever digs.
  identity: ({ on, row: planterRow }) => `${on} ${planterRow ?? ''}`,
  lists: { over: 'set' },
  either: ['at', 'zoneOffsetMin'],
  table: 'below_ground',
  indexed: { plantingId: 'uuid', on: 'date', row: 'integer' },
  words: {
    own: ({ row: planterRow, on }) =>
      [planterRow && `row ${planterRow}`, `seeds dug on ${on}`].filter(Boolean).join(', '),
  },
  defaults: { note: '' },
  relations: ({ plantingId, on }, lookUp): Record<string, string> => {
    const { plantedOn } = lookUp('planting', plantingId)!.data as { plantedOn: string };
    return on >= plantedOn
      ? {}
      : {
          on: `This check is dated ${on}, before planting on ${plantedOn}: correct one of the two dates.`,
        };
  },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    row: 4,
    at: '2027-05-06T14:00:00.000Z',
    on: '2027-05-06',
    zoneOffsetMin: -360,
    seeds: [{ state: 'root', depthM: 0.0508, typed: '2 in', moist: true, shootM: null }],
    over: [],
    crustM: null,
  },
});
