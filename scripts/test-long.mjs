// npm run test:long [-- part [only]]: checks that take too long for npm test, all of them or one.
import { ensureDependencies } from './lib/dependencies.mjs';
import { entry, run } from './lib/run.mjs';
import { runBuilt } from './lib/runBuilt.mjs';

const VITEST = 'node_modules/vitest/vitest.mjs';
const PARTS = {
  /** Error rates over many simulated worlds. */
  judgement: (args) => run(process.execPath, ['--import', 'tsx', 'e2e/long/judgement.ts', ...args]),
  /** Every hostile text in every field of every screen. */
  input: (args) =>
    run(
      process.execPath,
      [VITEST, 'run', '--project', 'screens', 'web/src/app/hostileInput.test.tsx', ...args],
      { env: { ...process.env, SENDERO_ALL_INPUT: 'yes' } },
    ),
  /** 200 faults of network, server and device: no tap is lost. */
  faults: (args) => runBuilt('e2e/long/faults.ts', args),
};

await entry(async () => {
  await ensureDependencies();
  const [part, ...rest] = process.argv.slice(2);
  if (part && !(part in PARTS)) {
    console.error(`There is no part ${part}. Parts: ${Object.keys(PARTS).join(', ')}`);
    process.exit(2);
  }
  let failed = false;
  for (const work of part ? [PARTS[part]] : Object.values(PARTS))
    failed = (await work(rest)) !== 0 || failed;
  process.exit(failed ? 1 : 0);
});
