import { seasonOn, type DataOf } from '@sendero/core';
import * as z from 'zod/mini';
import { LIMITS } from '../api/limits.ts';
import { ProblemError } from '../api/problems.ts';
import { route, type Route } from '../api/route.ts';
import type { Database } from '../database/openDatabase.ts';
import { handSession } from './signIn.ts';

const sessionShape = z.object({
  person: z.object({ id: z.uuid(), name: z.string() }),
  workspaceId: z.uuid(),
  season: z.int(),
  people: z.array(z.object({ id: z.uuid(), name: z.string(), role: z.string() })),
});

/** Who is signed in, and with whom they share the workspace. */
export const peopleRoutes = (database: Database): Route[] => [
  route({
    method: 'post',
    path: '/session',
    summary: 'Sign in: for now as the workspace’s first person, or as another of the same by id',
    open: true,
    body: z.optional(
      z.object({ personId: z.optional(z.unknown()), workspaceId: z.optional(z.unknown()) }),
    ),
    limits: LIMITS.session,
    answers: { 200: { says: 'Signed in', shape: sessionShape } },
    problems: { 404: 'No such person' },
    async handle({ body, response }) {
      const people = await database.models.person.findAll({ order: ['id'] });
      const home = people[0]?.get('workspaceId');
      const wanted = body?.personId;
      // A device of another workspace is told so, before it hands over what is not of here.
      if (body?.workspaceId !== undefined && body.workspaceId !== home)
        throw new ProblemError(
          404,
          'Another workspace',
          'Another workspace answers at this address: sign in to it without a person.',
          { workspaceId: 'Another workspace answers at this address.' },
        );
      const person =
        wanted === undefined
          ? people[0]
          : people.find(
              (candidate) =>
                candidate.get('id') === wanted && candidate.get('workspaceId') === home,
            );
      if (!person)
        throw new ProblemError(
          404,
          'No such person',
          'Choose one of the people of this workspace.',
        );
      await handSession(database, person.get('id') as string, response);
      return describe(database, {
        personId: person.get('id') as string,
        personName: person.get('name') as string,
        workspaceId: home as string,
      });
    },
  }),
  route({
    method: 'get',
    path: '/session',
    summary: 'Who is signed in',
    answers: { 200: { says: 'Person and workspace', shape: sessionShape } },
    handle: ({ who }) => describe(database, who),
  }),
];

async function describe(
  database: Database,
  who: { personId: string; personName: string; workspaceId: string },
): Promise<z.output<typeof sessionShape>> {
  const people = await database.models.person.findAll({
    where: { workspaceId: who.workspaceId },
    order: ['id'],
  });
  const workspace = await database.models.records.workspace.findByPk(who.workspaceId);
  return {
    person: { id: who.personId, name: who.personName },
    workspaceId: who.workspaceId,
    season: seasonOn(new Date().toISOString(), workspace!.get('payload') as DataOf<'workspace'>),
    people: people.map((person) => ({
      id: person.get('id') as string,
      name: person.get('name') as string,
      role: person.get('role') as string,
    })),
  };
}
