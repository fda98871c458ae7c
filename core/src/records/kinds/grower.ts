import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { name } from './parts.ts';

/** Who farms the fields. */
export const grower = defineKind({
  schema: z.strictObject({ name: name('the grower’s name') }),
  table: 'growers',
  indexed: { name: 'text' },
  words: { own: ({ name: called }) => called },
  example: { name: 'Quill & Daughters' },
});
