import { LOG_FIELD_NAMES, missingFields, type LogMapping } from '@sendero/core';
import express, { type Request, type Response, type Router } from 'express';
import * as z from 'zod/mini';
import { ProblemError } from '../api/problems.ts';
import type { Database } from '../database/openDatabase.ts';
import type { SignedIn } from '../people/signIn.ts';
import { importLog, STOPPED } from './importLog.ts';
import { arrivesWithin, LIMITS } from '../api/limits.ts';
import { LOG_FORMATS } from './readPiece.ts';
import { logsOf, openLog } from './logStore.ts';
import { closeLog, takePiece } from './takePiece.ts';

const column = z.strictObject({
  column: z.string().check(z.maxLength(200)),
  unit: z.string().check(z.maxLength(30)),
});
const uploadSchema = z.strictObject({
  id: z.uuid('Give the log an id, a UUID.'),
  name: z.string('Name the log.').check(z.minLength(1, 'Name the log.'), z.maxLength(200)),
  format: z.enum(LOG_FORMATS, 'Send CSV or GeoJSON.'),
  mapping: z.partialRecord(z.enum(LOG_FIELD_NAMES), column),
});

const who = (response: Response) => response.locals.who as SignedIn;
const uuid = (value: unknown) => {
  const parsed = z.uuid().safeParse(value);
  if (!parsed.success) throw new ProblemError(404, 'No such record', 'Check the address.');
  return parsed.data;
};

function uploadOf(request: Request) {
  let mapping: unknown;
  try {
    mapping = JSON.parse(String(request.query.mapping ?? ''));
  } catch {
    mapping = undefined;
  }
  const { name, format } = request.query;
  const id = request.params.id ?? request.query.id;
  const parsed = uploadSchema.safeParse({ id, name, format, mapping });
  if (!parsed.success)
    throw new ProblemError(
      400,
      'Not a planter log',
      'Say which column is which before sending.',
      Object.fromEntries(
        parsed.error.issues.map(({ path, message }) => [path.join('.') || 'log', message]),
      ),
    );
  const missing = missingFields(parsed.data.mapping as LogMapping);
  if (missing.length > 0)
    throw new ProblemError(400, 'Not a planter log', `Choose a column for ${missing.join(', ')}.`);
  return { ...parsed.data, mapping: parsed.data.mapping as LogMapping };
}

const wholeNumber = (value: unknown, most: number, name: string) => {
  const number = Number(value);
  if (typeof value !== 'string' || !Number.isInteger(number) || number < 0 || number > most)
    throw new ProblemError(400, 'Bad parameter', `Give ${name} as a whole number up to ${most}.`);
  return number;
};

/** Planter logs of a planting: read while they arrive, in one request or piece by piece. */
export function planterLogRoutes(database: Database): Router {
  const routes = express.Router();
  routes.get('/plantings/:plantingId/planter-logs', async (request, response) => {
    const logs = await logsOf(database, who(response).workspaceId, uuid(request.params.plantingId));
    response.json({ logs });
  });
  routes.post(
    '/plantings/:plantingId/planter-logs',
    arrivesWithin(LIMITS.log.seconds),
    async (request, response) => {
      const plantingId = uuid(request.params.plantingId);
      const bytes = Number(request.headers['content-length'] ?? 0);
      if (bytes > LIMITS.log.bytes)
        throw new ProblemError(413, 'Too big', 'Split the log by field: at most 1 GB can be read.');
      const upload = { ...uploadOf(request), plantingId, bytes };
      response.json(await importLog(database, who(response).workspaceId, upload, request));
    },
  );
  routes.put(
    '/planter-logs/:id',
    arrivesWithin(LIMITS.logPiece.seconds),
    express.raw({ type: () => true, limit: LIMITS.logPiece.bytes }),
    async (request, response) => {
      const { workspaceId } = who(response);
      const bytes = wholeNumber(request.query.bytes, LIMITS.log.bytes, 'bytes');
      const from = wholeNumber(request.query.from, bytes, 'from');
      const plantingId = uuid(request.query.plantingId);
      const upload = { ...uploadOf(request), id: uuid(request.params.id), plantingId, bytes };
      await openLog(database, workspaceId, upload, { from });
      const piece = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const last = from + piece.length >= bytes;
      response.json(await takePiece(database, workspaceId, upload, { from, piece, last }));
    },
  );
  routes.post('/planter-logs/:id/cancel', async (request, response) => {
    const { workspaceId } = who(response);
    const id = uuid(request.params.id);
    const held = await database.models.planterLog.findOne({ where: { workspaceId, id } });
    const cancelled = held?.get('status') === 'reading';
    if (cancelled) await closeLog(database, workspaceId, id, 'cancelled', STOPPED);
    response.json({ cancelled });
  });
  return routes;
}
