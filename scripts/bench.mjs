// npm run bench: sets up like the tests, then measures; see e2e/bench/bench.ts.
import { ensureBrowser } from './lib/browser.mjs';
import { ensureBuild } from './lib/build.mjs';
import { ensureDependencies } from './lib/dependencies.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { entry, run } from './lib/run.mjs';

await entry(async () => {
  await ensureDependencies();
  await ensureBuild();
  const browser = await ensureBrowser();
  const cluster = await startPostgres({ name: 'test', fresh: true });
  const code = await run(
    process.execPath,
    ['--import', 'tsx', 'e2e/bench/bench.ts', ...process.argv.slice(2)],
    {
      env: {
        ...process.env,
        DATABASE_URL: await cluster.url('sendero_test'),
        CHROMIUM: browser,
      },
    },
  );
  await cluster.stop();
  process.exit(code);
});
