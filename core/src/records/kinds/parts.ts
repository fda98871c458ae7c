import * as z from 'zod/mini';
import { checkBoundary } from '../../geo/index.ts';
import type { Limits, QuantityKind } from '../../units/index.ts';
import { FURTHEST_EAST_MIN, localDay } from '../../season/index.ts';

/** What the schemas of several kinds are made of, with messages that say what to do. Values are SI. */

export const id = z.uuid('This link is broken: choose again.');
export const name = (what: string) =>
  z
    .string(`Enter ${what}.`)
    .check(
      z.trim(),
      z.minLength(1, `Enter ${what}.`),
      z.maxLength(120, 'Use at most 120 characters.'),
    );
export const note = z._default(
  z.string().check(z.maxLength(4000, 'Use at most 4,000 characters.')),
  '',
);
/** What is not known yet, or not there; left out it is null. */
export const orNull = <Schema extends z.ZodMiniType>(schema: Schema) =>
  z._default(z.nullable(schema), null);
export const date = z.iso
  .date('Enter a date as year-month-day, e.g. 2027-05-14.')
  .check(
    z.refine(
      (text) => text >= '1990-01-01' && text <= '2199-12-31',
      'Enter a date between 1990 and 2199.',
    ),
  );
export const timestamp = z.iso
  .datetime('Enter a date and time.')
  .check(
    z.refine(
      (text) => text >= '1990' && text < '2200',
      'Enter a time between 1990 and 2199: check the clock of this device.',
    ),
  );
export const within = (least: number, most: number, message: string) =>
  z.number(message).check(z.gte(least, message), z.lte(most, message));
/** Limits by the schema or check that enforces them: `validate` makes the message, in the units of the reader. */
export const LIMITS = new WeakMap<object, Limits>();
/**
 * A quantity in SI with the limits it has in records. `validate` refuses values outside them.
 *
 * @param what as it stands after "Enter", with its article
 * @example figure('seedDepth', 0, 0.1, 'a crust') // refused with 'Enter a crust up to 3⅞ in.'
 */
export const figure = (kind: QuantityKind, low: number, high: number, what: string) => {
  const checks = [z.gte(low), z.lte(high)];
  const schema = z.number().check(...checks);
  for (const refuses of [schema, ...checks]) LIMITS.set(refuses, { kind, low, high, what });
  return schema;
};
export const whole = (least: number, most: number, message: string) =>
  z.int(message).check(z.gte(least, message), z.lte(most, message));
/** Figures exactly as typed, by the name of the value they gave. */
export const asTyped = z._default(
  z
    .record(z.string().check(z.maxLength(40)), z.string().check(z.maxLength(60)))
    .check(z.refine((typed) => Object.keys(typed).length <= 60, 'Use at most 60 figures.')),
  {},
);

export const rowWidthM = figure('rowWidth', 0.05, 3, 'a row width');
export const lengthM = figure('rowLength', 0.1, 500, 'a length');
export const hoopDiameterM = figure('hoopDiameter', 0.1, 5, 'a hoop diameter');

export const targetM = figure('seedDepth', 0.005, 0.2, 'a depth');

/** Minutes the local clock was ahead of UTC, beside the instant; null in records of before it was noted. */
export const zoneOffsetMin = z.nullable(
  whole(-FURTHEST_EAST_MIN, FURTHEST_EAST_MIN, 'Set the time zone of this device.'),
);
/** Whether an instant falls on a local day. An invalid instant or offset passes here: its own check reports it. */
export const agrees = (at: string, on: string, offset: number | null) =>
  offset === null ||
  Number.isNaN(Date.parse(at)) ||
  !(Math.abs(offset) <= FURTHEST_EAST_MIN) ||
  localDay(at, offset) === on;

/** Out of the way of what goes on, and nothing is lost. */
export const archived = z._default(z.boolean(), false);
export const notArchived = (old: Record<string, unknown>) => ({ archived: false, ...old });

export const row = z.nullable(whole(1, 96, 'Enter the planter row, 1 to 96.'));

export const rowNumber = whole(1, 96, 'Enter the planter row, 1 to 96.');
export const rowNumbers = z
  .array(rowNumber)
  .check(z.maxLength(96, 'A planter has at most 96 rows: name each once.'));
export const shortText = z._default(
  z.string().check(z.maxLength(60, 'Use at most 60 characters.')),
  '',
);

const MOST_CORNERS = 5000;
/** An outline on the map, of a field or of a part of it. */
export const outline = z
  .strictObject({
    type: z.literal('MultiPolygon'),
    coordinates: z.array(z.array(z.array(z.tuple([z.number(), z.number()])))),
  })
  .check(
    z.refine(
      ({ coordinates }) =>
        coordinates.flat().reduce((sum, ring) => sum + ring.length, 0) <= MOST_CORNERS,
      'The outline has more than 5,000 corners: bring a simpler one.',
    ),
    z.refine(
      (shape) => checkBoundary(shape) === null,
      'The outline cannot be: see what is said beside the map.',
    ),
  );
/** A place, degrees: longitude first. */
export const position = z.tuple([
  within(-180, 180, 'A longitude lies between -180 and 180°.'),
  within(-90, 90, 'A latitude lies between -90 and 90°.'),
]);
