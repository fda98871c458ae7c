// A map service, simulated: npm run map-tiles -- --help
import { parseArgs } from 'node:util';
import { tileServer } from './tileServer.ts';

const HELP = `A map service, simulated: ground seen from above that shows no real place.
In the app: Map, Background, "Add background map", http://127.0.0.1:4719/tiles/{z}/{x}/{y}.png

  npm run map-tiles

  --port N        another port (default 4719)
`;
const { values } = parseArgs({
  options: { help: { type: 'boolean' }, port: { type: 'string', default: '4719' } },
});
const port = Number(values.port);
if (values.help || !Number.isInteger(port) || port < 0 || port > 65_535) {
  console.log(HELP);
  process.exit(values.help ? 0 : 2);
}
tileServer().server.listen(port, '127.0.0.1', () =>
  console.error(`map service, simulated: http://127.0.0.1:${port}/`),
);
