import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { name } from './parts.ts';

/** A workspace’s own causes in place of the app’s: read and checked by `readCauseTable`. */
export const causeTable = defineKind({
  schema: z.strictObject({
    /** The file it came from. */
    name: name('the name of the file'),
    causes: z.record(
      z.string().check(z.minLength(1), z.maxLength(60)),
      z.looseObject({ says: z.string().check(z.minLength(1), z.maxLength(120)) }),
    ),
  }),
  table: 'cause_tables',
  words: { own: ({ name: called }) => `causes from ${called}`, alone: true },
  example: { name: 'causes.json', causes: { depthStop: { says: 'Depth stop set differently' } } },
});
