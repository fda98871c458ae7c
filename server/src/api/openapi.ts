import { KIND_NAMES, kindOf } from '@sendero/core';
import * as z from 'zod/mini';
import type { Route } from './route.ts';

const schemaOf = (shape: z.ZodMiniType, io: 'input' | 'output' = 'input') => {
  const { $schema: _, ...rest } = z.toJSONSchema(shape, { unrepresentable: 'any', io });
  return rest;
};
const BYTES = { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } };
const contentOf = (shape: z.ZodMiniType | 'bytes' | undefined, io: 'input' | 'output') =>
  shape === undefined
    ? {}
    : {
        content:
          shape === 'bytes' ? BYTES : { 'application/json': { schema: schemaOf(shape, io) } },
      };
const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

/** Parameters of an address, from the shape they are read by. */
function parametersIn(where: 'path' | 'query', shape: z.ZodMiniType | undefined) {
  if (!shape) return [];
  const { properties = {}, required = [] } = schemaOf(shape);
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: where,
    required: required.includes(name),
    schema,
  }));
}

/** What every route may answer, beside its own. */
const always = ({ open, body }: Route) => ({
  ...(open ? {} : { 401: problem('Not signed in') }),
  ...(body ? { 408: problem('Too slow'), 413: problem('Too big') } : {}),
});

function operationOf(one: Route) {
  return {
    summary: one.summary,
    parameters: [...parametersIn('path', one.params), ...parametersIn('query', one.query)],
    ...(one.body
      ? {
          requestBody: contentOf(typeof one.body === 'string' ? 'bytes' : one.body, 'input'),
        }
      : {}),
    responses: {
      ...Object.fromEntries(
        Object.entries(one.answers).map(([status, { says, shape }]) => [
          status,
          { description: says, ...contentOf(shape, 'output') },
        ]),
      ),
      ...always(one),
      ...Object.fromEntries(
        Object.entries(one.problems ?? {}).map(([status, says]) => [status, problem(says)]),
      ),
    },
  };
}

export type ApiDocument = ReturnType<typeof openApiDocument>;

/** The OpenAPI 3.1 document, generated from the routes and the schemas that validate. */
export function openApiDocument(routes: readonly Route[]) {
  const paths: Record<string, Record<string, ReturnType<typeof operationOf>>> = {};
  for (const one of routes) {
    const path = `/api/v1${one.path.replace(/:(\w+)/g, '{$1}')}`;
    paths[path] = { ...paths[path], [one.method]: operationOf(one) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Sendero',
      version: '1',
      description:
        'Records of scouted stands. Values are SI: m, m², plants per m², ISO timestamps.',
    },
    paths,
    components: {
      schemas: {
        Problem: {
          type: 'object',
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string', description: 'What to do' },
            problems: { type: 'object', description: 'By attribute' },
          },
          required: ['type', 'title', 'status', 'detail'],
        },
        ...Object.fromEntries(
          KIND_NAMES.map((kind) => [
            `${kind}Data`,
            { ...schemaOf(kindOf(kind).schema), examples: [kindOf(kind).example] },
          ]),
        ),
      },
    },
  };
}
