import type { ForecastDay, WeatherDay, WeatherShape } from '../../weather/index.ts';
import { measuredDays } from '../measuredDays.ts';
import { simulateForecast } from '../simulateForecast.ts';
import { DEMO_PLANTINGS, DEMO_SEASON, type DemoPlanting } from './demoScenarios.ts';

/** Said wherever the forecast is seen. */
export const FORECAST_SOURCE =
  'Simulated by the weather-station stand-in, not a forecast of anybody’s';
const FORECAST_DAYS = 7;

/** Columns of a daily file of the stand-in, and how it is read. */
export const STATION_HEADERS = [
  'Date',
  'Tmin (°C)',
  'Tmax (°C)',
  'Rain (mm)',
  'Soil min (°C)',
  'Soil max (°C)',
] as const;
export const STATION_SHAPE: WeatherShape = {
  columns: {
    day: STATION_HEADERS[0],
    airMinC: STATION_HEADERS[1],
    airMaxC: STATION_HEADERS[2],
    rainM: STATION_HEADERS[3],
    soilMinC: STATION_HEADERS[4],
    soilMaxC: STATION_HEADERS[5],
  },
  temperature: 'C',
  rain: 'mm',
  moisture: '%',
  dateOrder: 'ymd',
  aheadMin: 0,
};

export interface DemoStation {
  name: string;
  /** Its part of an address. */
  slug: string;
  /** Every day there is, also those that have not come yet, as a station prints them. */
  days: WeatherDay[];
  /** What its forecast says on the eve of a day. */
  forecast(from: string): ForecastDay[];
}

const tenth = (value: number) => Math.round(10 * value) / 10;
const tenthMm = (value: number) => Math.round(1e4 * value) / 1e4;

/** The station at the gate of a demo planting's field: its weather is the one its seeds had. */
export function demoStation(planting: DemoPlanting): DemoStation {
  const name = `${planting.field} gate`;
  const weather = planting.ground.weather.map(({ minC, maxC, rainM, soil }) => ({
    minC: tenth(minC),
    maxC: tenth(maxC),
    rainM: tenthMm(rainM),
    soil: { minC: tenth(soil.minC), maxC: tenth(soil.maxC) },
  }));
  const { plantedOn } = planting;
  return {
    name,
    slug: name.toLowerCase().replaceAll(' ', '-'),
    days: measuredDays(weather, plantedOn),
    forecast: (from) =>
      simulateForecast(weather, {
        startsOn: plantedOn,
        from,
        days: FORECAST_DAYS,
        seed: planting.field.length,
      }).map(({ on, minC, maxC, rainM }) => ({
        on,
        minC: tenth(minC),
        maxC: tenth(maxC),
        rainM: rainM === null ? null : tenthMm(rainM),
      })),
  };
}

/** Of each field that is planted, by the first planting of the season. */
export const demoStations = (): DemoStation[] =>
  DEMO_PLANTINGS.filter(
    ({ season = DEMO_SEASON, field }, i, all) =>
      season === DEMO_SEASON && all.findIndex((one) => one.field === field) === i,
  ).map(demoStation);
