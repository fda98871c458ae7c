import { resolve } from 'node:path';
import { createApp } from './api/app.ts';
import { isLoopback } from './api/knownHosts.ts';
import { LIMITS } from './api/limits.ts';
import { tell } from './api/tell.ts';
import { isConnectionTrouble } from './database/connectionTrouble.ts';
import { databaseAdvice } from './database/databaseAdvice.ts';
import { openDatabase } from './database/openDatabase.ts';
import { fillIfEmpty } from './demo/fillWorkspace.ts';
import { startStationQueue } from './weather/stationQueue.ts';

/** Settings from the environment; the start script makes them. */
const {
  DATABASE_URL,
  PORT = '4180',
  HOST = '127.0.0.1',
  SENDERO_DEMO,
  SENDERO_WEB,
  SENDERO_STATIONS,
  SENDERO_LOCAL_STATIONS,
  SENDERO_HOSTS = '',
} = process.env;
if (!DATABASE_URL) {
  console.error('DATABASE_URL is not set. Start the app with: npm start');
  process.exit(2);
}

// The first stack trace makes Node.js read the build's source map, a third of a second in which nobody is answered: read it now.
void new Error('reads the source map').stack;

const database = await openDatabase(DATABASE_URL).catch((error: Error) => {
  const advice = databaseAdvice(error);
  if (advice === null) throw error;
  console.error(advice);
  process.exit(2);
});
await fillIfEmpty(database, SENDERO_DEMO === '1', SENDERO_STATIONS || null);
// On one's own computer a station may stand beside it; a server for many must not be led to its neighbours.
const local = SENDERO_LOCAL_STATIONS === '1' && isLoopback(HOST);
const server = createApp(database, {
  webFolder: SENDERO_WEB ? resolve(SENDERO_WEB) : undefined,
  localStations: local,
  hosts: SENDERO_HOSTS.split(','),
}).listen(Number(PORT), HOST);
// Each route has its own limit on how long a request may take to arrive; the longest is a planter log's.
server.requestTimeout = LIMITS.log.seconds * 1000;
server.headersTimeout = 30_000;
// Nothing waits for it: the app works without a queue, and so does one whose queue cannot start.
let endQueue: (() => Promise<void>) | null = null;
const startQueue = () =>
  void startStationQueue(database, DATABASE_URL, { local }).then(
    (end) => (endQueue = end),
    (error: Error) => {
      console.error(`no queue for weather stations yet: ${error.message}`);
      setTimeout(startQueue, 60_000).unref();
    },
  );
// The queue does not wait to hear whether a finished job could be written down: a database that goes away just then would end
// the server with it. The job is done again; anything else that nobody heard is a fault and ends it as ever.
process.on('unhandledRejection', (error) => {
  if (!isConnectionTrouble(error)) throw error;
  tell(error);
});
startQueue();
server.on('listening', () => console.log(`listening on ${HOST}:${PORT}`));
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});

const stop = () => {
  server.close(
    () =>
      void Promise.resolve(endQueue?.())
        .then(() => database.close())
        .then(() => process.exit(0)),
  );
  server.closeAllConnections();
};
// A second signal ends it at once, as it would any program.
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
// A start that was killed takes its server with it: the next one finds the port and the database free.
if (process.env.SENDERO_ENDS_WITH_ITS_STARTER === '1') process.stdin.once('end', stop).resume();
