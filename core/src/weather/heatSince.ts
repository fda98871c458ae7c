import { requireDate, requireNotNegative } from '../arguments/index.ts';
import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';
import { addDays, daysBetween, heatUnits } from '../season/index.ts';
import type { Hourly, WeatherDay } from './readWeather.ts';

/** What the heat of a day was computed from. */
export type HeatFrom = 'soil by the hour' | 'soil' | 'air by the hour' | 'air' | 'days around it';

/** Days in a row without a measurement that the days around them stand for. Sendero default. */
const LONGEST_GAP = 2;

export interface HeatDay {
  on: string;
  /** °C·day; null where the day was not measured. */
  heat: number | null;
  from: HeatFrom | null;
  rainM: number | null;
}

/**
 * Heat units of each day from planting on: soil at the depth of the station's sensor where it was measured, else
 * air; by the hour where the station has hours. Each hour's temperature is then held between base and cap, less
 * base, ÷ 24: the second method of McMaster & Wilhelm (1997) taken to the hour. One or two days without a measurement get the mean of
 * the day before and the day after (default); a longer gap stays one.
 *
 * @param days of the field's station, in order; @param until the last day wanted, ISO date
 * @returns one for each day from planting to `until`; the planting day counts from noon
 * @example heatSince('corn', '2027-05-01', days, '2027-05-11').reduce((sum, { heat }) => sum + (heat ?? 0), 0)
 */
export function heatSince(
  crop: Crop,
  plantedOn: string,
  days: readonly WeatherDay[],
  until: string,
): HeatDay[] {
  requireCrop(crop);
  const span = daysBetween(requireDate('plantedOn', plantedOn), requireDate('until', until));
  const { heatBaseC: baseC, heatCapC: capC = Infinity, heatLimits: limits } = CROP_FACTS[crop];
  const byDay = new Map(days.map((day) => [day.on, day]));
  const ofHours = (hours: Hourly | undefined, first: boolean) => {
    if (!hours || hours.some((value) => value === null)) return null;
    return (hours as number[])
      .slice(first ? 12 : 0)
      .reduce((sum, celsius) => sum + (Math.min(capC, Math.max(baseC, celsius)) - baseC) / 24, 0);
  };
  const ofExtremes = (minC: number | null, maxC: number | null, first: boolean) =>
    minC === null || maxC === null
      ? null
      : heatUnits([{ minC, maxC }], { baseC, capC, limits })[0]! * (first ? 0.5 : 1);
  const measured = Array.from({ length: Math.max(0, span + 1) }, (_, i): HeatDay => {
    const on = addDays(plantedOn, i);
    const day = byDay.get(on);
    if (!day) return { on, heat: null, from: null, rainM: null };
    const first = i === 0;
    const ways: [HeatFrom, () => number | null][] = [
      ['soil by the hour', () => ofHours(day.hours?.soilC, first)],
      ['soil', () => ofExtremes(day.soilMinC, day.soilMaxC, first)],
      ['air by the hour', () => ofHours(day.hours?.airC, first)],
      ['air', () => ofExtremes(day.minC, day.maxC, first)],
    ];
    for (const [from, told] of ways) {
      const heat = told();
      if (heat !== null) return { on, heat, from, rainM: day.rainM };
    }
    return { on, heat: null, from: null, rainM: day.rainM };
  });
  return withoutShortGaps(measured);
}

function withoutShortGaps(days: readonly HeatDay[]): HeatDay[] {
  const filled = [...days];
  for (let from = 1; from < days.length; from++) {
    if (days[from]!.heat !== null || days[from - 1]!.heat === null) continue;
    const to = days.findIndex(({ heat }, i) => i > from && heat !== null);
    if (to < 0 || to - from > LONGEST_GAP) continue;
    // Half of the planting day counts: a whole day is like twice that.
    const before = days[from - 1]!.heat! * (from === 1 ? 2 : 1);
    const heat = (before + days[to]!.heat!) / 2;
    for (let i = from; i < to; i++) filled[i] = { ...days[i]!, heat, from: 'days around it' };
  }
  return filled;
}

/**
 * The first day by whose end a heat was gathered.
 *
 * @returns ISO date; null when it was not yet, or a day until then was not measured
 * @example dayOfHeat(heatSince('corn', '2027-05-01', days, '2027-05-20'), 64) // '2027-05-11'
 */
export function dayOfHeat(heat: readonly HeatDay[], wanted: number): string | null {
  requireNotNegative('wanted', wanted);
  let sum = 0;
  for (const { on, heat: day } of heat) {
    if (day === null) return null;
    sum += day;
    if (sum >= wanted) return on;
  }
  return null;
}

/**
 * Hours after a moment in which so much heat is gathered.
 *
 * @param from h since noon of the planting day; @param wanted °C·day
 * @returns h; null when it was not gathered yet, or not measured
 * @example hoursToGather(heat, 314, 45.6) // 92: a leaf of corn took so long
 */
export function hoursToGather(
  heat: readonly HeatDay[],
  from: number,
  wanted: number,
): number | null {
  requireNotNegative('from', from);
  requireNotNegative('wanted', wanted);
  const start = heatAt(heat, from);
  if (start === null) return null;
  for (let hours = 1; ; hours++) {
    const now = heatAt(heat, from + hours);
    if (now === null) return null;
    if (now - start >= wanted) return hours;
  }
}

/**
 * Heat gathered some hours after noon of the planting day.
 *
 * @param heat of `heatSince`
 * @returns °C·day; null when a day until then was not measured: it would be too little
 * @example heatAt(heatSince('corn', '2027-05-01', days, '2027-05-20'), 240)
 */
export function heatAt(heat: readonly HeatDay[], hours: number): number | null {
  requireNotNegative('hours', hours);
  let sum = 0;
  // The planting day is half a day long.
  let left = hours;
  for (let i = 0; left > 0; i++) {
    const day = heat[i];
    if (!day || day.heat === null) return null;
    const long = i === 0 ? 12 : 24;
    sum += day.heat * Math.min(1, left / long);
    left -= long;
  }
  return sum;
}
