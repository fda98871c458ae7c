import express, { type Router } from 'express';
import * as z from 'zod/mini';
import { ProblemError } from '../api/problems.ts';
import type { Database } from '../database/openDatabase.ts';
import type { SignedIn } from '../people/signIn.ts';

const MOST = '8mb';

/** The kind of picture by its first bytes: what a sender calls it is not believed. */
function pictureType(bytes: Buffer): string | null {
  if (bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'image/jpeg';
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return 'image/png';
  if (bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP')
    return 'image/webp';
  return null;
}

/** Photos: put once under the id their record names, then never changed. */
export function photoRoutes(database: Database): Router {
  const routes = express.Router();
  const idOf = (value: unknown) => {
    const parsed = z.uuid().safeParse(value);
    if (!parsed.success) throw new ProblemError(404, 'No such photo', 'Check the address.');
    return parsed.data;
  };
  routes.put(
    '/photos/:id',
    express.raw({ type: () => true, limit: MOST }),
    async (request, response) => {
      const { workspaceId } = response.locals.who as SignedIn;
      const bytes = request.body as Buffer;
      const contentType = Buffer.isBuffer(bytes) ? pictureType(bytes) : null;
      if (!contentType)
        throw new ProblemError(415, 'Not a picture', 'Send a JPEG, PNG or WebP picture.');
      await database.models.photo.bulkCreate(
        [{ workspaceId, id: idOf(request.params.id), contentType, bytes, receivedAt: new Date() }],
        { ignoreDuplicates: true },
      );
      response.status(204).end();
    },
  );
  routes.get('/photos/:id', async (request, response) => {
    const { workspaceId } = response.locals.who as SignedIn;
    const photo = await database.models.photo.findOne({
      where: { workspaceId, id: idOf(request.params.id) },
    });
    if (!photo)
      throw new ProblemError(404, 'No such photo', 'It may still be on the device that took it.');
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type(photo.get('contentType') as string).send(photo.get('bytes') as Buffer);
  });
  return routes;
}
