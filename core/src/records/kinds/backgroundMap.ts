import * as z from 'zod/mini';
import { tileSourceProblem } from '../../geo/index.ts';
import { defineKind } from './defineKind.ts';
import { name, whole } from './parts.ts';

/** A map that lies under the fields: tiles or a WMS at an address of the workspace's own. The server fetches them. */
export const backgroundMap = defineKind({
  schema: z
    .strictObject({
      name: name('a name for the background map'),
      service: z.enum(['xyz', 'wms'], 'Choose tiles (XYZ) or WMS.'),
      address: z
        .string('Enter an address.')
        .check(z.trim(), z.maxLength(1000, 'Use at most 1,000 characters.')),
      layers: z._default(z.string().check(z.maxLength(200, 'Use at most 200 characters.')), ''),
      /** Who made it, shown on the map: most licences ask for it. */
      attribution: z._default(
        z.string().check(z.maxLength(200, 'Use at most 200 characters.')),
        '',
      ),
      /** The deepest zoom there are tiles of. */
      maxZoom: whole(1, 22, 'Enter a zoom from 1 to 22.'),
    })
    .check((context) => {
      const problem = tileSourceProblem(context.value);
      if (problem)
        context.issues.push({
          code: 'custom',
          input: context.value,
          path: [problem.at],
          message: problem.says,
        });
    }),
  table: 'background_maps',
  indexed: { name: 'text' },
  words: { own: ({ name: called }) => called, alone: true },
  defaults: { layers: '', attribution: '' },
  example: {
    name: 'Aerial photo',
    service: 'xyz',
    address: 'https://tiles.example/{z}/{x}/{y}.png',
    maxZoom: 18,
  },
});
