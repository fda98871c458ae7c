import type { SimulatedDay } from './world.ts';
import { seededRandom } from '../stats/index.ts';

/**
 * A plausible spring: a rising mean with day-to-day persistence, and one cold spell if asked for; rain in
 * spells, and soil that follows the air.
 *
 * @param opts.meanC daily mean on day 0, °C; opts.risePerDayC its trend
 * @param opts.coldSpell days (from, to) that are 7 °C colder; opts.drySpell days without rain;
 * opts.storm a day of heavy rain, m, and three days of sun after it
 * @example simulateWeather({ days: 40, meanC: 12, risePerDayC: 0.2 }, 7).length // 40
 */
export function simulateWeather(
  opts: {
    days: number;
    meanC: number;
    risePerDayC: number;
    coldSpell?: [from: number, to: number];
    drySpell?: [from: number, to: number];
    storm?: { day: number; rainM: number };
  },
  seed: number,
): SimulatedDay[] {
  const random = seededRandom(seed);
  const clouds = seededRandom(seed + 1_000_003);
  let drift = 0;
  let soilC = opts.meanC;
  let wet = false;
  return Array.from({ length: opts.days }, (_, day) => {
    drift = 0.7 * drift + 1.8 * random.normal();
    const cold = opts.coldSpell && day >= opts.coldSpell[0] && day <= opts.coldSpell[1] ? -7 : 0;
    const meanC = opts.meanC + opts.risePerDayC * day + drift + cold;
    const half = 5 + 2 * random.uniform();
    // A wet day is followed by another more often than not by chance.
    wet = clouds.uniform() < (wet ? 0.45 : 0.2);
    const shower = wet ? -0.008 * Math.log(clouds.uniform()) : 0;
    const { drySpell, storm } = opts;
    const sunny =
      (drySpell && day >= drySpell[0] && day <= drySpell[1]) ||
      (storm && day > storm.day && day <= storm.day + 3);
    const rainM = day === storm?.day ? storm.rainM : sunny ? 0 : shower;
    // Soil at the depth of seeds follows the air slowly, and swings half as far.
    soilC += 0.45 * (meanC + 1 - soilC);
    return {
      minC: meanC - half,
      maxC: meanC + half,
      rainM,
      soil: { minC: soilC - half / 2, maxC: soilC + half / 2 },
    };
  });
}
