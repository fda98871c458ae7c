import express, { type Router } from 'express';
import * as z from 'zod/mini';
import { arrivesWithin, LIMITS } from '../api/limits.ts';
import { ProblemError } from '../api/problems.ts';
import type { Database } from '../database/openDatabase.ts';
import type { SignedIn } from '../people/signIn.ts';

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
  const whole = (value: unknown, name: string) => {
    const number = Number(value);
    if (
      typeof value !== 'string' ||
      !Number.isInteger(number) ||
      number < 0 ||
      number > LIMITS.photo.bytes
    )
      throw new ProblemError(400, 'Bad parameter', `Give ${name} as a whole number of bytes.`);
    return number;
  };
  const keep = async (workspaceId: string, id: string, bytes: Buffer) => {
    const contentType = pictureType(bytes);
    if (!contentType)
      throw new ProblemError(415, 'Not a picture', 'Send a JPEG, PNG or WebP picture.');
    await database.models.photo.bulkCreate(
      [{ workspaceId, id, contentType, bytes, receivedAt: new Date() }],
      { ignoreDuplicates: true },
    );
  };
  // Whole, or in pieces: `from` and `bytes` say where a piece belongs; the answer, how far the picture is.
  routes.put(
    '/photos/:id',
    arrivesWithin(LIMITS.photo.seconds),
    express.raw({ type: () => true, limit: LIMITS.photo.bytes }),
    async (request, response) => {
      const { workspaceId } = response.locals.who as SignedIn;
      const id = idOf(request.params.id);
      const piece = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      if (request.query.bytes === undefined) {
        await keep(workspaceId, id, piece);
        return void response.status(204).end();
      }
      const bytes = whole(request.query.bytes, 'bytes');
      const from = whole(request.query.from, 'from');
      const received = await database.sequelize.transaction(async (transaction) => {
        const where = { workspaceId, id };
        if (await database.models.photo.count({ where, transaction })) return bytes;
        await database.models.photoPiece.bulkCreate(
          [{ ...where, bytes: Buffer.alloc(0), receivedAt: new Date() }],
          { ignoreDuplicates: true, transaction },
        );
        const held = await database.models.photoPiece.findOne({ where, transaction, lock: true });
        const before = held!.get('bytes') as Buffer;
        if (before.length !== from || piece.length === 0) return before.length;
        const now = Buffer.concat([before, piece]);
        await held!.update({ bytes: now, receivedAt: new Date() }, { transaction });
        return now.length;
      });
      const held =
        received >= bytes
          ? await database.models.photoPiece.findOne({ where: { workspaceId, id } })
          : null;
      if (held) {
        // What turns out to be no picture is not kept in pieces either.
        await keep(workspaceId, id, held.get('bytes') as Buffer).finally(() => held.destroy());
      }
      response.json({ received });
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
