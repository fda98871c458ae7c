import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { id, note, whole } from './parts.ts';

/** A place where a walk stopped. */
export const stop = defineKind({
  schema: z.strictObject({
    walkId: id,
    ordinal: whole(1, 9999, 'Number the stop from 1.'),
    travel: z.enum(['away', 'toward'], 'Choose the direction the planter travelled.'),
    /** Chosen because it looked bad: kept, flagged, left out of field means. */
    chosen: z.boolean(),
    note,
  }),
  parents: { walkId: 'walk' },
  held: 'walk',
  table: 'stops',
  indexed: { walkId: 'uuid', ordinal: 'integer' },
  words: { own: ({ ordinal }) => `stop ${ordinal}` },
  defaults: { note: '' },
  example: {
    walkId: '019f0000-0000-7000-8000-000000000006',
    ordinal: 1,
    travel: 'away',
    chosen: false,
  },
});
