import { CROP_FACTS, type Crop } from '../crops/index.ts';
import { seededRandom } from '../stats/index.ts';
import { heatSince, type HeatDay } from './heatSince.ts';
import { predictEmergence, type EmergencePrediction } from './predictEmergence.ts';
import type { WeatherDay } from './readWeather.ts';

/** Heat of a spring day where none was measured yet, °C·day. A default of this app. */
const USUAL_PER_DAY = 5;
const DRAWS = 200;

interface Sown {
  crop: Crop;
  plantedOn: string;
  depthTargetM: number;
}

/** The days of a station's months, in order. @example daysOfMonths(months).at(-1)?.on // '2027-05-26' */
export const daysOfMonths = (months: readonly { data: { days: WeatherDay[] } }[]): WeatherDay[] =>
  months.flatMap(({ data }) => data.days).sort((a, b) => (a.on < b.on ? -1 : 1));

/**
 * Heat since planting as far as the field's station has measured, at most until today.
 *
 * @param days of the station, in order
 * @returns as `heatSince`; empty where nothing was measured since planting
 * @example heatSoFar(planting, days, '2027-05-27').at(-1)?.on // '2027-05-26'
 */
export function heatSoFar(
  { crop, plantedOn }: Pick<Sown, 'crop' | 'plantedOn'>,
  days: readonly WeatherDay[],
  today: string,
): HeatDay[] {
  const newest = days.at(-1)?.on;
  if (newest === undefined || newest < plantedOn) return [];
  return heatSince(crop, plantedOn, days, newest < today ? newest : today);
}

/**
 * When a planting comes up, by the heat it has had. The same heat always gives the same answer.
 *
 * @param heat of `heatSoFar`
 * @returns null where nothing was measured since planting, or a day is missing
 * @example whenUp(planting, heatSoFar(planting, days, '2027-05-09'))?.first // '2027-05-11'
 */
export function whenUp(
  { crop, plantedOn, depthTargetM }: Sown,
  heat: readonly HeatDay[],
): EmergencePrediction | null {
  if (heat.length === 0) return null;
  return predictEmergence(heat, {
    needed: CROP_FACTS[crop].heatToEmergence(depthTargetM),
    usualPerDay: USUAL_PER_DAY,
    plantedOn,
    random: seededRandom(1),
    draws: DRAWS,
  });
}
