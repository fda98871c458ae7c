import { addDays } from '../season/index.ts';
import type { WeatherDay } from '../weather/index.ts';
import type { SimulatedDay } from './world.ts';

/** What a station at the field would have written of simulated weather, from a day on. @example measuredDays(weather, '2027-05-01')[0].on */
export const measuredDays = (weather: readonly SimulatedDay[], from: string): WeatherDay[] =>
  weather.map(({ minC, maxC, rainM, soil }, i) => ({
    on: addDays(from, i),
    minC,
    maxC,
    rainM,
    soilMinC: soil.minC,
    soilMaxC: soil.maxC,
    soilMoisture: null,
    hours: null,
  }));
