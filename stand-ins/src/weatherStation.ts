// Weather stations, simulated: npm run weather-station -- --help
import { parseArgs } from 'node:util';
import { DEMO_TODAY } from '@sendero/core/simulation';
import { FAILINGS, stationServer, type Failing } from './stationServer.ts';

const HELP = `Weather stations, simulated from the demo season.

  npm run weather-station                 at http://127.0.0.1:4717/, which says what there is

  --port N         another port (default 4717)
  --today DATE     the stations' day (default ${DEMO_TODAY})
  --failing HOW    none, nonsense (a log-in page), error (500) or silent (never answers)
`;
const { values } = parseArgs({
  options: {
    help: { type: 'boolean' },
    port: { type: 'string', default: '4717' },
    today: { type: 'string', default: DEMO_TODAY },
    failing: { type: 'string', default: 'none' },
  },
});
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
const fail = (message: string): never => {
  console.error(`${message}\n\n${HELP}`);
  process.exit(2);
};
const port = Number(values.port);
if (!Number.isInteger(port) || port < 0 || port > 65_535) fail('--port must be a port number.');
if (!/^\d{4}-\d\d-\d\d$/.test(values.today)) fail('--today must look like 2027-05-27.');
if (!(FAILINGS as readonly string[]).includes(values.failing))
  fail(`--failing must be one of: ${FAILINGS.join(', ')}.`);
const station = stationServer({ today: values.today });
station.fail(values.failing as Failing);
station.server.on('error', (error) => fail(error.message));
station.server.listen(port, '127.0.0.1', () =>
  console.error(`weather stations, simulated: http://127.0.0.1:${port}/`),
);
// The demo's go with the start that made them, however that ends.
if (process.env.SENDERO_ENDS_WITH_ITS_STARTER === '1')
  process.stdin.once('end', () => process.exit(0)).resume();
