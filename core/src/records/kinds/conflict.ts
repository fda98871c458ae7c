import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { id, timestamp } from './parts.ts';

/** Two versions of one record, made apart: both kept until a person chooses. Made by the server. */
export const conflict = defineKind({
  schema: z.strictObject({
    recordKind: z.string(),
    recordId: id,
    /** The version that was not put in place, and whose it is. */
    version: z.unknown(),
    deletes: z.boolean(),
    by: z.string(),
    at: timestamp,
    resolvedAt: z.nullable(timestamp),
  }),
  held: 'about',
  table: 'conflicts',
  indexed: { recordKind: 'text', recordId: 'uuid', resolvedAt: 'timestamp' },
  words: { own: () => 'choice' },
  example: {
    recordKind: 'grower',
    recordId: '019f0000-0000-7000-8000-000000000002',
    version: { name: 'Quill and Daughters' },
    deletes: false,
    by: 'Ife Marlow',
    at: '2027-05-26T13:00:00.000Z',
    resolvedAt: null,
  },
});
