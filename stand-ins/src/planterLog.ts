// A planter's monitor, simulated: npm run planter-log -- --help
import { createServer } from 'node:http';
import { once } from 'node:events';
import { parseArgs } from 'node:util';
import {
  demoField,
  demoScenario,
  DEMO_PLANTINGS,
  simulatePlanterLog,
} from '@sendero/core/simulation';
import { csvLine, LOG_HEADERS, logText } from './logLines.ts';

const HELP = `A planter's monitor, simulated from the demo season.

  npm run --silent planter-log -- --records 50000 > log.csv
  npm run --silent planter-log -- --format geojson --records 5000 > log.geojson
  npm run planter-log -- --serve 4185          a live stream at http://127.0.0.1:4185/

  --field NAME     field of the demo season (default Long Forty)
  --records N      records to write, one a second a row (default 20000)
  --format csv|geojson
  --seed N         another seed, another log (default 1)
  --bias ROW=F     the sensor of a row shows F times what falls, e.g. 5=1.1; may be repeated
  --serve PORT     stream instead of writing; --speed N runs N times faster than the clock
`;

const { values } = parseArgs({
  options: {
    help: { type: 'boolean' },
    field: { type: 'string', default: 'Long Forty' },
    records: { type: 'string', default: '20000' },
    format: { type: 'string', default: 'csv' },
    seed: { type: 'string', default: '1' },
    bias: { type: 'string', multiple: true, default: [] },
    serve: { type: 'string' },
    speed: { type: 'string', default: '1' },
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
const whole = (name: 'records' | 'seed' | 'serve' | 'speed') => {
  const value = Number(values[name]);
  return Number.isInteger(value) && value > 0 ? value : fail(`--${name} must be a whole number.`);
};
const fields = [...new Set(DEMO_PLANTINGS.map(({ field }) => field))];
// Of a field with two plantings this season the newest is the one with a planter in it.
const planting =
  DEMO_PLANTINGS.filter(({ field, season }) => field === values.field && !season).at(-1) ??
  fail(`--field must be one of: ${fields.join(', ')}.`);
const { format } = values;
if (format !== 'csv' && format !== 'geojson') fail('--format must be csv or geojson.');
const sensorBias = Object.fromEntries(
  values.bias.map((text) => {
    const [row, factor] = text.split('=').map(Number);
    return row && factor ? [row, factor] : fail(`--bias must look like 5=1.1, got ${text}.`);
  }),
);
const seed = whole('seed');
const records = (startAt: string) =>
  simulatePlanterLog({
    scenario: demoScenario(planting),
    seed,
    startAt,
    sensorBias,
    placeOf: demoField(planting.field, planting.areaAc)?.fromCorner,
  });

if (values.serve) {
  const rows = demoScenario(planting).planter.units.length;
  const every = 1000 / whole('speed');
  createServer((request, response) => {
    response.writeHead(200, {
      'content-type': 'text/csv; charset=utf-8',
      'access-control-allow-origin': '*',
      'access-control-allow-private-network': 'true',
      'cache-control': 'no-store',
    });
    if (request.method !== 'GET') return void response.end();
    const source = records(new Date().toISOString());
    response.write(`${LOG_HEADERS.join(',')}\n`);
    const tick = setInterval(() => {
      let lines = '';
      for (let row = 0; row < rows; row++) lines += `${csvLine(source.next().value)}\n`;
      response.write(lines);
    }, every);
    response.on('close', () => clearInterval(tick));
  }).listen(whole('serve'), '127.0.0.1', () =>
    console.error(
      `${planting.planter} in ${planting.field}, ${rows} rows, live at http://127.0.0.1:${values.serve}/`,
    ),
  );
} else {
  // Whoever reads may stop early.
  process.stdout.on('error', () => process.exit(0));
  for (const piece of logText(
    records(`${planting.plantedOn}T08:00:00.000Z`),
    whole('records'),
    format as 'csv' | 'geojson',
  ))
    if (!process.stdout.write(piece)) await once(process.stdout, 'drain');
}
