import { ensureBrowser } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { startPostgres } from './postgres.mjs';
import { run } from './run.mjs';

/** Runs a script of `e2e/` with the built app, a browser and a PostgreSQL of its own. Gives its exit code. */
export async function runBuilt(file, args) {
  await ensureBuild();
  const browser = await ensureBrowser();
  const cluster = await startPostgres({ name: 'test', fresh: true });
  const code = await run(process.execPath, ['--import', 'tsx', file, ...args], {
    env: {
      ...process.env,
      DATABASE_URL: await cluster.url('sendero_test'),
      CHROMIUM: browser,
    },
  });
  await cluster.stop();
  return code;
}
