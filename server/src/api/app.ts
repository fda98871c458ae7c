import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import express, { type Express } from 'express';
import packedStatic from 'express-static-gzip';
import helmet from 'helmet';
import * as z from 'zod/mini';
import type { Database } from '../database/openDatabase.ts';
import { calendarRoutes } from '../calendar/routes.ts';
import { mapRoutes } from '../maps/routes.ts';
import { peopleRoutes } from '../people/routes.ts';
import { requireSignIn } from '../people/signIn.ts';
import { photoRoutes } from '../photos/routes.ts';
import { planterLogRoutes } from '../planter/routes.ts';
import { recordRoutes } from '../records/routes.ts';
import { weatherRoutes } from '../weather/routes.ts';
import { apiPage } from './apiPage.ts';
import { knownHosts } from './knownHosts.ts';
import { openApiDocument } from './openapi.ts';
import { answerProblems, notFound } from './problems.ts';
import { mount, route, type Route } from './route.ts';

/** Every address of the API. */
export const apiRoutes = (database: Database, { localStations = false } = {}): Route[] => [
  route({
    method: 'get',
    path: '/health',
    summary: 'Whether the server answers',
    open: true,
    answers: {
      200: {
        says: 'It does, and which start of it answers, where it was told',
        shape: z.object({ ok: z.boolean(), start: z.nullable(z.string()) }),
      },
    },
    handle: async () => ({ ok: true, start: process.env.SENDERO_START ?? null }),
  }),
  ...peopleRoutes(database),
  ...recordRoutes(database),
  ...photoRoutes(database),
  ...planterLogRoutes(database),
  ...calendarRoutes(database),
  ...weatherRoutes(database, { local: localStations }),
  ...mapRoutes(database, { local: localStations }),
];

/** The whole HTTP face: the API under /api/v1, the built app (if any) everywhere else. */
export function createApp(
  database: Database,
  {
    webFolder,
    localStations,
    hosts = [],
  }: { webFolder?: string; localStations?: boolean; hosts?: readonly string[] } = {},
): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(knownHosts(hosts));
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

  const routes = apiRoutes(database, { localStations });
  // Made when it is first asked for: a start does not wait for it.
  let description: ReturnType<typeof openApiDocument> | undefined;
  const described = () => (description ??= openApiDocument(routes));
  const api = express.Router();
  // What it tells is somebody’s own: no cache keeps it. A route that may be kept says so itself.
  api.use((_request, response, next) => {
    response.setHeader('Cache-Control', 'no-store');
    next();
  });
  api.use(cookieParser());
  api.get('/openapi.json', (_request, response) => void response.json(described()));
  api.get('/', (_request, response) => void response.type('html').send(apiPage(described())));
  mount(
    api,
    routes.filter(({ open }) => open),
  );
  // What a stranger sends is not even read.
  api.use(requireSignIn(database));
  mount(
    api,
    routes.filter(({ open }) => !open),
  );
  api.use(notFound);
  app.use('/api/v1', api);

  if (webFolder && existsSync(join(webFolder, 'index.html'))) {
    app.use(
      '/assets',
      packedStatic(join(webFolder, 'assets'), {
        enableBrotli: true,
        orderPreference: ['br'],
        index: false,
        serveStatic: { immutable: true, maxAge: '1y' },
      }),
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
