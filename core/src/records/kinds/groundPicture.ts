import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { id, name } from './parts.ts';

/** A picture of the ground from above, or a soil map, that lies under the map of a field. The picture itself is kept as photos are. */
export const groundPicture = defineKind({
  schema: z.strictObject({
    fieldId: id,
    name: name('a name for the picture'),
    photoId: id,
    /** In what its corners are given: degrees, or metres of a map projection. */
    projection: z
      .string()
      .check(z.regex(/^EPSG:\d{4,5}$/, 'A projection is named by its EPSG code.')),
    /** West, south, east, north, in that projection. */
    box: z.tuple([z.number(), z.number(), z.number(), z.number()]).check(
      z.refine(([west, south, east, north]) => west < east && south < north, {
        message: 'The picture has no extent: bring it with its world file.',
      }),
    ),
  }),
  parents: { fieldId: 'field' },
  table: 'ground_pictures',
  indexed: { fieldId: 'uuid' },
  words: { own: ({ name: called }) => called },
  example: {
    fieldId: '019f0000-0000-7000-8000-000000000004',
    name: 'soil map',
    photoId: '019f0000-0000-7000-8000-000000000099',
    projection: 'EPSG:4326',
    box: [-138.61, 44.59, -138.59, 44.61],
  },
});
