import {
  idFor,
  monthsWith,
  type InputOf,
  type WeatherDay,
  type WeatherMonth,
  type WeatherShape,
} from '@sendero/core';
import type { Draft } from '../data/device.ts';
import { newId } from '../data/newId.ts';

/**
 * The records that keep what was read of a station: it, with how its files are read, and a record for each month. Days
 * that were there before are replaced, others stay.
 */
export function weatherDrafts(
  stationId: string,
  station: InputOf<'weatherStation'>,
  shape: WeatherShape,
  days: readonly WeatherDay[],
  before: (month: string) => WeatherMonth | undefined,
): Draft[] {
  const months = monthsWith(days, (month) => before(month)?.days ?? []).map((read): Draft => {
    const data = { stationId, ...read };
    return { kind: 'weatherMonth', id: idFor('weatherMonth', data, newId), data };
  });
  return [
    { kind: 'weatherStation', id: stationId, data: { ...station, shape } },
    ...months,
  ] as Draft[];
}
