import { commitBatchSchema, KIND_NAMES, kindOf, LOG_FIELD_NAMES } from '@sendero/core';
import { LOG_FORMATS } from '../planter/readPiece.ts';
import * as z from 'zod/mini';

const schemaOf = (schema: z.ZodMiniType) => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { unrepresentable: 'any', io: 'input' });
  return rest;
};
const json = (schema: unknown) => ({ content: { 'application/json': { schema } } });
const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});
const object = (properties: Record<string, unknown>) => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
});
const text = { type: 'string' };
const whole = { type: 'integer' };
const uuidInPath = (name: string) => ({
  name,
  in: 'path',
  required: true,
  schema: { type: 'string', format: 'uuid' },
});

/** The OpenAPI 3.1 document, generated from the schemas that validate. */
export function openApiDocument() {
  const kept = object({
    kind: { enum: KIND_NAMES },
    id: text,
    revision: whole,
    deletedAt: { type: ['string', 'null'] },
    editedBy: text,
    editedAt: text,
    data: {},
  });
  return {
    openapi: '3.1.0',
    info: {
      title: 'Sendero',
      version: '1',
      description:
        'Records of scouted stands. Values are SI: m, m², plants per m², ISO timestamps.',
    },
    paths: {
      '/api/v1/session': {
        get: {
          summary: 'Who is signed in',
          responses: {
            200: {
              description: 'Person and workspace',
              ...json({ $ref: '#/components/schemas/Session' }),
            },
            401: problem('Not signed in'),
          },
        },
        post: {
          summary: 'Sign in',
          requestBody: json({ type: 'object', properties: { personId: text } }),
          responses: {
            200: { description: 'Signed in', ...json({ $ref: '#/components/schemas/Session' }) },
            404: problem('No such person'),
          },
        },
      },
      '/api/v1/commits': {
        post: {
          summary: 'Apply a batch of commits, once each, in one transaction',
          requestBody: { required: true, ...json({ $ref: '#/components/schemas/CommitBatch' }) },
          responses: {
            200: {
              description: 'An outcome for each commit',
              ...json(
                object({
                  outcomes: { type: 'array', items: { $ref: '#/components/schemas/Outcome' } },
                }),
              ),
            },
            400: problem('Not a batch of commits'),
            401: problem('Not signed in'),
          },
        },
      },
      '/api/v1/changes': {
        get: {
          summary: 'Newest version of every record changed since a change number',
          parameters: [
            { name: 'after', in: 'query', schema: { type: 'integer', minimum: 0 } },
            {
              name: 'season',
              in: 'query',
              schema: whole,
              description: 'Leave out records of other seasons',
            },
          ],
          responses: {
            200: {
              description: 'A page of changes',
              ...json(
                object({
                  changes: { type: 'array', items: object({ seq: whole, record: kept }) },
                  next: whole,
                  more: { type: 'boolean' },
                }),
              ),
            },
            400: problem('Bad parameter'),
            401: problem('Not signed in'),
          },
        },
      },
      '/api/v1/plantings/{plantingId}/planter-logs': {
        parameters: [uuidInPath('plantingId')],
        get: {
          summary: 'The planter logs of a planting, newest first, with what each says by row',
          responses: {
            200: {
              description: 'Logs',
              ...json(
                object({
                  logs: { type: 'array', items: { $ref: '#/components/schemas/PlanterLog' } },
                }),
              ),
            },
            401: problem('Not signed in'),
          },
        },
        post: {
          summary: 'Send a planter log; it is read while it arrives, and answered at its end',
          parameters: [
            { name: 'id', in: 'query', required: true, schema: { type: 'string', format: 'uuid' } },
            { name: 'name', in: 'query', required: true, schema: text },
            { name: 'format', in: 'query', required: true, schema: { enum: LOG_FORMATS } },
            {
              name: 'mapping',
              in: 'query',
              required: true,
              schema: text,
              description: `JSON: which column holds which field, and its unit, e.g. {"row":{"column":"Row","unit":"number"}}. Fields: ${LOG_FIELD_NAMES.join(', ')}`,
            },
          ],
          requestBody: {
            required: true,
            content: {
              'application/octet-stream': { schema: { type: 'string', format: 'binary' } },
            },
          },
          responses: {
            200: {
              description: 'How it ended',
              ...json({ $ref: '#/components/schemas/PlanterLog' }),
            },
            400: problem('A mapping that lacks what is needed'),
            404: problem('No such planting'),
            409: problem('Sent before'),
          },
        },
      },
      '/api/v1/planter-logs/{id}/cancel': {
        parameters: [uuidInPath('id')],
        post: {
          summary: 'Stop reading a log; nothing of it is kept',
          responses: {
            200: {
              description: 'Whether it was being read',
              ...json(object({ cancelled: { type: 'boolean' } })),
            },
          },
        },
      },
      '/api/v1/photos/{id}': {
        parameters: [uuidInPath('id')],
        put: {
          summary: 'Keep a photo under the id its record names; sending it twice is harmless',
          requestBody: {
            required: true,
            content: {
              'application/octet-stream': { schema: { type: 'string', format: 'binary' } },
            },
          },
          responses: { 204: { description: 'Kept' }, 415: problem('Not JPEG, PNG or WebP') },
        },
        get: {
          summary: 'A photo',
          responses: { 200: { description: 'The picture' }, 404: problem('No such photo') },
        },
      },
    },
    components: {
      schemas: {
        CommitBatch: schemaOf(commitBatchSchema),
        Outcome: {
          oneOf: [
            object({ id: text, outcome: { const: 'applied' }, revisions: { type: 'array' } }),
            object({
              id: text,
              outcome: { const: 'conflict' },
              conflicts: { type: 'array' },
              revisions: { type: 'array' },
            }),
            object({ id: text, outcome: { const: 'refused' }, problems: { type: 'object' } }),
          ],
        },
        Session: object({
          person: object({ id: text, name: text }),
          workspaceId: text,
          season: whole,
          people: { type: 'array', items: object({ id: text, name: text, role: text }) },
        }),
        PlanterLog: object({
          id: text,
          plantingId: text,
          name: text,
          status: { enum: ['reading', 'stopped', 'done', 'cancelled', 'failed'] },
          problem: { type: ['string', 'null'] },
          bytes: whole,
          bytesRead: whole,
          records: whole,
          broken: whole,
          brokenLines: { type: 'array', items: object({ line: whole, problem: text }) },
          summary: { type: 'array', items: { type: 'object' } },
        }),
        Problem: object({ type: text, title: text, status: whole, detail: text }),
        ...Object.fromEntries(
          KIND_NAMES.map((kind) => [`${kind}Data`, schemaOf(kindOf(kind).schema)]),
        ),
      },
    },
  };
}
