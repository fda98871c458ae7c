import type { NextFunction, Request, Response } from 'express';
import { isIP } from 'node:net';
import { ProblemError } from './problems.ts';

/** The name in a Host header, without its port. @example hostName('[::1]:4180') // '::1' */
export function hostName(host: string | undefined): string | null {
  try {
    return new URL(`http://${host}`).hostname.replace(/^\[|\]$/g, '').toLowerCase();
  } catch {
    return null;
  }
}

/** Whether only this machine can be meant. @example isLoopback('127.0.0.1') // true */
export const isLoopback = (name: string): boolean =>
  name === 'localhost' || name === '::1' || /^127\./.test(name);

const READS = ['GET', 'HEAD', 'OPTIONS'];

/**
 * Answers only at names it is known by, so that no website can lead a browser here under a name of its own (DNS rebinding), and takes changes only
 * from its own pages. An address in numbers is always known: no website is called so.
 *
 * @param names it is known by beside `localhost`
 */
export function knownHosts(names: readonly string[]) {
  const known = new Set(names.map((name) => name.trim().toLowerCase()).filter(Boolean));
  const isKnown = (name: string) => isIP(name) > 0 || name === 'localhost' || known.has(name);
  return (request: Request, _response: Response, next: NextFunction) => {
    const { host, origin } = request.headers;
    const name = hostName(host);
    if (name === null || !isKnown(name))
      throw new ProblemError(
        421,
        'Unknown address',
        `This server does not answer at ${name ?? 'this address'}. Whoever runs it can allow the name with SENDERO_HOSTS.`,
      );
    if (origin !== undefined && !READS.includes(request.method) && !isOwn(origin, host!, known))
      throw new ProblemError(
        403,
        'Sent from another site',
        'Open Sendero at its own address and try again there.',
      );
    next();
  };
}

function isOwn(origin: string, host: string, known: ReadonlySet<string>): boolean {
  try {
    const from = new URL(origin);
    return from.host === host.toLowerCase() || known.has(from.hostname);
  } catch {
    return false;
  }
}
