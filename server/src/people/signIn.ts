import { createHash, randomBytes } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import type { Database } from '../database/openDatabase.ts';
import { ProblemError } from '../api/problems.ts';

const COOKIE = 'sendero_session';

/** Who asks, and in which workspace: every route past `requireSignIn` has it in `response.locals.who`. */
export interface SignedIn {
  personId: string;
  personName: string;
  workspaceId: string;
}

const hash = (token: string) => createHash('sha256').update(token).digest('hex');

/** Opens a session for a person; the token goes into the cookie, only its hash into the database. */
export async function openSession(database: Database, personId: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await database.models.session.create({ tokenHash: hash(token), personId, createdAt: new Date() });
  return token;
}

/** request → person → workspace; 401 without a valid session. */
export function requireSignIn(database: Database) {
  return async (request: Request, response: Response, next: NextFunction) => {
    const token: unknown = request.cookies?.[COOKIE];
    const session =
      typeof token === 'string' && token !== ''
        ? await database.models.session.findByPk(hash(token), { include: 'person' })
        : null;
    if (!session)
      throw new ProblemError(
        401,
        'Not signed in',
        'Sign in again: your entries stay on this device until then.',
      );
    const person = session.get('person') as { id: string; name: string; workspaceId: string };
    response.locals.who = {
      personId: person.id,
      personName: person.name,
      workspaceId: person.workspaceId,
    } satisfies SignedIn;
    next();
  };
}

/** Signs in: for now as the workspace's first person, or as another of the same workspace by id. */
export function signIn(database: Database) {
  return async (request: Request, response: Response) => {
    const wanted: unknown = request.body?.personId;
    const people = await database.models.person.findAll({ order: ['id'], include: 'workspace' });
    const home = people[0]?.get('workspaceId');
    const person =
      wanted === undefined
        ? people[0]
        : people.find(
            (candidate) => candidate.get('id') === wanted && candidate.get('workspaceId') === home,
          );
    if (!person)
      throw new ProblemError(404, 'No such person', 'Choose one of the people of this workspace.');
    const token = await openSession(database, person.get('id') as string);
    response.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'lax',
      maxAge: 180 * 86_400_000,
      path: '/',
    });
    response.locals.who = {
      personId: person.get('id'),
      personName: person.get('name'),
      workspaceId: person.get('workspaceId'),
    } as SignedIn;
    await describeSession(database)(request, response);
  };
}

/** Who is signed in, and with whom they share the workspace. */
export function describeSession(database: Database) {
  return async (_request: Request, response: Response) => {
    const who = response.locals.who as SignedIn;
    const people = await database.models.person.findAll({
      where: { workspaceId: who.workspaceId },
      order: ['id'],
    });
    const workspace = await database.models.records.workspace.findByPk(who.workspaceId);
    response.json({
      person: { id: who.personId, name: who.personName },
      workspaceId: who.workspaceId,
      season: workspace!.get('season'),
      people: people.map((person) => ({
        id: person.get('id'),
        name: person.get('name'),
        role: person.get('role'),
      })),
    });
  };
}
