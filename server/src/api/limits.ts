import type { NextFunction, Request, Response } from 'express';
import { ProblemError } from './problems.ts';

/** Most a request may carry, and longest it may take to arrive, by route. */
export const LIMITS = {
  session: { bytes: 10_000, seconds: 20 },
  commits: { bytes: 2_000_000, seconds: 120 },
  photo: { bytes: 8_000_000, seconds: 120 },
  logPiece: { bytes: 4_000_000, seconds: 120 },
  /** A whole planter log in one request. */
  log: { bytes: 1_000_000_000, seconds: 3600 },
  other: { bytes: 10_000, seconds: 20 },
} as const;

/** Of requests that carry or ask for much: bytes that are inside at a time, and how many wait at the door. */
export const BIG = { bytes: 24_000_000, waiting: 200 };

/** Refuses a request whose body does not arrive in time, so that a stalled sender holds nothing. */
export function arrivesWithin(seconds: number) {
  return (request: Request, response: Response, next: NextFunction) => {
    const timer = setTimeout(() => {
      if (request.complete || response.headersSent) return;
      response.setHeader('Connection', 'close');
      response.once('finish', () => request.destroy());
      next(
        new ProblemError(
          408,
          'Too slow',
          'The request did not arrive in time: send it again, in smaller pieces.',
        ),
      );
    }, seconds * 1000);
    response.once('close', () => clearTimeout(timer));
    request.once('end', () => clearTimeout(timer));
    next();
  };
}
