import type { NextFunction, Request, Response } from 'express';
import type { Database } from '../database/openDatabase.ts';
import { ProblemError } from '../api/problems.ts';
import { databaseAnswers } from '../api/tell.ts';
import { hashOf, newToken } from './tokens.ts';

const COOKIE = 'sendero_session';

/** Who asks, and in which workspace: every route past `requireSignIn` has it in `response.locals.who`. */
export interface SignedIn {
  personId: string;
  personName: string;
  workspaceId: string;
}

/** Opens a session for a person; the token goes into the cookie, only its hash into the database. */
export async function openSession(database: Database, personId: string): Promise<string> {
  const token = newToken();
  await database.models.session.create({
    tokenHash: hashOf(token),
    personId,
    createdAt: new Date(),
  });
  return token;
}

/** request → person → workspace; 401 without a valid session. */
export function requireSignIn(database: Database) {
  return async (request: Request, response: Response, next: NextFunction) => {
    const token: unknown = request.cookies?.[COOKIE];
    const session =
      typeof token === 'string' && token !== ''
        ? await database.models.session.findByPk(hashOf(token), { include: 'person' })
        : null;
    databaseAnswers();
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

/** Opens a session for somebody and hands the token over in a cookie that scripts cannot read. */
export async function handSession(
  database: Database,
  personId: string,
  response: Response,
): Promise<void> {
  response.cookie(COOKIE, await openSession(database, personId), {
    httpOnly: true,
    sameSite: 'lax',
    maxAge: 180 * 86_400_000,
    path: '/',
  });
}
