import { CROP_FACTS } from '../../crops/index.ts';
import { addDays, daysBetween } from '../../season/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { heatSince, predictEmergence } from '../../weather/index.ts';
import { measuredDays } from '../measuredDays.ts';
import { simulateStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { goodGround, goodUnit, ORDINARY } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const PLANTED = '2027-05-01';
/** Days of weather known when it is predicted, in turn. */
const KNOWN_DAYS = [3, 6, 9];

/** How often the day on which half of a field was up lies in the band that should hold it in 80 of 100 springs. */
export function predictionRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const held: number[] = [];
  for (let run = 0; run < runs; run++) {
    const at = seed + run;
    const random = seededRandom(at * 7919 + 11);
    const weather = simulateWeather(
      { days: 60, meanC: 12 + 4 * random.uniform(), risePerDayC: 0.15 },
      at * 31 + 13,
    );
    const stand = simulateStand(
      {
        crop: 'corn',
        planter: {
          units: Array.from({ length: 4 }, () => goodUnit(2 * INCH_M)),
          rowWidthM: 30 * INCH_M,
          cells: 24,
        },
        seedLot: { germination: 0.95, vigour: 0.7 + 0.3 * random.uniform() },
        seedsPerM2: 7.9,
        passLengthM: 100,
        passes: 2,
        // A field is a little warmer or colder than its station.
        zones: [
          { ...goodGround(0, 100), dryLayerM: 0.03, temperatureOffsetC: 0.7 * random.normal() },
        ],
        weather,
        rough: ORDINARY,
      },
      at,
    );
    const up = [...stand.emergedAtH.slice(0, stand.entries)]
      .filter(Number.isFinite)
      .sort((a, b) => a - b);
    // Planted at noon.
    const truth = Math.floor((up[up.length >> 1]! + 12) / 24);
    const known = KNOWN_DAYS[run % KNOWN_DAYS.length]!;
    if (truth < known) continue;
    const days = measuredDays(weather.slice(0, known), PLANTED);
    const { band } = predictEmergence(
      heatSince('corn', PLANTED, days, addDays(PLANTED, known - 1)),
      {
        needed: CROP_FACTS.corn.heatToEmergence(2 * INCH_M),
        usualPerDay: 5,
        plantedOn: PLANTED,
        random,
      },
    )!;
    const [from, to] = band.map((on) => daysBetween(PLANTED, on)) as [number, number];
    held.push(Number(from <= truth && truth <= to));
  }
  return [
    rateOver('emergence predicted 3 to 9 days after planting: the 80 % band holds it', held, {
      within: [0.75, 0.85],
    }),
  ];
}
