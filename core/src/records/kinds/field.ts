import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { archived, asTyped, id, name, notArchived, within } from './parts.ts';

export const field = defineKind({
  schema: z.strictObject({
    growerId: id,
    name: name('a name for the field'),
    areaM2: z.nullable(within(100, 1e8, 'Enter an area between 0.02 ac and 25,000 ac.')),
    soil: z._default(z.string().check(z.maxLength(120, 'Use at most 120 characters.')), ''),
    /** Where its weather is measured. */
    stationId: z._default(z.nullable(id), null),
    asTyped,
    archived,
  }),
  version: 3,
  added: { 2: ['archived'], 3: ['stationId'] },
  migrations: { 1: notArchived, 2: (old) => ({ stationId: null, ...old }) },
  parents: { growerId: 'grower', stationId: 'weatherStation' },
  table: 'fields',
  indexed: { growerId: 'uuid', name: 'text', stationId: 'uuid' },
  words: { own: ({ name: called }) => called, alone: true },
  defaults: { soil: '', asTyped: {}, archived: false },
  example: {
    growerId: '019f0000-0000-7000-8000-000000000002',
    name: 'Long Forty',
    areaM2: 161_874,
    stationId: null,
  },
});
