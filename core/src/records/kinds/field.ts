import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { archived, asTyped, figure, id, name, notArchived, outline, within } from './parts.ts';

export const field = defineKind({
  schema: z.strictObject({
    growerId: id,
    name: name('a name for the field'),
    areaM2: z.nullable(figure('area', 100, 1e8, 'an area')),
    soil: z._default(z.string().check(z.maxLength(120, 'Use at most 120 characters.')), ''),
    /** Where its weather is measured. */
    stationId: z._default(z.nullable(id), null),
    /** Its outline on the map. */
    boundary: z._default(z.nullable(outline), null),
    /** Width of the headland, from every edge. */
    headlandM: z._default(z.nullable(figure('rowLength', 0, 300, 'a headland width')), null),
    /** How planters go over it. */
    passes: z._default(
      z.nullable(
        z.strictObject({
          /** Where the first pass heads, degrees from north to the east. */
          bearingDeg: within(0, 360, 'Enter a direction between 0 and 360°.'),
          /** The side of the field it lies along, looking that way. */
          firstAt: z.enum(['left', 'right'], 'Choose the side the first pass lies along.'),
        }),
      ),
      null,
    ),
    asTyped,
    archived,
  }),
  version: 5,
  added: { 2: ['archived'], 3: ['stationId'], 4: ['boundary'], 5: ['headlandM', 'passes'] },
  migrations: {
    1: notArchived,
    2: (old) => ({ stationId: null, ...old }),
    3: (old) => ({ boundary: null, ...old }),
    4: (old) => ({ headlandM: null, passes: null, ...old }),
  },
  parents: { growerId: 'grower', stationId: 'weatherStation' },
  table: 'fields',
  indexed: { growerId: 'uuid', name: 'text', stationId: 'uuid' },
  words: { own: ({ name: called }) => called, alone: true },
  defaults: {
    soil: '',
    boundary: null,
    headlandM: null,
    passes: null,
    asTyped: {},
    archived: false,
  },
  example: {
    growerId: '019f0000-0000-7000-8000-000000000002',
    name: 'Long Forty',
    areaM2: 161_874,
    stationId: null,
  },
});
