import { group } from 'd3-array';
import {
  idFor,
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
  const months = [...group(days, ({ on }) => on.slice(0, 7))].map(([month, read]): Draft => {
    const merged = new Map((before(month)?.days ?? []).map((day) => [day.on, day]));
    for (const day of read) merged.set(day.on, day);
    const data = {
      stationId,
      month,
      days: [...merged.values()].sort((a, b) => (a.on < b.on ? -1 : 1)),
    };
    return { kind: 'weatherMonth', id: idFor('weatherMonth', data, newId), data };
  });
  return [
    { kind: 'weatherStation', id: stationId, data: { ...station, shape } },
    ...months,
  ] as Draft[];
}
