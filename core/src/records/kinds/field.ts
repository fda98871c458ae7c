import * as z from 'zod/mini';
import { checkBoundary } from '../../geo/index.ts';
import { defineKind } from './defineKind.ts';
import { archived, asTyped, id, name, notArchived, within } from './parts.ts';

const MOST_CORNERS = 5000;
const boundary = z
  .strictObject({
    type: z.literal('MultiPolygon'),
    coordinates: z.array(z.array(z.array(z.tuple([z.number(), z.number()])))),
  })
  .check(
    z.refine(
      ({ coordinates }) =>
        coordinates.flat().reduce((sum, ring) => sum + ring.length, 0) <= MOST_CORNERS,
      'The outline has more than 5,000 corners: bring a simpler one.',
    ),
    z.refine(
      (shape) => checkBoundary(shape) === null,
      'The outline cannot be: see what is said beside the map.',
    ),
  );

export const field = defineKind({
  schema: z.strictObject({
    growerId: id,
    name: name('a name for the field'),
    areaM2: z.nullable(within(100, 1e8, 'Enter an area between 0.02 ac and 25,000 ac.')),
    soil: z._default(z.string().check(z.maxLength(120, 'Use at most 120 characters.')), ''),
    /** Where its weather is measured. */
    stationId: z._default(z.nullable(id), null),
    /** Its outline on the map. */
    boundary: z._default(z.nullable(boundary), null),
    asTyped,
    archived,
  }),
  version: 4,
  added: { 2: ['archived'], 3: ['stationId'], 4: ['boundary'] },
  migrations: {
    1: notArchived,
    2: (old) => ({ stationId: null, ...old }),
    3: (old) => ({ boundary: null, ...old }),
  },
  parents: { growerId: 'grower', stationId: 'weatherStation' },
  table: 'fields',
  indexed: { growerId: 'uuid', name: 'text', stationId: 'uuid' },
  words: { own: ({ name: called }) => called, alone: true },
  defaults: { soil: '', boundary: null, asTyped: {}, archived: false },
  example: {
    growerId: '019f0000-0000-7000-8000-000000000002',
    name: 'Long Forty',
    areaM2: 161_874,
    stationId: null,
  },
});
