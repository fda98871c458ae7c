import { LOG_FIELD_NAMES, missingFields, type LogMapping } from '@sendero/core';
import express, { type Request, type Response, type Router } from 'express';
import * as z from 'zod/mini';
import { ProblemError } from '../api/problems.ts';
import type { Database } from '../database/openDatabase.ts';
import type { SignedIn } from '../people/signIn.ts';
import { importLog } from './importLog.ts';
import { LOG_FORMATS } from './logSource.ts';
import { cancelLog, logsOf } from './logStore.ts';

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
  const { id, name, format } = request.query;
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

/** Planter logs of a planting: sent as the body of a request, read while they arrive. */
export function planterLogRoutes(database: Database): Router {
  const routes = express.Router();
  routes.get('/plantings/:plantingId/planter-logs', async (request, response) => {
    const logs = await logsOf(database, who(response).workspaceId, uuid(request.params.plantingId));
    response.json({ logs });
  });
  routes.post('/plantings/:plantingId/planter-logs', async (request, response) => {
    const plantingId = uuid(request.params.plantingId);
    const upload = {
      ...uploadOf(request),
      plantingId,
      bytes: Number(request.headers['content-length'] ?? 0),
    };
    const state = await importLog(database, who(response).workspaceId, upload, request);
    response.json(state);
  });
  routes.post('/planter-logs/:id/cancel', async (request, response) => {
    const cancelled = await cancelLog(database, who(response).workspaceId, uuid(request.params.id));
    response.json({ cancelled });
  });
  return routes;
}
