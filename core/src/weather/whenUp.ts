import { CROP_FACTS, type Crop } from '../crops/index.ts';
import { mean } from '../stats/index.ts';
import { heatAhead, type ForecastDay } from './heatAhead.ts';
import { heatNeeded, type DugDepths } from './heatNeeded.ts';
import { heatSince, type HeatDay } from './heatSince.ts';
import type { LocalHeat } from './learnHeat.ts';
import { predictEmergence, type EmergencePrediction } from './predictEmergence.ts';
import type { WeatherDay } from './readWeather.ts';
import { heatAheadInSoil, heatInSoil, strayPerDay, type Tillage } from './soilOfField.ts';

/** Heat of a spring day where none was measured yet, °C·day. A default of this app. */
const USUAL_PER_DAY = 5;
/** Plants are walked and dug until then. */
const LEAVES = 7;

export interface Sown {
  crop: Crop;
  plantedOn: string;
  depthTargetM: number;
  /** How the ground was tilled; left out or null: nobody said, taken as tilled. */
  tillage?: Tillage | null;
}

/** What is known of a planting's weather and ground beside what was sown. */
export interface KnownOfPlanting {
  /** Measured at its station, in order. */
  days: readonly WeatherDay[];
  forecast?: readonly ForecastDay[];
  dug?: DugDepths | null;
  local?: LocalHeat | null;
}

/** The days of a station's months, in order. @example daysOfMonths(months).at(-1)?.on // '2027-05-26' */
export const daysOfMonths = (months: readonly { data: { days: WeatherDay[] } }[]): WeatherDay[] =>
  months.flatMap(({ data }) => data.days).sort((a, b) => (a.on < b.on ? -1 : 1));

/**
 * Heat that a planting's soil has had as far as the field's station has measured, at most until today.
 *
 * @param days of the station, in order
 * @returns as `heatSince`; empty where nothing was measured since planting
 * @example heatSoFar(planting, days, '2027-05-27').at(-1)?.on // '2027-05-26'
 */
export function heatSoFar(
  { crop, plantedOn, tillage = null }: Pick<Sown, 'crop' | 'plantedOn' | 'tillage'>,
  days: readonly WeatherDay[],
  today: string,
): HeatDay[] {
  const newest = days.at(-1)?.on;
  if (newest === undefined || newest < plantedOn) return [];
  return heatInSoil(heatSince(crop, plantedOn, days, newest < today ? newest : today), tillage);
}

/**
 * When a planting comes up and gets its leaves, by the heat it has had and what is known of it. The same knowledge always
 * gives the same answer.
 *
 * @param heat of `heatSoFar`
 * @returns null where nothing was measured or forecast since planting, or a day is missing
 * @example whenUp(planting, heatSoFar(planting, days, '2027-05-09'), { days })?.first // '2027-05-11'
 */
export function whenUp(
  sown: Sown,
  heat: readonly HeatDay[],
  { days, forecast = [], dug = null, local = null }: KnownOfPlanting,
): EmergencePrediction | null {
  const { crop, plantedOn, depthTargetM, tillage = null } = sown;
  const told = heatAhead(crop, heat, days, forecast).filter(({ on }) => on >= plantedOn);
  if (heat.length === 0 && told[0]?.on !== plantedOn) return null;
  const { heatPerLeaf } = CROP_FACTS[crop];
  const needs = heatNeeded(crop, { depthTargetM, dug, local });
  return predictEmergence(heat, {
    needs: {
      ...needs,
      sd: Math.hypot(needs.sd, strayOver(needs.mean, heat, strayPerDay(heat, tillage))),
    },
    ahead: heatAheadInSoil(heat, told, tillage),
    usualPerDay: USUAL_PER_DAY,
    plantedOn,
    leaves: heatPerLeaf === undefined ? null : { each: heatPerLeaf, upTo: LEAVES },
  });
}

/** How far off the heat of a field can be by the time it has had so much, °C·day: each day is off the same way. */
function strayOver(heat: number, had: readonly HeatDay[], sdPerDay: number): number {
  const whole = had.slice(1).flatMap((day) => (day.heat === null ? [] : [day.heat]));
  const perDay = whole.length > 0 ? Math.max(2, mean(whole)!) : USUAL_PER_DAY;
  // Soil that is near its base gathers little, however far off it is.
  return Math.min(0.5, sdPerDay / perDay) * heat;
}
