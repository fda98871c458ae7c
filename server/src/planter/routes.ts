import { LOG_FIELD_NAMES, missingFields, type LogMapping } from '@sendero/core';
import * as z from 'zod/mini';
import { LIMITS } from '../api/limits.ts';
import { ProblemError } from '../api/problems.ts';
import { decimal, route, uuid, whole, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { importLog, STOPPED } from './importLog.ts';
import { logCells, MAP_FIGURES, MOST_ACROSS, type MapFigure } from './logMap.ts';
import { closeLog, deleteLog, logsOf, openLog } from './logStore.ts';
import { LOG_FORMATS } from './readPiece.ts';
import { takePiece } from './takePiece.ts';

const column = z.strictObject({
  column: z.string().check(z.maxLength(200)),
  unit: z.string().check(z.maxLength(30)),
});
const mappingShape = z.partialRecord(z.enum(LOG_FIELD_NAMES), column);
const LOG_WORDS = `JSON that says which column holds which field, and its unit, e.g. {"row":{"column":"Row","unit":"number"}}. Fields: ${LOG_FIELD_NAMES.join(', ')}`;

/** How a log is named and read, in the address of what carries its bytes. */
const uploadQuery = {
  name: z
    .string('Name the log.')
    .check(z.minLength(1, 'Name the log.'), z.maxLength(200, 'Use at most 200 characters.')),
  format: z.enum(LOG_FORMATS, 'Send CSV or GeoJSON.'),
  mapping: z.string(LOG_WORDS).check(z.describe(LOG_WORDS)),
};

const logShape = z.looseObject({
  id: z.uuid(),
  plantingId: z.uuid(),
  name: z.string(),
  status: z.enum(['reading', 'stopped', 'done', 'cancelled', 'failed']),
  problem: z.nullable(z.string()),
  bytes: z.number(),
  bytesRead: z.number(),
  records: z.number(),
  broken: z.number(),
  brokenLines: z.array(z.object({ line: z.int(), problem: z.string() })),
  summary: z.array(z.looseObject({})),
});

function mappingOf(text: string): LogMapping {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    given = undefined;
  }
  const read = mappingShape.safeParse(given);
  if (!read.success)
    throw new ProblemError(400, 'Not a planter log', 'Say which column is which before sending.');
  const missing = missingFields(read.data as LogMapping);
  if (missing.length > 0)
    throw new ProblemError(400, 'Not a planter log', `Choose a column for ${missing.join(', ')}.`);
  return read.data as LogMapping;
}

const ofPlanting = z.object({ plantingId: uuid });
const ofLog = z.object({ id: uuid });

