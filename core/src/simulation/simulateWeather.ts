import type { DayTemperatures } from '../season/index.ts';
import { seededRandom } from '../stats/index.ts';

/**
 * A plausible spring: a rising mean with day-to-day persistence, and one cold spell if asked for.
 *
 * @param opts.meanC daily mean on day 0, °C; opts.risePerDayC its trend
 * @param opts.coldSpell days (from, to) that are 7 °C colder
 * @example simulateWeather({ days: 40, meanC: 12, risePerDayC: 0.2 }, 7).length // 40
 */
export function simulateWeather(
  opts: {
    days: number;
    meanC: number;
    risePerDayC: number;
    coldSpell?: [from: number, to: number];
  },
  seed: number,
): DayTemperatures[] {
  const random = seededRandom(seed);
  let drift = 0;
  return Array.from({ length: opts.days }, (_, day) => {
    drift = 0.7 * drift + 1.8 * random.normal();
    const cold = opts.coldSpell && day >= opts.coldSpell[0] && day <= opts.coldSpell[1] ? -7 : 0;
    const meanC = opts.meanC + opts.risePerDayC * day + drift + cold;
    const half = 5 + 2 * random.uniform();
    return { minC: meanC - half, maxC: meanC + half };
  });
}
