import { expect, it } from 'vitest';
import { createServer } from 'node:http';
import { addressOf, answersAs, keepServer } from './server.mjs';

it.each([
  [undefined, 'http://127.0.0.1:4180'],
  ['0.0.0.0', 'http://127.0.0.1:4180'],
  ['::', 'http://[::1]:4180'],
  ['192.168.1.20', 'http://192.168.1.20:4180'],
])('a server that listens on %s is asked at %s', (host, address) =>
  expect(addressOf(host, 4180)).toBe(address),
);

it('another program at the address is not taken for the server that was started', async () => {
  let says = '{"ok":true,"start":"mine"}';
  const other = createServer((_, response) => response.end(says)).listen(0, '127.0.0.1');
  await new Promise((resolve) => other.once('listening', resolve));
  const address = `http://127.0.0.1:${other.address().port}`;
  expect(await answersAs(address, 'mine')).toBe(true);
  expect(await answersAs(address, 'another')).toBe(false);
  says = '<html>A page for every address</html>';
  expect(await answersAs(address, 'mine')).toBe(false);
  other.close();
  expect(await answersAs('http://127.0.0.1:1', 'mine')).toBe(false);
});

/** A server whose process ends when the test says so. */
function fakeServers() {
  const running = [];
  const start = async () => {
    let end;
    const exited = new Promise((resolve) => (end = resolve));
    running.push({ end });
    return { child: { kill: () => end(0) }, exited };
  };
  return { running, start };
}
const turn = () => new Promise((resolve) => setTimeout(resolve, 20));

it('a server that ends by itself is started again, and that is told; at last it is given up', async () => {
  const { running, start } = fakeServers();
  const said = [];
  const kept = await keepServer({}, { start, waitMs: 0, say: (line) => said.push(line) });
  for (let i = 0; i < 5; i++) {
    running.at(-1).end(134);
    await turn();
  }
  expect(running).toHaveLength(6);
  expect(said[0]).toMatch(/ended by itself with code 134: it is started again/);
  running.at(-1).end(134);
  expect(await kept.ended).toBe(134);
  expect(said.at(-1)).toMatch(/it is not started again/);
});

it('one that is stopped stays stopped', async () => {
  const { running, start } = fakeServers();
  const kept = await keepServer({}, { start, waitMs: 0, say: () => {} });
  await kept.stop();
  await turn();
  expect(running).toHaveLength(1);
});
