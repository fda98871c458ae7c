import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, id, note, whole } from './parts.ts';

/** What a person decided of a visit: the day it is moved to, or that it was made; and visits that are a person's own. */
export const visit = defineKind({
  schema: z
    .strictObject({
      plantingId: z.nullable(id),
      /** The visit of the calendar it is about, e.g. standWalk; null: a visit of one's own. */
      of: z.nullable(z.string().check(z.minLength(1), z.maxLength(40))),
      /** Which of several, from 1: an emergence count. */
      nth: whole(1, 99, 'Number the visit from 1.'),
      /** What for, when it is one's own. */
      title: z._default(
        z.string().check(z.trim(), z.maxLength(120, 'Use at most 120 characters.')),
        '',
      ),
      /** The day it is planned for; null: where the calendar puts it. */
      on: z.nullable(date),
      /** About how long; null: as such visits usually take. */
      minutes: z.nullable(whole(1, 1440, 'Enter minutes, up to a day.')),
      /** The day it was made; null: not yet, or told by what was recorded. */
      doneOn: z.nullable(date),
      note,
    })
    .check(
      z.refine(({ of, title }) => of !== null || title !== '', {
        message: 'Say what the visit is for.',
        path: ['title'],
      }),
      z.refine(({ of, on }) => of !== null || on !== null, {
        message: 'Choose the day.',
        path: ['on'],
      }),
    ),
  parents: { plantingId: 'planting' },
  // One that belongs to no planting comes with every season.
  held: 'season',
  identity: ({ of, nth }) => (of === null ? null : `${of} ${nth}`),
  table: 'visits',
  indexed: { plantingId: 'uuid', on: 'date' },
  words: { own: ({ title }) => (title ? `visit: ${title}` : 'visit') },
  defaults: { title: '', note: '' },
  example: {
    plantingId: '019f0000-0000-7000-8000-000000000005',
    of: 'standWalk',
    nth: 1,
    on: '2027-05-26',
    minutes: null,
    doneOn: null,
  },
});
