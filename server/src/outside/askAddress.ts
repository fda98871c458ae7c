import { lookup } from 'node:dns';
import { get as getPlain, type IncomingMessage } from 'node:http';
import { get as getSecure } from 'node:https';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';

/** Why an address of somebody's own gives nothing, in words for people. */
export class AddressProblem extends Error {}

const SECONDS = 20;
const MOST_BYTES = 20 * 1024 * 1024;
const MOST_REDIRECTS = 3;

/** Addresses of networks nobody reaches from outside are refused: an address must not lead the server to its neighbours. */
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
        return done(new AddressProblem('Its address lies in a closed network.'), '');
      if (options.all) done(null, allowed);
      else done(null, allowed[0]!.address, allowed[0]!.family);
    });

export interface AskOptions {
  /** Whether addresses of this machine and its network may be asked: on one's own computer. */
  local: boolean;
  seconds?: number;
  /** What is wanted, as a header of HTTP says it. */
  accept: string;
  mostBytes?: number;
}

/**
 * What stands at an address that somebody entered.
 *
 * @throws AddressProblem when it does not answer, answers with an error, too slowly or too much
 */
export async function askAddress(address: string, options: AskOptions): Promise<Buffer> {
  const { seconds = SECONDS } = options;
  const signal = AbortSignal.timeout(seconds * 1000);
  let url = address;
  for (let hop = 0; hop <= MOST_REDIRECTS; hop++) {
    const response = await once(url, options, signal);
    const { statusCode = 0, headers } = response;
    if (statusCode >= 300 && statusCode < 400 && headers.location) {
      response.resume();
      url = new URL(headers.location, url).href;
      continue;
    }
    if (statusCode !== 200) {
      response.resume();
      throw new AddressProblem(`It answered with an error (${statusCode}).`);
    }
    return read(response, options, signal);
  }
  throw new AddressProblem('It sends from one address to another without end.');
}

function once(
  address: string,
  { local, accept, seconds = SECONDS }: AskOptions,
  signal: AbortSignal,
): Promise<IncomingMessage> {
  return new Promise((resolve, reject) => {
    let url: URL;
    try {
      url = new URL(address);
    } catch {
      return reject(new AddressProblem('Its address cannot be read.'));
    }
    if (!/^https?:$/.test(url.protocol))
      return reject(new AddressProblem('Its address must begin with http:// or https://.'));
    // A number is not looked up: it is judged as it stands.
    const host = url.hostname.replace(/^\[|\]$/g, '');
    if (isIP(host) && !local && !isPublic(host))
      return reject(new AddressProblem('Its address lies in a closed network.'));
    const get = url.protocol === 'https:' ? getSecure : getPlain;
    get(url, { lookup: guarded(local), signal, headers: { accept } }, resolve).on(
      'error',
      (error) => reject(inWords(error, signal, seconds)),
    );
  });
}

async function read(
  response: IncomingMessage,
  { seconds = SECONDS, mostBytes = MOST_BYTES }: AskOptions,
  signal: AbortSignal,
): Promise<Buffer> {
  const pieces: Buffer[] = [];
  let bytes = 0;
  try {
    for await (const piece of response as AsyncIterable<Buffer>) {
      bytes += piece.length;
      if (bytes > mostBytes) {
        response.destroy();
        throw new AddressProblem(
          `Its file is bigger than ${Math.round(mostBytes / 1024 / 1024)} MB.`,
        );
      }
      pieces.push(piece);
    }
  } catch (error) {
    throw inWords(error as Error, signal, seconds);
  }
  return Buffer.concat(pieces);
}

function inWords(error: Error, signal: AbortSignal, seconds: number): AddressProblem {
  if (error instanceof AddressProblem) return error;
  if (signal.aborted) return new AddressProblem(`It did not answer within ${seconds} s.`);
  const { code } = error as NodeJS.ErrnoException;
  return new AddressProblem(
    code === 'ENOTFOUND' || code === 'EAI_AGAIN'
      ? 'Its address is not known.'
      : code === 'ECONNREFUSED'
        ? 'Nothing answers at its address.'
        : `The connection broke (${code ?? error.message}).`,
  );
}
