import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { asTyped, id, lengthM, note, row, shortText, timestamp, whole, within } from './parts.ts';

/** How the seeds of a length are known: as the rate says, from a tape read on planting day, or dug. */
export const SOWN_FROM = ['rate', 'tape', 'digs'] as const;

/** A stretch of row between two flags, where one comes back to count what is newly up. */
export const flaggedLength = defineKind({
  schema: z
    .strictObject({
      plantingId: id,
      /** Planter row; null where the row is not the question. */
      row,
      /** Zone or treatment it stands for; empty where that is not the question. */
      zone: shortText,
      lengthM,
      sownFrom: z.enum(SOWN_FROM, 'Choose how the seeds are known.'),
      /** Seeds in the length, when counted; null: as the rate of the planting says. */
      seeds: z.nullable(within(1, 5000, 'Enter how many seeds lie there, 1 or more.')),
      /** Where the first flag stands, for whoever comes next. */
      place: z._default(z.string().check(z.maxLength(200, 'Use at most 200 characters.')), ''),
      /** The strip of a trial it lies in, by its number; null: in none. */
      trialId: z._default(z.nullable(id), null),
      strip: z._default(z.nullable(whole(1, 400, 'Choose the strip.')), null),
      /** When the flags were set. */
      at: timestamp,
      note,
      asTyped,
    })
    .check(
      z.refine(({ sownFrom, seeds }) => sownFrom === 'rate' || seeds !== null, {
        message: 'Enter how many seeds lie there, or let the rate say it.',
        path: ['seeds'],
      }),
    ),
  version: 2,
  added: { 2: ['trialId', 'strip'] },
  migrations: { 1: (old) => ({ trialId: null, strip: null, ...old }) },
  parents: { plantingId: 'planting', trialId: 'trial' },
  held: 'season',
  table: 'flagged_lengths',
  indexed: { plantingId: 'uuid', trialId: 'uuid', row: 'integer', at: 'timestamp' },
  words: {
    own: ({ row: planterRow, zone, strip }) =>
      [strip && `strip ${strip}`, planterRow && `row ${planterRow}`, zone, 'flagged length']
        .filter(Boolean)
        .join(', '),
  },
  defaults: { strip: null, zone: '', note: '', asTyped: {} },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    row: 4,
    trialId: null,
    lengthM: 5.31,
    sownFrom: 'rate',
    seeds: null,
    place: '40 steps in from the gate, flag on the fence side',
    at: '2027-05-07T14:00:00.000Z',
  },
});
