// npm run test:long [-- part [only]]: checks that take too long for npm test. Parts: judgement (error rates over many simulated worlds).
import { ensureDependencies } from './lib/dependencies.mjs';
import { entry, run } from './lib/run.mjs';

const PARTS = { judgement: 'e2e/long/judgement.ts' };

await entry(async () => {
  await ensureDependencies();
  const [part, ...rest] = process.argv.slice(2);
  if (part && !(part in PARTS)) {
    console.error(`No part ${part}. Parts: ${Object.keys(PARTS).join(', ')}`);
    process.exit(2);
  }
  let failed = false;
  for (const file of part ? [PARTS[part]] : Object.values(PARTS))
    failed = (await run(process.execPath, ['--import', 'tsx', file, ...rest])) !== 0 || failed;
  process.exit(failed ? 1 : 0);
});
