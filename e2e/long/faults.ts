// npm run test:long -- faults [seed]: 200 faults in real browsers against the real server; every tap must be in the database exactly once.
import { reportFaults } from '../bench/faultReport.ts';
import { overLimit } from '../bench/report.ts';

const [seed = '20270528'] = process.argv.slice(2);
await reportFaults({ seed: Number(seed), faults: 200, restores: false });
process.exit(overLimit() === 0 ? 0 : 1);
