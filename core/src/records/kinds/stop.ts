import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { id, note, position, whole, within } from './parts.ts';

/** The work at a stop, in the order most people do it. */
export const STOP_STEPS = [
  'count',
  'stages',
  'tape',
  'gaps',
  'late',
  'roots',
  'pests',
  'photos',
  'notes',
] as const;
export type StopStep = (typeof STOP_STEPS)[number];

/** A place where a walk stopped. */
export const stop = defineKind({
  schema: z.strictObject({
    walkId: id,
    ordinal: whole(1, 9999, 'Number the stop from 1.'),
    travel: z.enum(['away', 'toward'], 'Choose the direction the planter travelled.'),
    /** Chosen because it looked bad: kept, flagged, left out of field means. */
    chosen: z.boolean(),
    /** The place of the walk's plan it was made at, from 0; null: none of them. */
    planned: z._default(z.nullable(whole(0, 499, 'Choose a place of the plan.')), null),
    /** Where it was made, as the position source had it; null when it had none. */
    at: z._default(z.nullable(position), null),
    /** How far off that may be, m. */
    accuracyM: z._default(z.nullable(within(0, 1e5, 'An accuracy is a distance.')), null),
    /** Steps of the work that are left out here. */
    skipped: z._default(z.array(z.enum(STOP_STEPS)).check(z.maxLength(STOP_STEPS.length)), []),
    /** The strip of a trial it stands in, by its number; null: in none. */
    trialId: z._default(z.nullable(id), null),
    strip: z._default(z.nullable(whole(1, 400, 'Choose the strip.')), null),
    note,
  }),
  version: 4,
  added: { 2: ['planned', 'at', 'accuracyM'], 3: ['skipped'], 4: ['trialId', 'strip'] },
  migrations: {
    1: (old) => ({ planned: null, at: null, accuracyM: null, ...old }),
    2: (old) => ({ skipped: [], ...old }),
    3: (old) => ({ trialId: null, strip: null, ...old }),
  },
  parents: { walkId: 'walk', trialId: 'trial' },
  held: 'walk',
  // Two people at the same stop of a walk, out of reach of each other, make one stop.
  identity: ({ ordinal, planned = null, chosen }) =>
    planned === null ? `${chosen ? 'chosen ' : ''}${ordinal}` : `place ${planned}`,
  lists: { skipped: 'set' },
  either: ['at', 'accuracyM'],
  table: 'stops',
  indexed: { walkId: 'uuid', trialId: 'uuid', ordinal: 'integer' },
  words: { own: ({ ordinal }) => `stop ${ordinal}` },
  defaults: {
    planned: null,
    at: null,
    accuracyM: null,
    skipped: [],
    strip: null,
    note: '',
  },
  example: {
    walkId: '019f0000-0000-7000-8000-000000000006',
    ordinal: 1,
    travel: 'away',
    chosen: false,
    trialId: null,
  },
});
