import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { archived, name, notArchived } from './parts.ts';

/** Who farms the fields. */
export const grower = defineKind({
  schema: z.strictObject({ name: name('the grower’s name'), archived }),
  version: 2,
  added: { 2: ['archived'] },
  migrations: { 1: notArchived },
  table: 'growers',
  indexed: { name: 'text' },
  words: { own: ({ name: called }) => called },
  defaults: { archived: false },
  example: { name: 'Quill & Daughters' },
});
