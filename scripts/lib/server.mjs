import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, waitUntil } from './run.mjs';

/** How the server's Node.js is run. The heap limit makes it tidy up while a big log streams through, instead of growing to what the machine has. */
const HEAP = '--max-old-space-size=256';
export const SERVER_BUNDLE = join(ROOT, 'server', 'dist', 'main.mjs');
export const STATION_BUNDLE = join(ROOT, 'stand-ins', 'dist', 'weatherStation.mjs');
/** Arguments of Node.js for the built server; `ensureBuild` makes it. */
export const SERVER_ARGUMENTS = [HEAP, '--enable-source-maps', SERVER_BUNDLE];

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
      stdio: ['ignore', quietly ? 'ignore' : 'pipe', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: watch ? 'development' : 'production',
        DATABASE_URL: databaseUrl,
        PORT: String(port),
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
    return fetch(`http://127.0.0.1:${port}/api/v1/health`).then(
      (response) => response.ok,
      () => false,
    );
  };
  try {
    await waitUntil(healthy, 90, 'The server');
  } catch (error) {
    child.kill('SIGKILL');
    throw error;
  }
  return { child, exited };
}

/** Port of the simulated weather stations; the demo's records name it, so it stays the same. */
const STATION_PORT = 4717;

/** Starts the simulated weather stations of the demo. Where their port is taken the demo does without: it goes on with what it has. */
export function startStations() {
  const child = spawn(process.execPath, [STATION_BUNDLE, '--port', String(STATION_PORT)], {
    cwd: ROOT,
    stdio: 'ignore',
  });
  child.on('error', () => {});
  return { child, address: `http://127.0.0.1:${STATION_PORT}` };
}
