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
  /** Files of the app whose download breaks off. */
  missing: RegExp | null;
  /** Batches that met each trick. */
  met: { lost: number; doubled: number };
  close(): void;
}

/** Opens a road to a server's address. */
export async function openFaultyRoad(target: string): Promise<FaultyRoad> {
  const { hostname, port } = new URL(target);
  const ask = (to: IncomingMessage, body: Buffer) =>
    new Promise<IncomingMessage>((resolve, reject) => {
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
    missing: null,
    met: { lost: 0, doubled: 0 },
    close() {
      server.close();
      server.closeAllConnections();
    },
  };
  return road;
}