/** Planter logs of a planting: read while they arrive, in one request or piece by piece. */
export const planterLogRoutes = (database: Database): Route[] => [
  route({
    method: 'get',
    path: '/plantings/:plantingId/planter-logs',
    summary: 'The planter logs of a planting, newest first, with what each says by row',
    params: ofPlanting,
    answers: { 200: { says: 'Logs', shape: z.object({ logs: z.array(logShape) }) } },
    problems: { 404: 'No such address' },
    handle: async ({ params, who }) => ({
      logs: await logsOf(database, who.workspaceId, params.plantingId),
    }),
  }),
  route({
    method: 'post',
    path: '/plantings/:plantingId/planter-logs',
    summary:
      'Send a planter log in one request; it is read while it arrives, and answered at its end',
    params: ofPlanting,
    query: z.object({ id: z.uuid('Give the log an id, a UUID.'), ...uploadQuery }),
    body: 'stream',
    limits: LIMITS.log,
    answers: { 200: { says: 'How it ended', shape: logShape } },
    problems: {
      400: 'A mapping that lacks what is needed',
      404: 'No such planting',
      409: 'Sent before',
      413: 'Too big',
    },
    async handle({ params: { plantingId }, query, who, request }) {
      const bytes = Number(request.headers['content-length'] ?? 0);
      if (bytes > LIMITS.log.bytes)
        throw new ProblemError(413, 'Too big', 'Split the log by field: at most 1 GB can be read.');
      const upload = { ...query, mapping: mappingOf(query.mapping), plantingId, bytes };
      return importLog(database, who.workspaceId, upload, request);
    },
  }),
  route({
    method: 'put',
    path: '/planter-logs/:id',
    summary:
      'Send the next piece of a planter log; the answer says from which byte to go on, after a pause as well',
    params: ofLog,
    query: z.object({
      plantingId: z.uuid('Say which planting the log is of.'),
      bytes: whole('bytes', LIMITS.log.bytes),
      from: whole('from', LIMITS.log.bytes),
      ...uploadQuery,
    }),
    body: 'bytes',
    limits: LIMITS.logPiece,
    answers: { 200: { says: 'How far it is', shape: logShape } },
    problems: { 400: 'A mapping that lacks what is needed', 404: 'No such planting' },
    async handle({ params: { id }, query: { from, ...query }, body: piece, who }) {
      const upload = { ...query, mapping: mappingOf(query.mapping), id };
      await openLog(database, who.workspaceId, upload, { from });
      const last = from + piece.length >= query.bytes;
      return takePiece(database, who.workspaceId, upload, { from, piece, last });
    },
  }),
  route({
    method: 'get',
    path: '/planter-logs/:id/map',
    summary: 'A planter log over its field: the mean of a figure in each of many cells',
    params: ofLog,
    query: z.object({
      figure: z.enum(Object.keys(MAP_FIGURES) as MapFigure[], 'Choose what to show.'),
      across: whole('across', MOST_ACROSS),
      row: z.optional(whole('row', 96)),
      west: z.optional(decimal('west', 180)),
      south: z.optional(decimal('south', 90)),
      east: z.optional(decimal('east', 180)),
      north: z.optional(decimal('north', 90)),
    }),
    answers: {
      200: {
        says: 'Cells: column from the west, row from the south, records, mean',
        shape: z.object({
          box: z.nullable(z.array(z.number())),
          columns: z.int(),
          rows: z.int(),
          cells: z.array(z.array(z.number())),
        }),
      },
    },
    problems: { 400: 'Bad parameter', 404: 'No such log' },
    handle({ params: { id }, query, who }) {
      const { figure, across, row = null, west, south, east, north } = query;
      const whole =
        west !== undefined && south !== undefined && east !== undefined && north !== undefined;
      if (whole && (west >= east || south >= north))
        throw new ProblemError(400, 'No area', 'West must be less than east, south than north.');
      return logCells(database, who.workspaceId, id, {
        figure,
        row,
        across: Math.max(1, across),
        box: whole ? [west, south, east, north] : null,
      });
    },
  }),
  route({
    method: 'post',
    path: '/planter-logs/:id/cancel',
    summary: 'Stop reading a log; nothing of it is kept',
    params: ofLog,
    answers: {
      200: { says: 'Whether it was being read', shape: z.object({ cancelled: z.boolean() }) },
    },
    problems: { 404: 'No such address' },
    async handle({ params: { id }, who: { workspaceId } }) {
      const held = await database.models.planterLog.findOne({ where: { workspaceId, id } });
      const cancelled = held?.get('status') === 'reading';
      if (cancelled) await closeLog(database, workspaceId, id, 'cancelled', STOPPED);
      return { cancelled };
    },
  }),
  route({
    method: 'delete',
    path: '/planter-logs/:id',
    summary: 'Delete a log with all that was read of it; one that is being read is stopped',
    params: ofLog,
    answers: { 200: { says: 'Whether there was one', shape: z.object({ deleted: z.boolean() }) } },
    problems: { 404: 'No such address' },
    handle: async ({ params: { id }, who }) => ({
      deleted: await deleteLog(database, who.workspaceId, id),
    }),
  }),
];
