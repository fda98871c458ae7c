// npm run bench: sets up like the tests, then measures; see e2e/bench/bench.ts.
import { ensureDependencies } from './lib/dependencies.mjs';
import { entry } from './lib/run.mjs';
import { runBuilt } from './lib/runBuilt.mjs';

await entry(async () => {
  await ensureDependencies();
  process.exit(await runBuilt('e2e/bench/bench.ts', process.argv.slice(2)));
});
