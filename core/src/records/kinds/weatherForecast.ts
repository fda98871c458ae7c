import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, figure, id, timestamp } from './parts.ts';

const celsius = figure('temperature', -60, 60, 'a temperature');

/** The newest forecast of a station. The one before is not kept: what was measured takes its place. */
export const weatherForecast = defineKind({
  schema: z.strictObject({
    stationId: id,
    /** When it was fetched. */
    at: timestamp,
    /** Whose it is, in its own words. */
    source: z.string().check(z.trim(), z.maxLength(200, 'Use at most 200 characters.')),
    days: z
      .array(
        z.strictObject({
          on: date,
          minC: celsius,
          maxC: celsius,
          rainM: z.nullable(figure('rain', 0, 0.6, 'rain')),
        }),
      )
      .check(
        z.maxLength(31, 'A forecast has at most 31 days.'),
        z.refine((days) => days.every(({ on }, i) => i === 0 || on > days[i - 1]!.on), {
          message: 'The days must stand in order, each once.',
        }),
      ),
  }),
  parents: { stationId: 'weatherStation' },
  identity: () => 'forecast',
  table: 'weather_forecasts',
  indexed: { stationId: 'uuid' },
  words: { own: () => 'forecast' },
  example: {
    stationId: '019f0000-0000-7000-8000-000000000012',
    at: '2027-05-27T05:00:00.000Z',
    source: 'Simulated by the weather-station stand-in',
    days: [{ on: '2027-05-27', minC: 11.2, maxC: 23.4, rainM: 0.002 }],
  },
});
