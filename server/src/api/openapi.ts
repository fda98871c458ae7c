import { commitBatchSchema, KIND_NAMES, KINDS } from '@sendero/core';
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
        Problem: object({ type: text, title: text, status: whole, detail: text }),
        ...Object.fromEntries(
          KIND_NAMES.map((kind) => [`${kind}Data`, schemaOf(KINDS[kind].schema as z.ZodMiniType)]),
        ),
      },
    },
  };
}
