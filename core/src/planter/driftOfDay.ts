import { group } from 'd3-array';
import { requireFinite, requireSome, requireWhole } from '../arguments/index.ts';
import { mean, tQuantile, twoSidedP } from '../stats/index.ts';

/** A figure of a row at a place, and when on its day it was seen. */
export interface TimedFigure {
  row: number;
  /** Day and field it belongs to: what other days were like makes no drift. */
  day: string;
  stop: string;
  value: number;
  /** Hours after midnight. */
  clockH: number;
}

export interface Drift {
  /** In the unit of the figures, for each hour. */
  perHour: number;
  /** From the first place of the day to the last, over the longest day. */
  change: number;
  interval: [number, number];
  p: number;
  hours: number;
  /** Place by place: its hour, and how far it lies from the mean of its rows and its day. */
  places: { stop: string; clockH: number; off: number }[];
}

/** Places, and hours between the first and the last of a day, below which no drift can be told. Defaults. */
const LEAST_PLACES = 4;
const LEAST_HOURS = 1.5;

/**
 * Whether all rows together change through the day: each place by how far its rows lie from their own means, a line through the places with a level
 * for each day, t-test with places as the units.
 *
 * @returns null with fewer than four places more than days, or less than an hour and a half between them
 * @throws RangeError naming the figure that is wrong
 * @example driftOfDay(figures)?.perHour // 0.002, m deeper each hour
 */
export function driftOfDay(figures: readonly TimedFigure[]): Drift | null {
  requireSome('figures', figures);
  figures.forEach(({ row, value, clockH }, i) => {
    requireWhole(`figures[${i}].row`, row, 1);
    requireFinite(`figures[${i}].value`, value);
    requireFinite(`figures[${i}].clockH`, clockH);
  });
  const usual = new Map(
    [...group(figures, ({ row }) => row)].map(([row, own]) => [
      row,
      mean(own.map(({ value }) => value))!,
    ]),
  );
  const places = [...group(figures, ({ stop }) => stop)].map(([stop, own]) => ({
    stop,
    day: own[0]!.day,
    clockH: mean(own.map(({ clockH }) => clockH))!,
    off: mean(own.map(({ row, value }) => value - usual.get(row)!))!,
  }));
  const days = group(places, ({ day }) => day);
  const df = places.length - days.size - 1;
  let [sxx, sxy] = [0, 0];
  let hours = 0;
  const centred = [...days.values()].flatMap((own) => {
    const [at, level] = [mean(own.map(({ clockH }) => clockH))!, mean(own.map(({ off }) => off))!];
    const clocks = own.map(({ clockH }) => clockH);
    hours = Math.max(hours, Math.max(...clocks) - Math.min(...clocks));
    return own.map((place) => ({ ...place, x: place.clockH - at, off: place.off - level }));
  });
  for (const { x, off } of centred) {
    sxx += x * x;
    sxy += x * off;
  }
  if (places.length < LEAST_PLACES + days.size - 1 || df < 1 || hours < LEAST_HOURS || !(sxx > 0))
    return null;
  const perHour = sxy / sxx;
  const left = centred.reduce((sum, { x, off }) => sum + (off - perHour * x) ** 2, 0);
  const se = Math.sqrt(left / df / sxx);
  const half = tQuantile(0.975, df) * se * hours;
  const change = perHour * hours;
  return {
    perHour,
    change,
    interval: [change - half, change + half],
    p: se > 0 ? twoSidedP(perHour, se, df) : perHour === 0 ? 1 : 0,
    hours,
    places: centred.map(({ stop, clockH, off }) => ({ stop, clockH, off })),
  };
}
