import {
  createServer,
  request,
  type IncomingMessage,
  type Server,
  type ServerResponse,
} from 'node:http';
import type { AddressInfo } from 'node:net';
import { pipeline } from 'node:stream/promises';

/** A road between one device and the server on which batches of changes can be lost, doubled or turned away. */
export interface FaultyRoad {
  url: string;
  /** What happens to the next batch of changes, once. */
  next: 'lose the answer' | 'send it twice' | null;
  /** Every batch is answered so, until it is null again. */
  answers: number | null;
  /** A network's portal answers everything with a page of its own, from another year. */
  portal: boolean;
  /** A proxy in between turns away all of the API with this, in words of its own. */
  proxyAnswers: number | null;
  /** Answers trickle, all of them together so many bytes a second; null: at once. */
  bytesPerSecond: number | null;
  /** Where the road leads. */
  target: string;
  /** Files of the app whose download breaks off. */
  missing: RegExp | null;
  /** Batches that met each trick. */
  met: { lost: number; doubled: number };
  close(): void;
}

const STRANGERS_DATE = 'Sun, 01 Jan 2040 10:00:00 GMT';

/** Opens a road to a server's address. */
export async function openFaultyRoad(target: string): Promise<FaultyRoad> {
  /** Answers share the line: the next part of any of them goes when the one before is through. */
  let line: Promise<unknown> = Promise.resolve();
  const EVERY_MS = 100;
  /** Sends an answer in small parts, as a poor signal brings it. */
  const trickle = async (body: Buffer, response: ServerResponse): Promise<void> => {
    for (let at = 0; at < body.length && !response.destroyed;) {
      const part = Math.ceil(((road.bytesPerSecond ?? 1e9) * EVERY_MS) / 1000);
      const piece = body.subarray(at, at + part);
      at += part;
      const ms = (EVERY_MS * piece.length) / part;
      line = line.then(() => new Promise((resolve) => setTimeout(resolve, ms)));
      await line;
      response.write(piece);
    }
    response.end();
  };
  const ask = (to: IncomingMessage, body: Buffer) =>
    new Promise<IncomingMessage>((resolve, reject) => {
      const { hostname, port } = new URL(road.target);
      const onward = request(
        { hostname, port, path: to.url, method: to.method, headers: to.headers },
        resolve,
      );
      onward.on('error', reject);
      onward.end(body);
    });
  const whole = async (from: IncomingMessage) => {
    const pieces: Buffer[] = [];
    for await (const piece of from) pieces.push(piece as Buffer);
    return Buffer.concat(pieces);
  };
  const pass = async (to: IncomingMessage, response: ServerResponse) => {
    const body = await whole(to);
    const api = to.url!.startsWith('/api/');
    if (road.portal) {
      response.writeHead(200, { 'content-type': 'text/html', date: STRANGERS_DATE });
      return void response.end('<html><title>Sign in to this network</title></html>');
    }
    if (api && road.proxyAnswers) {
      response.writeHead(road.proxyAnswers, { 'content-type': 'text/html', date: STRANGERS_DATE });
      return void response.end('<html>The proxy does not let this through</html>');
    }
    if (road.missing?.test(to.url!)) return void response.destroy();
    const batch = to.url!.endsWith('/commits');
    const trick = batch ? road.next : null;
    if (batch) road.next = null;
    if (batch && road.answers) {
      response.writeHead(road.answers, { 'content-type': 'application/problem+json' });
      return void response.end('{"detail":"Something broke here"}');
    }
    const answer = await ask(to, body);
    if (trick === 'lose the answer') {
      await whole(answer);
      road.met.lost += 1;
      return void response.destroy();
    }
    if (trick === 'send it twice') {
      await whole(await ask(to, body));
      road.met.doubled += 1;
    }
    response.writeHead(answer.statusCode!, answer.headers);
    if (road.bytesPerSecond !== null) return trickle(await whole(answer), response);
    // A server killed in mid-answer ends the answer here too: else whoever asked waits for ever.
    await pipeline(answer, response);
  };
  const server: Server = createServer((to, response) => {
    // The server is down: nothing answers.
    pass(to, response).catch(() => response.destroy());
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const road: FaultyRoad = {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    next: null,
    answers: null,
    portal: false,
    proxyAnswers: null,
    bytesPerSecond: null,
    target,
    missing: null,
    met: { lost: 0, doubled: 0 },
    close() {
      server.close();
      server.closeAllConnections();
    },
  };
  return road;
}
