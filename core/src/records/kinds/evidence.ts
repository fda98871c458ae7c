import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, id, note, row, whole } from './parts.ts';

/** Something a person looked at by hand, for or against a cause: a check that was made, or a sign. */
export const evidence = defineKind({
  schema: z.strictObject({
    planterId: id,
    season: whole(1990, 2199, 'Enter the season as a year.'),
    /** The planting it was seen in; null: it is of the machine, wherever it runs. */
    plantingId: z.nullable(id),
    /** The row it is about; null: the machine or the field. */
    row,
    /** The check of a cause, or a sign. */
    about: z.enum(['check', 'sign'], 'Choose a check or a sign.'),
    /** Name of the cause or sign. */
    name: z.string().check(z.minLength(1, 'Choose what was looked at.'), z.maxLength(60)),
    found: z.boolean('Say whether it is there.'),
    on: date,
    note,
  }),
  parents: { planterId: 'planter', plantingId: 'planting' },
  // Looked at again, it takes the place of what was said before.
  identity: ({ season, plantingId, row: planterRow, about, name }) =>
    [season, plantingId ?? '', planterRow ?? '', about, name].join(' '),
  table: 'evidence',
  indexed: { planterId: 'uuid', plantingId: 'uuid', season: 'integer' },
  words: {
    own: ({ row: planterRow, found }) =>
      `${planterRow === null ? '' : `row ${planterRow}, `}${found ? 'seen' : 'looked for, not there'}`,
  },
  defaults: { note: '' },
  example: {
    planterId: '019f0000-0000-7000-8000-000000000003',
    season: 2027,
    plantingId: null,
    row: 4,
    about: 'check',
    name: 'depthStop',
    found: true,
    on: '2027-05-27',
  },
});
