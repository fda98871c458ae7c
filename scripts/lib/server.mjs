import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { totalmem } from 'node:os';
import { join } from 'node:path';
import { healthOf, isTaken } from './ports.mjs';
import { Advice, ROOT, waitUntil } from './run.mjs';

/**
 * How the server's Node.js is run. The heap limit makes it tidy up while a big log streams through, instead of growing to what the machine has: an eighth of
 * it, between what an hour of hostile requests needs and what no work of it ever does.
 */
const HEAP = `--max-old-space-size=${Math.round(Math.min(512, Math.max(256, totalmem() / 8 / 2 ** 20)))}`;
export const SERVER_BUNDLE = join(ROOT, 'server', 'dist', 'main.mjs');
export const STATION_BUNDLE = join(ROOT, 'stand-ins', 'dist', 'weatherStation.mjs');
/** Arguments of Node.js for the built server; `ensureBuild` makes it. */
export const SERVER_ARGUMENTS = [HEAP, '--enable-source-maps', SERVER_BUNDLE];

/** The address at which a server that listens on a host is asked from its own machine. @example addressOf('0.0.0.0', 4180) // 'http://127.0.0.1:4180' */
export function addressOf(host = '127.0.0.1', port) {
  const own = { '0.0.0.0': '127.0.0.1', '::': '::1', '': '127.0.0.1' }[host] ?? host;
  return `http://${own.includes(':') ? `[${own}]` : own}:${port}`;
}

/** A server that ends so often within so long is not started again. */
const MOST_ENDS = 5;
const WITHIN_MS = 600_000;

/**
 * Keeps the app's server running: one that ends by itself is started again, and what happened is told.
 * @param settings see `startServer`
 * @returns stop(): ends it for good; ended: resolves with its code when it is given up
 */
export async function keepServer(
  settings,
  { start = startServer, waitMs = 1000, say = console.error } = {},
) {
  let server = await start(settings);
  let stopping = false;
  let giveUp;
  const ended = new Promise((resolve) => (giveUp = resolve));
  const ends = [];
  const watch = () =>
    void server.exited.then(async (code) => {
      if (stopping) return;
      const now = Date.now();
      ends.push(now);
      const lately = ends.filter((at) => at > now - WITHIN_MS).length;
      if (lately > MOST_ENDS) {
        say(
          `the server ended ${lately} times in ten minutes, the last time with code ${code}: it is not started again`,
        );
        return giveUp(code || 1);
      }
      say(`the server ended by itself with code ${code}: it is started again`);
      await new Promise((resolve) => setTimeout(resolve, waitMs * lately));
      if (stopping) return;
      try {
        server = await start(settings);
        watch();
      } catch (error) {
        say(error.message);
        giveUp(1);
      }
    });
  watch();
  return {
    ended,
    async stop() {
      stopping = true;
      server.child.kill('SIGTERM');
      await server.exited;
    },
  };
}

/**
 * Starts the app's server and waits until it answers.
 * @param stations where the demo's weather stations answer; empty: nowhere
 * @returns the child process, with `exited` resolving to its code
 */
export async function startServer({
  databaseUrl,
  port,
  demo,
  web,
  watch = false,
  quietly = false,
  stations = '',
}) {
  const start = randomUUID();
  const child = spawn(
    process.execPath,
    watch
      ? [
          '--watch-path=server/src',
          '--watch-path=core/src',
          '--watch-preserve-output',
          HEAP,
          '--import',
          'tsx',
          'server/src/main.ts',
        ]
      : SERVER_ARGUMENTS,
    {
      cwd: ROOT,
      detached: true,
      // What it reads from ends when this process ends, however it ends: then the server ends too.
      stdio: ['pipe', quietly ? 'ignore' : 'pipe', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: watch ? 'development' : 'production',
        DATABASE_URL: databaseUrl,
        PORT: String(port),
        SENDERO_ENDS_WITH_ITS_STARTER: '1',
        SENDERO_START: start,
        SENDERO_DEMO: demo ? '1' : '0',
        SENDERO_WEB: web ?? '',
        SENDERO_STATIONS: stations,
        // One's own computer may ask what stands beside it.
        SENDERO_LOCAL_STATIONS: '1',
      },
    },
  );
  let code = null;
  const exited = new Promise((resolve) =>
    child.on('exit', (exitCode) => resolve((code = exitCode ?? 1))),
  );
  const healthy = () => {
    if (code !== null) throw new Error(`the server stopped with code ${code}: see above`);
    return answersAs(addressOf(process.env.HOST, port), start);
  };
  try {
    await waitUntil(healthy, 90, 'The server');
  } catch (error) {
    child.kill('SIGKILL');
    if (code !== null && (await isTaken(port)))
      throw new Advice(
        `Another program has taken port ${port} meanwhile. Stop that program, or choose another port:\n\n  PORT=${port + 1} npm start`,
      );
    throw error;
  }
  return { child, exited };
}

/** Whether this start of the server answers: something else at its address is none of it. */
export const answersAs = async (address, start) => (await healthOf(address))?.start === start;

/** Port of the simulated weather stations; the demo's records name it, so it stays the same. */
const STATION_PORT = 4717;

/** Starts the simulated weather stations of the demo. Where their port is taken the demo does without: it goes on with what it has. */
export function startStations() {
  const child = spawn(process.execPath, [STATION_BUNDLE, '--port', String(STATION_PORT)], {
    cwd: ROOT,
    stdio: ['pipe', 'ignore', 'ignore'],
    env: { ...process.env, SENDERO_ENDS_WITH_ITS_STARTER: '1' },
  });
  child.on('error', () => {});
  return { child, address: `http://127.0.0.1:${STATION_PORT}` };
}
