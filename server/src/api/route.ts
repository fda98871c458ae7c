import express, { type Request, type Response, type Router } from 'express';
import * as z from 'zod/mini';
import type { SignedIn } from '../people/signIn.ts';
import { gate } from './gate.ts';
import { arrivesWithin, BIG, LIMITS } from './limits.ts';
import { ProblemError } from './problems.ts';

type Shape = z.ZodMiniType;
type Of<S> = S extends Shape ? z.output<S> : undefined;

/** One address of the API: what it takes, what it answers, and how. The description of the API follows from it. */
export interface Route<
  Params extends Shape | undefined = Shape | undefined,
  Query extends Shape | undefined = Shape | undefined,
  Body extends Shape | 'bytes' | 'stream' | undefined = Shape | 'bytes' | 'stream' | undefined,
> {
  method: 'get' | 'post' | 'put' | 'delete';
  /** Below /api/v1, with `:name` for what is in `params`. */
  path: string;
  summary: string;
  /** Answered to people who are not signed in as well. */
  open?: boolean;
  params?: Params;
  query?: Query;
  /** JSON of this shape, the bytes as they are, or the bytes while they arrive. */
  body?: Body;
  /** What a body that is not of its shape is answered with. */
  mistaken?: { title: string; detail: string };
  limits?: { bytes: number; seconds: number };
  /** Answers much: few are answered at a time. */
  large?: boolean;
  /** What is answered when all goes well. */
  answers: Record<number, { says: string; shape?: Shape | 'bytes' }>;
  /** What can be wrong, beside what every route may answer. */
  problems?: Record<number, string>;
  /** What it gives is sent as JSON with the first of `answers`; undefined when it has answered itself. */
  handle(asked: {
    params: Of<Params>;
    query: Of<Query>;
    body: Body extends Shape ? z.output<Body> : Body extends 'bytes' ? Buffer : undefined;
    who: SignedIn;
    request: Request;
    response: Response;
  }): Promise<unknown>;
}

/** Declares a route; what it takes is known by its shapes in `handle`. */
export const route = <
  const Params extends Shape | undefined = undefined,
  const Query extends Shape | undefined = undefined,
  const Body extends Shape | 'bytes' | 'stream' | undefined = undefined,
>(
  declared: Route<Params, Query, Body>,
): Route => declared as unknown as Route;

/** A whole number in an address. @example whole('after', 1e15) */
export const whole = (name: string, most: number) => {
  const message = `Give ${name} as a whole number from 0 to ${most}.`;
  return z.pipe(
    z.string(message).check(z.regex(/^\d{1,16}$/, message)),
    z.pipe(z.transform(Number), z.number(message).check(z.refine((n) => n <= most, message))),
  );
};
/** A number with a decimal point in an address. @example decimal('west', 180) */
export const decimal = (name: string, most: number) => {
  const message = `Give ${name} as a number from -${most} to ${most}.`;
  return z.pipe(
    z.string(message).check(z.regex(/^-?\d{1,3}(\.\d{1,12})?$/, message)),
    z.pipe(
      z.transform(Number),
      z.number(message).check(z.gte(-most, message), z.lte(most, message)),
    ),
  );
};
export const uuid = z.uuid('Check the address.');

/** Text that PostgreSQL cannot hold is refused at the door. */
function storableText(_key: string, value: unknown): unknown {
  if (typeof value === 'string' && (value.includes('\0') || !value.isWellFormed()))
    throw new SyntaxError('unstorable character');
  return value;
}

function readAs(shape: Shape | 'bytes' | 'stream' | undefined, value: unknown, problem: Mistake) {
  if (typeof shape !== 'object') return value;
  const read = shape.safeParse(value);
  if (read.success) return read.data;
  const problems = Object.fromEntries(
    read.error.issues.map(({ path, message }) => [path.join('.') || 'request', message]),
  );
  throw new ProblemError(
    problem.status,
    problem.title,
    problem.detail ?? Object.values(problems)[0]!,
    problems,
  );
}
interface Mistake {
  status: number;
  title: string;
  detail?: string;
}

/** Puts routes where they are asked for: body read within its limits, everything of its shape, answers as JSON. */
export function mount(router: Router, routes: readonly Route[]): void {
  const bigGate = gate(BIG.bytes, BIG.waiting);
  for (const one of routes) {
    const limits = one.limits ?? LIMITS.other;
    // A stream is taken as it comes; what is read whole is let in a few at a time.
    const big = one.large || (limits.bytes > LIMITS.other.bytes && one.body !== 'stream');
    const reader =
      one.body === 'bytes'
        ? [express.raw({ type: () => true, limit: limits.bytes })]
        : one.body === 'stream' || one.body === undefined
          ? []
          : [express.json({ limit: limits.bytes, reviver: storableText })];
    router[one.method](
      one.path,
      ...(big ? [bigGate(limits.bytes)] : []),
      arrivesWithin(limits.seconds),
      ...reader,
      async (request: Request, response: Response) => {
        const given = await one.handle({
          params: readAs(one.params, request.params, {
            status: 404,
            title: 'No such record',
          }) as never,
          query: readAs(
            one.query,
            { ...request.query },
            {
              status: 400,
              title: 'Bad parameter',
            },
          ) as never,
          body: (one.body === 'bytes'
            ? Buffer.isBuffer(request.body)
              ? request.body
              : Buffer.alloc(0)
            : readAs(one.body, request.body, {
                status: 400,
                ...(one.mistaken ?? { title: 'Not understood' }),
              })) as never,
          who: response.locals.who as SignedIn,
          request,
          response,
        });
        if (given !== undefined) response.json(given);
      },
    );
  }
}
