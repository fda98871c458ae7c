import { createServer, type Server, type ServerResponse } from 'node:http';
import { geodesicBearing, geodesicDistance, type Position } from '@sendero/core';

/** What a receiver says, several times a second: server-sent events of JSON. */
export interface WalkerWord {
  longitude: number;
  latitude: number;
  accuracyM: number;
  headingDeg: number | null;
}

/**
 * A position receiver, simulated: it walks a given way at a given speed and says where it is.
 *
 * @param way places to walk to, one after the other; @param speedMPerS how fast; @param accuracyM what it says of itself
 * @example walkerServer({ way: [[-138.6, 44.6], [-138.6, 44.602]] }).server.listen(4718)
 */
export function walkerServer({
  way,
  speedMPerS = 1.4,
  accuracyM = 3,
  everyMs = 250,
}: {
  way: readonly Position[];
  speedMPerS?: number;
  accuracyM?: number;
  everyMs?: number;
}): {
  server: Server;
  /** Stands there at once, and stays. */
  put(place: Position): void;
  /** Says nothing until it is found again. */
  lose(): void;
  find(): void;
} {
  const listeners = new Set<ServerResponse>();
  let left = [...way];
  let at = left.shift() ?? [0, 0];
  let headingDeg: number | null = null;
  let lost = false;
  const step = () => {
    let metres = (speedMPerS * everyMs) / 1000;
    headingDeg = left.length > 0 ? geodesicBearing(at, left[0]!) : null;
    while (metres > 0 && left.length > 0) {
      const [to] = left as [Position];
      const far = geodesicDistance(at, to);
      const share = far <= metres ? 1 : metres / far;
      at = [at[0] + share * (to[0] - at[0]), at[1] + share * (to[1] - at[1])];
      if (share === 1) left.shift();
      metres -= share === 1 ? far : metres;
    }
  };
  const say = () => {
    if (lost) return;
    const word: WalkerWord = { longitude: at[0], latitude: at[1], accuracyM, headingDeg };
    for (const listener of listeners) listener.write(`data: ${JSON.stringify(word)}\n\n`);
  };
  const timer = setInterval(() => {
    step();
    say();
  }, everyMs);
  const server = createServer((request, response) => {
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'access-control-allow-origin': '*',
    });
    listeners.add(response);
    request.once('close', () => listeners.delete(response));
    say();
  });
  server.once('close', () => clearInterval(timer));
  return {
    server,
    put(place) {
      left = [];
      at = place;
      headingDeg = null;
      say();
    },
    lose: () => {
      lost = true;
    },
    find: () => {
      lost = false;
      say();
    },
  };
}
