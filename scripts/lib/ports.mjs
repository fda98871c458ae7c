import { createServer } from 'node:net';
import { Advice } from './run.mjs';

const canListen = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(null));
    probe.listen(port, '127.0.0.1', () => {
      const taken = probe.address().port;
      probe.close(() => resolve(taken));
    });
  });

/** A loopback port that is free now. */
export const freePort = () => canListen(0);

/** Whether another program listens on a loopback port. */
export const isTaken = async (port) => (await canListen(port)) === null;

/** What a Sendero at an address says of itself; null where something else or nothing answers. */
export const healthOf = (address) =>
  fetch(`${address}/api/v1/health`, { signal: AbortSignal.timeout(2000) })
    .then((response) => (response.ok ? response.json() : null))
    .catch(() => null);

/** The port the app is to listen on, checked. */
export async function appPort(wanted = process.env.PORT ?? '4180') {
  const port = Number(wanted);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Advice(
      `PORT=${wanted} is not a port: use a number from 1 to 65535, e.g. PORT=4180 npm start`,
    );
  if (await isTaken(port)) {
    if ((await healthOf(`http://127.0.0.1:${port}`))?.ok === true)
      throw new Advice(
        `Sendero already runs at http://127.0.0.1:${port}. Open it there, or stop it with Ctrl-C where it was started.\nFor a second one beside it, choose another port and another place for its data:\n\n  SENDERO_DATA=/another/folder PORT=${port + 1} npm start`,
      );
    throw new Advice(
      `Port ${port} is in use by another program. Stop that program, or choose another port:\n\n  PORT=${port + 1} npm start`,
    );
  }
  // Nothing listens there now, so this fails at once; the reason tells whether a browser would go there.
  const refusal = await fetch(`http://127.0.0.1:${port}`).then(
    () => '',
    (error) => String(error.cause?.message ?? ''),
  );
  if (refusal === 'bad port')
    throw new Advice(
      `Browsers refuse to open port ${port}. Choose another port:\n\n  PORT=4180 npm start`,
    );
  return port;
}
