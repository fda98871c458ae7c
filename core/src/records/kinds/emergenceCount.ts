import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { agrees, date, id, note, timestamp, whole, within, zoneOffsetMin } from './parts.ts';

const plants = whole(0, 5000, 'Enter a whole number of plants, 0 or more.');

/** What was up in a flagged length at one visit. */
export const emergenceCount = defineKind({
  schema: z
    .strictObject({
      lengthId: id,
      at: timestamp,
      /** The field's local day. */
      on: date,
      zoneOffsetMin,
      /** Which visit of that day it belongs to. */
      round: whole(1, 9, 'Number the visits of a day from 1.'),
      /** Counted: what is new since the visit before, or all that stands. */
      counted: z.enum(['new', 'all'], 'Choose what was counted.'),
      plants,
      /** Of those counted before, how many are gone: eaten, cut off, died. Only beside a count of all. */
      lost: plants,
      /** Where the new plants stand, m from the first flag, when flagged one by one. */
      flagsM: z.nullable(
        z
          .array(within(0, 500, 'Enter a place along the length.'))
          .check(z.maxLength(2000, 'Use at most 2,000 flags in one length.')),
      ),
      note,
    })
    .check(
      z.refine(({ at, on, zoneOffsetMin: offset }) => agrees(at, on, offset), {
        message: 'The day is not the one of its time: check the clock of this device.',
        path: ['on'],
      }),
    ),
  parents: { lengthId: 'flaggedLength' },
  held: 'season',
  // One count of a length at a visit, whoever makes it; taps of two add up.
  identity: ({ on, round }) => `${on} ${round}`,
  tallies: ['plants'],
  either: ['at', 'zoneOffsetMin'],
  table: 'emergence_counts',
  indexed: { lengthId: 'uuid', on: 'date', round: 'integer' },
  words: { own: ({ on }) => `emergence on ${on}` },
  defaults: { note: '' },
  relations: ({ lengthId, on }, lookUp): Record<string, string> => {
    const { plantingId } = lookUp('flaggedLength', lengthId)!.data as { plantingId: string };
    const planting = lookUp('planting', plantingId);
    const { plantedOn } = (planting?.data ?? { plantedOn: on }) as { plantedOn: string };
    return on >= plantedOn
      ? {}
      : {
          on: `This visit is dated ${on}, before planting on ${plantedOn}: correct one of the two dates.`,
        };
  },
  example: {
    lengthId: '019f0000-0000-7000-8000-000000000011',
    at: '2027-05-09T14:00:00.000Z',
    on: '2027-05-09',
    zoneOffsetMin: -360,
    round: 1,
    counted: 'new',
    plants: 12,
    lost: 0,
    flagsM: null,
  },
});
