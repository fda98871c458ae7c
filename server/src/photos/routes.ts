import { QueryTypes } from 'sequelize';
import * as z from 'zod/mini';
import { LIMITS } from '../api/limits.ts';
import { ProblemError } from '../api/problems.ts';
import { route, uuid, whole, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { pictureType } from './pictureType.ts';

const photoPath = z.object({ id: uuid });

/** Photos: put once under the id their record names, then never changed. */
export function photoRoutes(database: Database): Route[] {
  const keep = async (workspaceId: string, id: string, bytes: Buffer) => {
    const contentType = pictureType(bytes);
    if (!contentType)
      throw new ProblemError(415, 'Not a picture', 'Send a JPEG, PNG or WebP picture.');
    await database.models.photo.bulkCreate(
      [{ workspaceId, id, contentType, bytes, receivedAt: new Date() }],
      { ignoreDuplicates: true },
    );
  };
  /** Takes the next piece of a picture; gives how much of it is here. */
  const takePiece = async (where: { workspaceId: string; id: string }, piece: Piece) => {
    if (await database.models.photo.count({ where })) return piece.of;
    const held = await heldBytes(where);
    if (held !== piece.from || piece.bytes.length === 0) return held;
    // Sent twice at once, it is one piece all the same.
    await database.models.photoPiece.bulkCreate(
      [{ ...where, fromByte: piece.from, bytes: piece.bytes, receivedAt: new Date() }],
      { ignoreDuplicates: true },
    );
    return heldBytes(where);
  };
  const heldBytes = async (where: { workspaceId: string; id: string }) => {
    const [held] = await database.sequelize.query<{ bytes: string | null }>(
      'SELECT sum(octet_length(bytes)) AS bytes FROM photo_pieces WHERE workspace_id = :workspaceId AND id = :id',
      { replacements: where, type: QueryTypes.SELECT },
    );
    return Number(held?.bytes ?? 0);
  };
  return [
    route({
      method: 'put',
      path: '/photos/:id',
      summary:
        'Keep a photo under the id its record names, whole or piece by piece; sending it twice is harmless',
      params: photoPath,
      query: z.object({
        bytes: z.optional(whole('bytes', LIMITS.photo.bytes)),
        from: z.optional(whole('from', LIMITS.photo.bytes)),
      }),
      body: 'bytes',
      limits: LIMITS.photo,
      answers: {
        200: {
          says: 'How many bytes of it are here',
          shape: z.object({ received: z.int() }),
        },
        204: { says: 'Kept whole' },
      },
      problems: { 400: 'Bad parameter', 404: 'No such address', 415: 'Not JPEG, PNG or WebP' },
      async handle({ params: { id }, query: { bytes: of, from = 0 }, body, who, response }) {
        const where = { workspaceId: who.workspaceId, id };
        if (of === undefined) {
          await keep(who.workspaceId, id, body);
          response.status(204).end();
          return undefined;
        }
        const received = await takePiece(where, { bytes: body, from, of });
        const pieces =
          received >= of
            ? await database.models.photoPiece.findAll({ where, order: ['fromByte'] })
            : [];
        if (pieces.length > 0) {
          const whole = Buffer.concat(pieces.map((piece) => piece.get('bytes') as Buffer));
          // What turns out to be no picture is not kept in pieces either.
          await keep(who.workspaceId, id, whole).finally(() =>
            database.models.photoPiece.destroy({ where }),
          );
        }
        return { received };
      },
    }),
    route({
      method: 'get',
      path: '/photos/:id',
      summary: 'A photo',
      params: photoPath,
      answers: { 200: { says: 'The picture', shape: 'bytes' } },
      problems: { 404: 'No such photo' },
      async handle({ params: { id }, who, response }) {
        const where = { workspaceId: who.workspaceId, id };
        const photo = await database.models.photo.findOne({ where });
        if (!photo)
          throw new ProblemError(
            404,
            'No such photo',
            'It may still be on the device that took it.',
          );
        response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
        response.type(photo.get('contentType') as string).send(photo.get('bytes') as Buffer);
        return undefined;
      },
    }),
  ];
}

interface Piece {
  bytes: Buffer;
  /** Where in the picture it begins, and how long that is. */
  from: number;
  of: number;
}
