// A position receiver, simulated: npm run walker -- --help
import { parseArgs } from 'node:util';
import type { Position } from '@sendero/core';
import { walkerServer } from './walkerServer.ts';

const HELP = `A position receiver, simulated: it walks a way and says where it is, as server-sent events.
In the app: Settings, Position, "A receiver at an address", http://127.0.0.1:4718/

  npm run walker -- 44.6,-138.6 44.602,-138.599     walks from the first place to the next, and on

  --port N        another port (default 4718)
  --speed M       metres a second (default 1.4)
  --accuracy M    what it says of itself, metres (default 3)
`;
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    help: { type: 'boolean' },
    port: { type: 'string', default: '4718' },
    speed: { type: 'string', default: '1.4' },
    accuracy: { type: 'string', default: '3' },
  },
});
const fail = (message: string): never => {
  console.error(`${message}\n\n${HELP}`);
  process.exit(2);
};
if (values.help) {
  console.log(HELP);
  process.exit(0);
}
const way = positionals.map((text): Position => {
  const [latitude, longitude] = text.split(',').map(Number);
  if (!(Math.abs(latitude!) <= 90) || !(Math.abs(longitude!) <= 180))
    fail(`"${text}" is no place: write latitude,longitude.`);
  return [longitude!, latitude!];
});
if (way.length === 0) fail('Say where to walk.');
const figure = (name: 'port' | 'speed' | 'accuracy') => {
  const value = Number(values[name]);
  return value >= 0 ? value : fail(`--${name} must be a number.`);
};
const walker = walkerServer({
  way,
  speedMPerS: figure('speed'),
  accuracyM: figure('accuracy'),
});
walker.server.on('error', (error) => fail(error.message));
walker.server.listen(figure('port'), '127.0.0.1', () =>
  console.error(`a walker, simulated: http://127.0.0.1:${values.port}/`),
);
