import * as z from 'zod/mini';
import { DATE_ORDERS, WEATHER_FIELDS } from '../../weather/index.ts';
import { defineKind } from './defineKind.ts';
import { archived, name, note, targetM, within } from './parts.ts';

const webAddress = z._default(
  z.nullable(
    z
      .string('Enter an address.')
      .check(
        z.trim(),
        z.maxLength(500, 'Use at most 500 characters.'),
        z.regex(/^https?:\/\/[^\s/]+/i, 'Enter an address that begins with http:// or https://.'),
      ),
  ),
  null,
);

/** Where weather is measured; fields name the one that is theirs. */
export const weatherStation = defineKind({
  schema: z.strictObject({
    name: name('a name for the station'),
    /** Depth of its soil sensor; null where that is not known. */
    soilDepthM: z.nullable(targetM),
    /** How its files are read: as the newest was. */
    shape: z.nullable(
      z.strictObject({
        columns: z.partialRecord(z.enum(WEATHER_FIELDS), z.string().check(z.maxLength(200))),
        temperature: z.enum(['C', 'F'], 'Choose °C or °F.'),
        rain: z.enum(['mm', 'in'], 'Choose millimetres or inches.'),
        moisture: z.enum(['%', 'share'], 'Choose percent or share.'),
        dateOrder: z.enum(DATE_ORDERS, 'Choose the order of day, month and year.'),
        aheadMin: within(-1440, 1440, 'Enter a difference of at most a day.'),
      }),
    ),
    /** Where its files are fetched from, and where its forecast is; null where somebody brings them. */
    address: webAddress,
    forecastAddress: webAddress,
    note,
    archived,
  }),
  version: 2,
  added: { 2: ['address', 'forecastAddress'] },
  migrations: { 1: (old) => ({ address: null, forecastAddress: null, ...old }) },
  table: 'weather_stations',
  indexed: { name: 'text' },
  sameWhen: ['name'],
  words: { own: ({ name: called }) => called, alone: true },
  defaults: { address: null, forecastAddress: null, note: '', archived: false },
  example: { name: 'Bench gate', soilDepthM: 0.0508, shape: null },
});
