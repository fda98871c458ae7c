import { addDays } from '../season/index.ts';
import { seededRandom } from '../stats/index.ts';
import type { ForecastDay } from '../weather/index.ts';
import type { SimulatedDay } from './world.ts';

/** Error of a forecast temperature on its first day, what each later day adds, and where it stops, SD in °C. */
const ERROR = { first: 0.9, perDay: 0.35, most: 3 };
/** How much of a day's error the next one keeps. */
const KEEPS = 0.6;
/** How often rain that comes is missed, and rain said that does not come. */
const RAIN = { missed: 0.2, invented: 0.12 };

/**
 * What a forecast made on the eve of a day would say of the days from then on: the truth with errors that grow with each day.
 * Of the weather-station stand-in; no forecast of anybody's.
 *
 * @param weather of the simulation, from `startsOn`; @param from first day of the forecast; @param days how many
 * @returns fewer at the end of the weather
 * @example simulateForecast(weather, { startsOn: '2027-05-01', from: '2027-05-08', days: 7, seed: 3 })[0].maxC
 */
export function simulateForecast(
  weather: readonly SimulatedDay[],
  { startsOn, from, days, seed }: { startsOn: string; from: string; days: number; seed: number },
): ForecastDay[] {
  const random = seededRandom(seed + Date.parse(from) / 86_400_000);
  const at = (Date.parse(from) - Date.parse(startsOn)) / 86_400_000;
  let stray = random.normal();
  return weather.slice(Math.max(0, at), Math.max(0, at + days)).map(({ minC, maxC, rainM }, i) => {
    const error = Math.min(ERROR.most, ERROR.first + ERROR.perDay * i) * stray;
    stray = KEEPS * stray + Math.sqrt(1 - KEEPS ** 2) * random.normal();
    const chance = random.uniform();
    const amount = 0.5 + random.uniform();
    const rains = rainM > 0 ? chance > RAIN.missed : chance < RAIN.invented;
    return {
      on: addDays(startsOn, Math.max(0, at) + i),
      minC: minC + error,
      maxC: maxC + error,
      rainM: rains ? (rainM > 0 ? rainM : 0.004) * amount : 0,
    };
  });
}
