import type { NextFunction, Request, Response } from 'express';
import type { Problems } from '@sendero/core';
import { tell } from './tell.ts';

/** An error a person can act on, sent as application/problem+json (RFC 9457). */
export class ProblemError extends Error {
  status: number;
  title: string;
  problems?: Problems;
  constructor(status: number, title: string, detail: string, problems?: Problems) {
    super(detail);
    this.status = status;
    this.title = title;
    this.problems = problems;
  }
}

function send(response: Response, { status, title, message, problems }: ProblemError) {
  response
    .status(status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title,
        status,
        detail: message,
        ...(problems ? { problems } : {}),
      }),
    );
}

/** The answer gets through before the line is cut. */
const LINGER_MS = 1000;

/** Last stop of every request that failed. What is the sender's fault says so; the rest is logged and answered 500. */
export function answerProblems(
  error: unknown,
  request: Request,
  response: Response,
  next: NextFunction,
) {
  if (response.headersSent) return next(error);
  // Whoever is turned away does not go on sending: the line is free again at once.
  if (!request.complete) {
    response.setHeader('Connection', 'close');
    response.once('finish', () => setTimeout(() => request.destroy(), LINGER_MS).unref());
  }
  if (error instanceof ProblemError) return send(response, error);
  const status = (error as { status?: unknown }).status;
  if (typeof status === 'number' && status >= 400 && status < 500) {
    const detail =
      status === 413
        ? 'This is too much at once: send it in smaller pieces.'
        : 'The request could not be read: send well-formed JSON.';
    return send(response, new ProblemError(status, 'Request not understood', detail));
  }
  tell(error);
  send(
    response,
    new ProblemError(
      500,
      'Something broke here',
      'Your entries are safe on your device and will be sent again. If this goes on, tell whoever runs this server.',
    ),
  );
}

export const notFound = (_request: Request, _response: Response) => {
  throw new ProblemError(
    404,
    'No such address',
    'Check the address: the API is described at /api/v1/.',
  );
};
