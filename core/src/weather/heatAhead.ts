import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';
import { heatUnits } from '../season/index.ts';
import type { HeatDay } from './heatSince.ts';
import type { WeatherDay } from './readWeather.ts';

/** What a station's forecast says of a day to come. */
export interface ForecastDay {
  on: string;
  minC: number;
  maxC: number;
  rainM: number | null;
}

/** Heat expected of a day that is not measured yet, °C·day. */
export interface ExpectedHeat {
  on: string;
  heat: number;
  /** How far off it can be, SD. */
  sd: number;
}

/** A forecast's error on its first day and what each later one adds, SD in °C·day. Defaults of this app. */
const ERROR = { first: 0.7, perDay: 0.28, most: 2.4 };
/** Days over which soil and air are compared. */
const COMPARED_DAYS = 7;

/**
 * The heat a forecast of air temperature lets expect. Where heat so far came from soil, it is moved by how much the
 * soil's was above the air's in the last week, since a forecast is of air.
 *
 * @param heat of `heatSince`; @param days measured, in order
 * @returns one for each day of the forecast after the last measured one
 * @example heatAhead('corn', heat, days, forecast)[0] // { on: '2027-05-28', heat: 7.4, sd: 0.8 }
 */
export function heatAhead(
  crop: Crop,
  heat: readonly HeatDay[],
  days: readonly WeatherDay[],
  forecast: readonly ForecastDay[],
): ExpectedHeat[] {
  const {
    heatBaseC: baseC,
    heatCapC: capC = Infinity,
    heatLimits: limits,
  } = CROP_FACTS[requireCrop(crop)];
  const ofAir = (minC: number, maxC: number) =>
    heatUnits([{ minC, maxC }], { baseC, capC, limits })[0]!;
  const measuredTo = heat.at(-1)?.on ?? '';
  const byDay = new Map(days.map((day) => [day.on, day]));
  // The planting day is half a day, and says nothing of a whole one.
  const above = heat.slice(1).flatMap(({ on, heat: had, from }) => {
    const day = byDay.get(on);
    return had !== null &&
      from?.startsWith('soil') &&
      day !== undefined &&
      day.minC !== null &&
      day.maxC !== null
      ? [had - ofAir(day.minC, day.maxC)]
      : [];
  });
  const last = above.slice(-COMPARED_DAYS);
  const offset = last.length > 0 ? last.reduce((sum, one) => sum + one, 0) / last.length : 0;
  return forecast
    .filter(({ on }) => on > measuredTo)
    .map(({ on, minC, maxC }, i) => ({
      on,
      heat: Math.max(0, ofAir(Math.min(minC, maxC), Math.max(minC, maxC)) + offset),
      sd: Math.min(ERROR.most, ERROR.first + ERROR.perDay * i),
    }));
}
