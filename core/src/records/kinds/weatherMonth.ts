import * as z from 'zod/mini';
import { defineKind } from './defineKind.ts';
import { date, figure, id, within } from './parts.ts';

const celsius = z.nullable(figure('temperature', -60, 60, 'a temperature'));
const rainM = z.nullable(figure('rain', 0, 0.6, 'rain'));
const hourly = <Value extends z.ZodMiniType>(value: Value) =>
  z.array(value).check(z.length(24, 'A day has 24 hours.'));

/** A month of a station, as far as it was measured. */
export const weatherMonth = defineKind({
  schema: z
    .strictObject({
      stationId: id,
      month: z.string().check(z.regex(/^\d{4}-(0[1-9]|1[0-2])$/, 'Name a month like 2027-05.')),
      days: z
        .array(
          z.strictObject({
            on: date,
            minC: celsius,
            maxC: celsius,
            rainM,
            soilMinC: celsius,
            soilMaxC: celsius,
            /** Share of volume. */
            soilMoisture: z.nullable(within(0, 1, 'Enter soil moisture from 0 to 100 %.')),
            hours: z.nullable(
              z.strictObject({
                airC: hourly(celsius),
                soilC: hourly(celsius),
                rainM: hourly(rainM),
              }),
            ),
          }),
        )
        .check(z.maxLength(31, 'A month has at most 31 days.')),
    })
    .check(
      z.refine(
        ({ month, days }) =>
          days.every(({ on }, i) => on.startsWith(month) && (i === 0 || on > days[i - 1]!.on)),
        { message: 'The days must be of this month, each once and in order.', path: ['days'] },
      ),
    ),
  parents: { stationId: 'weatherStation' },
  // What was sown in a year's autumn is of the next season, and the season before is on the device too.
  held: 'year',
  year: ({ month }) => Number(month.slice(0, 4)),
  // One record a month, whoever brings it: what comes later replaces what overlaps.
  identity: ({ month }) => month,
  table: 'weather_months',
  indexed: { stationId: 'uuid', month: 'text' },
  words: { own: ({ month }) => `weather of ${month}` },
  example: {
    stationId: '019f0000-0000-7000-8000-000000000012',
    month: '2027-05',
    days: [
      {
        on: '2027-05-14',
        minC: 8.9,
        maxC: 21.7,
        rainM: 0.003,
        soilMinC: 12.8,
        soilMaxC: 17.2,
        soilMoisture: null,
        hours: null,
      },
    ],
  },
});
