// npm run types: every room against its own settings; TypeScript 6 stays beside it for dependency-cruiser, which reads no newer one yet.
import { run } from './lib/run.mjs';

// One checker: several check the same over again, and the tests beside them need the other core.
const ROOMS = ['core', 'server', 'web', 'web/tsconfig.worker.json', 'e2e'];
let bad = 0;
for (const room of ROOMS)
  bad += await run(process.execPath, [
    'node_modules/typescript7/bin/tsc',
    '-p',
    room,
    '--checkers',
    '1',
  ]);
process.exit(bad ? 1 : 0);
