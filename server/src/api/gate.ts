import type { NextFunction, Request, Response } from 'express';
import { ProblemError } from './problems.ts';

/** Counted for an answer that may be large. */
const ANSWER_BYTES = 2_000_000;

/**
 * Lets requests in while what they carry fits together into so many bytes; the others wait at the door, unread: however many come at once, memory
 * holds only what is inside, and a slow sender of little holds up nobody. Where the queue is long as well, who comes is asked to come again.
 *
 * @param budget bytes inside at a time; @param waiting requests at the door
 * @returns a gate for a route whose bodies have so many bytes at most
 * @example const enter = gate(24_000_000, 200); router.post('/commits', enter(2_000_000), handle)
 */
export function gate(budget: number, waiting: number) {
  let inside = 0;
  const queue: { weight: number; enter(): void }[] = [];
  const letIn = () => {
    while (queue[0] && (inside === 0 || inside + queue[0].weight <= budget)) queue.shift()!.enter();
  };
  return (mostBytes: number) => (request: Request, response: Response, next: NextFunction) => {
    const told = Number(request.headers['content-length'] ?? NaN);
    const weight =
      request.method === 'GET'
        ? ANSWER_BYTES
        : Number.isFinite(told)
          ? Math.min(told, mostBytes)
          : mostBytes;
    const enter = () => {
      // Gone while it waited.
      if (response.destroyed || response.closed) return;
      inside += weight;
      response.once('close', () => {
        inside -= weight;
        letIn();
      });
      next();
    };
    if (queue.length === 0 && (inside === 0 || inside + weight <= budget)) return enter();
    if (queue.length < waiting) return void queue.push({ weight, enter });
    response.setHeader('Retry-After', '5');
    throw new ProblemError(503, 'Busy', 'Too much is sent at once: it is tried again by itself.');
  };
}
