import { tileAddress } from '@sendero/core';
import * as z from 'zod/mini';
import { ProblemError } from '../api/problems.ts';
import { route, uuid, whole, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { AddressProblem, askAddress } from '../outside/askAddress.ts';
import { pictureType } from '../photos/pictureType.ts';
import { recordsOf } from '../records/recordStore.ts';

const SECONDS = 15;
const MOST_BYTES = 2 * 1024 * 1024;
/** A tile may be kept for a week; then it is asked for again. */
const KEPT = 'private, max-age=604800';

/**
 * Tiles of the workspace's background maps, fetched by the server: a browser then needs no leave of the service (CORS), a key
 * in the address stays here, and the page may load pictures from its own server only.
 */
export const mapRoutes = (database: Database, { local }: { local: boolean }): Route[] => [
  route({
    method: 'get',
    path: '/background-maps/:id/:z/:x/:y',
    summary: 'A tile of a background map: zoom, column from the west, row from the north',
    params: z.object({
      id: uuid,
      z: whole('z', 22),
      x: whole('x', 2 ** 22),
      y: whole('y', 2 ** 22),
    }),
    answers: { 200: { says: 'The picture, PNG, JPEG or WebP', shape: 'bytes' } },
    problems: { 404: 'No such background map', 502: 'The service does not answer with a picture' },
    async handle({ params: { id, ...tile }, who: { workspaceId }, response }) {
      const [map] = await recordsOf(database, workspaceId, 'backgroundMap', { id });
      if (!map)
        throw new ProblemError(
          404,
          'No such background map',
          'It may have been deleted: choose another.',
        );
      const picture = await askedFor(tileAddress(map.data, tile), local);
      const type = pictureType(picture);
      if (!type)
        throw new ProblemError(
          502,
          'No picture',
          'The service answers, but not with a picture: check its address.',
        );
      response.setHeader('Cache-Control', KEPT);
      response.type(type).send(picture);
      return undefined;
    },
  }),
];

async function askedFor(address: string, local: boolean): Promise<Buffer> {
  try {
    return await askAddress(address, {
      local,
      seconds: SECONDS,
      mostBytes: MOST_BYTES,
      accept: 'image/png, image/jpeg, image/webp',
    });
  } catch (error) {
    if (!(error instanceof AddressProblem)) throw error;
    throw new ProblemError(502, 'The background map does not answer', error.message);
  }
}
