import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { commitBatchSchema } from '@sendero/core';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import express, { type Express, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Database } from '../database/openDatabase.ts';
import { describeSession, requireSignIn, signIn, type SignedIn } from '../people/signIn.ts';
import { photoRoutes } from '../photos/routes.ts';
import { planterLogRoutes } from '../planter/routes.ts';
import { applyBatch } from '../records/applyCommits.ts';
import { readChanges } from '../records/readChanges.ts';
import { arrivesWithin, LIMITS } from './limits.ts';
import { openApiDocument } from './openapi.ts';
import { answerProblems, notFound, ProblemError } from './problems.ts';

/** Text that PostgreSQL cannot hold is refused at the door. */
function storableText(_key: string, value: unknown): unknown {
  if (typeof value === 'string' && (value.includes('\0') || !value.isWellFormed()))
    throw new SyntaxError('unstorable character');
  return value;
}

function wholeParameter(request: Request, name: string, most: number): number | null {
  const value = request.query[name];
  if (value === undefined) return null;
  if (typeof value !== 'string' || !/^\d{1,15}$/.test(value) || Number(value) > most) {
    throw new ProblemError(
      400,
      'Bad parameter',
      `Give ${name} as a whole number from 0 to ${most}.`,
    );
  }
  return Number(value);
}

/** The whole HTTP face: the API under /api/v1, the built app (if any) everywhere else. */
export function createApp(database: Database, webFolder?: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'style-src': ["'self'", "'unsafe-inline'"],
          // A planter's monitor speaks for itself, on the cab's own network: see web/src/planter.
          'connect-src': ["'self'", 'http:', 'https:'],
          'img-src': ["'self'", 'data:', 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());

  const json = ({ bytes, seconds }: { bytes: number; seconds: number }) => [
    arrivesWithin(seconds),
    express.json({ limit: bytes, reviver: storableText }),
  ];
  const api = express.Router();
  api.use(cookieParser());
  api.get('/health', (_request, response) => void response.json({ ok: true }));
  api.get('/openapi.json', (_request, response) => void response.json(openApiDocument()));
  api.post('/session', ...json(LIMITS.session), signIn(database));
  // What a stranger sends is not even read.
  api.use(requireSignIn(database));
  api.get('/session', describeSession(database));
  api.post('/commits', ...json(LIMITS.commits), async (request: Request, response: Response) => {
    const batch = commitBatchSchema.safeParse(request.body);
    if (!batch.success) {
      const problems = Object.fromEntries(
        batch.error.issues.map(({ path, message }) => [path.join('.') || 'commits', message]),
      );
      throw new ProblemError(
        400,
        'Not a batch of commits',
        'Send { "commits": […] } as /api/v1/openapi.json describes.',
        problems,
      );
    }
    response.json({
      outcomes: await applyBatch(database, response.locals.who as SignedIn, batch.data.commits),
    });
  });
  api.get('/changes', async (request: Request, response: Response) => {
    const after = wholeParameter(request, 'after', 1e15) ?? 0;
    const season = wholeParameter(request, 'season', 2199);
    const { workspaceId } = response.locals.who as SignedIn;
    // Apps of before there were versions do not say which shapes they know, and refuse what is new.
    const shapes = wholeParameter(request, 'shapes', 10_000);
    response.json(await readChanges(database, workspaceId, { after, season, shapes }));
  });
  api.use(photoRoutes(database), planterLogRoutes(database));
  api.use(notFound);
  app.use('/api/v1', api);

  if (webFolder && existsSync(join(webFolder, 'index.html'))) {
    app.use(
      '/assets',
      express.static(join(webFolder, 'assets'), { immutable: true, maxAge: '1y' }),
    );
    app.use(
      express.static(webFolder, {
        setHeaders: (response) => void response.setHeader('Cache-Control', 'no-cache'),
      }),
    );
    app.get(/^\/(?!api\/|assets\/).*/, (_request, response) => {
      response.setHeader('Cache-Control', 'no-cache');
      response.sendFile(join(webFolder, 'index.html'));
    });
  }
  app.use(notFound);
  app.use(answerProblems);
  return app;
}
