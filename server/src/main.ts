import { resolve } from 'node:path';
import { createApp } from './api/app.ts';
import { LIMITS } from './api/limits.ts';
import { openDatabase } from './database/openDatabase.ts';
import { fillIfEmpty } from './demo/fillWorkspace.ts';

/** Settings from the environment; the start script makes them. */
const { DATABASE_URL, PORT = '4180', HOST = '127.0.0.1', SENDERO_DEMO, SENDERO_WEB } = process.env;
if (!DATABASE_URL) {
  console.error('DATABASE_URL is not set. Start the app with: npm start');
  process.exit(2);
}

const database = await openDatabase(DATABASE_URL);
await fillIfEmpty(database, SENDERO_DEMO === '1');
const server = createApp(database, SENDERO_WEB ? resolve(SENDERO_WEB) : undefined).listen(
  Number(PORT),
  HOST,
);
// Each route has its own limit on how long a request may take to arrive; the longest is a planter log's.
server.requestTimeout = LIMITS.log.seconds * 1000;
server.headersTimeout = 30_000;
server.on('listening', () => console.log(`listening on ${HOST}:${PORT}`));
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});

const stop = () => {
  server.close(() => void database.close().then(() => process.exit(0)));
  server.closeAllConnections();
};
// A second signal ends it at once, as it would any program.
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
