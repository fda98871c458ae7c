import { createServer as createHttpServer } from 'node:http';
import { createServer } from 'node:net';
import { expect, it } from 'vitest';
import { appPort, freePort } from './ports.mjs';

it('takes a free port as asked', async () => {
  const port = await freePort();
  expect(await appPort(String(port))).toBe(port);
});

it.each(['many', '0', '70000', '80.5'])('PORT=%s is refused with what to write', async (wanted) => {
  await expect(appPort(wanted)).rejects.toThrow(/is not a port: use a number from 1 to 65535/);
});

it('a taken port is named, with another to try', async () => {
  // A program that listens and says nothing.
  const other = createServer((socket) => void socket.resume());
  await new Promise((resolve) => other.listen(0, '127.0.0.1', resolve));
  const { port } = other.address();
  await expect(appPort(String(port))).rejects.toThrow(`PORT=${port + 1} npm start`);
  await new Promise((resolve) => other.close(resolve));
});

it('a port that browsers refuse to open is refused before anything starts', async () => {
  await expect(appPort('4190')).rejects.toThrow(/Browsers refuse to open port 4190/);
});

it('where Sendero itself has the port, it is said where to open it', async () => {
  const other = createHttpServer((_request, response) => {
    response.setHeader('content-type', 'application/json');
    response.end('{"ok":true}');
  });
  await new Promise((resolve) => other.listen(0, '127.0.0.1', resolve));
  const { port } = other.address();
  await expect(appPort(String(port))).rejects.toThrow(
    `Sendero already runs at http://127.0.0.1:${port}`,
  );
  other.closeAllConnections();
  await new Promise((resolve) => other.close(resolve));
});
