import { group } from 'd3-array';
import type { WeatherDay } from './readWeather.ts';

/**
 * The months that newly read days fall into, as they then are: days that were there before are replaced, others stay.
 *
 * @param before the days kept of a month
 * @example monthsWith(days, () => []) // [{ month: '2027-05', days: [...] }]
 */
export const monthsWith = (
  days: readonly WeatherDay[],
  before: (month: string) => readonly WeatherDay[],
): { month: string; days: WeatherDay[] }[] =>
  [...group(days, ({ on }) => on.slice(0, 7))].map(([month, read]) => {
    const merged = new Map(before(month).map((day) => [day.on, day]));
    for (const day of read) merged.set(day.on, day);
    return { month, days: [...merged.values()].sort((a, b) => (a.on < b.on ? -1 : 1)) };
  });
