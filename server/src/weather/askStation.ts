import { lookup } from 'node:dns';
import { get as getPlain, type IncomingMessage } from 'node:http';
import { get as getSecure } from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';

/** What went wrong with a station, in words for people. */
export class StationProblem extends Error {}

const SECONDS = 20;
const MOST_BYTES = 20 * 1024 * 1024;
const MOST_REDIRECTS = 3;

/** Addresses of networks nobody reaches from outside are refused: a station's address must not lead the server to its neighbours. */
const isPublic = (address: string) => {
  const read = ipaddr.process(address);
  return (
    read.range() === 'unicast' &&
    !CLOSED.some((range) => read.kind() === 'ipv6' && read.match(range))
  );
};
/** Site-local and IPv4-compatible addresses: out of use, and still led to neighbours by some networks. */
const CLOSED = ['fec0::/10', '::/96'].map((range) => ipaddr.parseCIDR(range));

/** Looks a name up and lets the connection go only where it may. */
const guarded =
  (local: boolean): LookupFunction =>
  (host, options, done) =>
    lookup(host, { ...options, all: true }, (error, found) => {
      if (error) return done(error, '');
      const allowed = local ? found : found.filter(({ address }) => isPublic(address));
      if (allowed.length === 0)
        return done(new StationProblem('Its address lies in a closed network.'), '');
      if (options.all) done(null, allowed);
      else done(null, allowed[0]!.address, allowed[0]!.family);
    });

/**
 * The text at a station's address.
 *
 * @param local whether addresses of this machine and its network may be asked: on one's own computer
 * @throws StationProblem when it does not answer, answers with an error, too slowly or too much
 */
export async function askStation(
  address: string,
  { local, seconds = SECONDS }: { local: boolean; seconds?: number },
): Promise<string> {
  const signal = AbortSignal.timeout(seconds * 1000);
  let url = address;
  for (let hop = 0; hop <= MOST_REDIRECTS; hop++) {
    const response = await once(url, local, signal, seconds);
    const { statusCode = 0, headers } = response;
    if (statusCode >= 300 && statusCode < 400 && headers.location) {
      response.resume();
      url = new URL(headers.location, url).href;
      continue;
    }
    if (statusCode !== 200) {
      response.resume();
      throw new StationProblem(`It answered with an error (${statusCode}).`);
    }
    return read(response, signal, seconds);
  }
  throw new StationProblem('It sends from one address to another without end.');
}

function once(
  address: string,
  local: boolean,
  signal: AbortSignal,
  seconds: number,
): Promise<IncomingMessage> {
  return new Promise((resolve, reject) => {
    let url: URL;
    try {
      url = new URL(address);
    } catch {
      return reject(new StationProblem('Its address cannot be read.'));
    }
    if (!/^https?:$/.test(url.protocol))
      return reject(new StationProblem('Its address must begin with http:// or https://.'));
    // A number is not looked up: it is judged as it stands.
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (isIP(host) && !local && !isPublic(host))
      return reject(new StationProblem('Its address lies in a closed network.'));
    const get = url.protocol === 'https:' ? getSecure : getPlain;
    get(
      url,
      { lookup: guarded(local), signal, headers: { accept: 'text/csv, text/plain' } },
      resolve,
    ).on('error', (error) => reject(inWords(error, signal, seconds)));
  });
}

async function read(
  response: IncomingMessage,
  signal: AbortSignal,
  seconds: number,
): Promise<string> {
  const pieces: Buffer[] = [];
  let bytes = 0;
  try {
    for await (const piece of response as AsyncIterable<Buffer>) {
      bytes += piece.length;
      if (bytes > MOST_BYTES) {
        response.destroy();
        throw new StationProblem('Its file is bigger than 20 MB: bring it by hand.');
      }
      pieces.push(piece);
    }
  } catch (error) {
    throw inWords(error as Error, signal, seconds);
  }
  return Buffer.concat(pieces).toString('utf8');
}

function inWords(error: Error, signal: AbortSignal, seconds: number): StationProblem {
  if (error instanceof StationProblem) return error;
  if (signal.aborted) return new StationProblem(`It did not answer within ${seconds} s.`);
  const { code } = error as NodeJS.ErrnoException;
  return new StationProblem(
    code === 'ENOTFOUND' || code === 'EAI_AGAIN'
      ? 'Its address is not known.'
      : code === 'ECONNREFUSED'
        ? 'Nothing answers at its address.'
        : `The connection broke (${code ?? error.message}).`,
  );
}
