import { commitBatchSchema, KIND_NAMES } from '@sendero/core';
import * as z from 'zod/mini';
import { LIMITS } from '../api/limits.ts';
import { route, whole, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { applyBatch } from './applyCommits.ts';
import { newestPlace, PLACE, requireSameHistory } from './history.ts';
import { readChanges } from './readChanges.ts';

/** A record as devices and server hold it. */
const keptShape = z.looseObject({
  kind: z.enum(KIND_NAMES),
  id: z.uuid(),
  revision: z.int(),
  deletedAt: z.nullable(z.string()),
  editedBy: z.string(),
  editedAt: z.string(),
  data: z.looseObject({}),
});
const place = z.string().check(z.regex(PLACE, 'Give history as it was given.'));
const revisions = z.array(z.object({ kind: z.string(), id: z.string(), revision: z.int() }));
const outcomeShape = z.discriminatedUnion('outcome', [
  z.looseObject({ id: z.string(), outcome: z.literal('applied'), revisions }),
  z.looseObject({
    id: z.string(),
    outcome: z.literal('conflict'),
    conflicts: z.array(z.string()),
    revisions,
  }),
  z.looseObject({
    id: z.string(),
    outcome: z.literal('refused'),
    problems: z.record(z.string(), z.string()),
  }),
]);

/** The road of the records: edits in, changes out. */
export const recordRoutes = (database: Database): Route[] => [
  route({
    method: 'post',
    path: '/commits',
    summary: 'Apply a batch of commits, once each, in one transaction',
    body: commitBatchSchema,
    limits: LIMITS.commits,
    mistaken: {
      title: 'Not a batch of commits',
      detail: 'Send { "commits": […] } as /api/v1/openapi.json describes.',
    },
    answers: {
      200: {
        says: 'An outcome for each commit',
        shape: z.object({ outcomes: z.array(outcomeShape), history: z.nullable(z.string()) }),
      },
    },
    problems: { 400: 'Not a batch of commits', 409: 'Another history' },
    async handle({ body, who }) {
      await requireSameHistory(database, who.workspaceId, body.history);
      const outcomes = await applyBatch(database, who, body.commits);
      return { outcomes, history: await newestPlace(database, who.workspaceId) };
    },
  }),
  route({
    method: 'get',
    path: '/changes',
    large: true,
    summary:
      'Newest version of every record changed since a change number, without those of other seasons',
    query: z.object({
      after: z.optional(whole('after', 1e15)),
      season: z.optional(whole('season', 2199)),
      // Apps of before there were versions do not say which shapes they know, and refuse what is new.
      shapes: z.optional(whole('shapes', 10_000)),
      // Most bytes of a page: fewer where the signal is poor.
      bytes: z.optional(whole('bytes', 4_000_000)),
      // A place in the history that the device knows.
      history: z.optional(place),
    }),
    answers: {
      200: {
        says: 'A page of changes; ask again with after = next while there is more',
        shape: z.object({
          changes: z.array(
            z.object({ seq: z.int(), season: z.nullable(z.int()), record: keptShape }),
          ),
          next: z.int(),
          more: z.boolean(),
          history: z.nullable(z.string()),
        }),
      },
    },
    problems: { 400: 'Bad parameter', 409: 'Another history' },
    async handle({ query, who }) {
      const { after = 0, season = null, shapes = null, bytes = null, history } = query;
      await requireSameHistory(database, who.workspaceId, history);
      return readChanges(database, who.workspaceId, { after, season, shapes, bytes });
    },
  }),
];
