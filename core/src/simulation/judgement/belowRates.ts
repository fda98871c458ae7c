import { judgeBelow, type BelowCause } from '../../belowGround/index.ts';
import { CROP_FACTS } from '../../crops/index.ts';
import { addDays } from '../../season/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { heatAt, heatSince, spellsSince } from '../../weather/index.ts';
import { digBelow } from '../digBelow.ts';
import { measuredDays } from '../measuredDays.ts';
import { simulateStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { goodGround, goodUnit, ORDINARY, type SimulatedDay, type SimulatedZone } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const PLANTED = '2027-05-01';
const ROWS = 6;

interface Seedbed {
  name: string;
  /** What it should be put down to; null: nothing, the seeds are on their way. */
  cause: BelowCause | null;
  ground: Partial<SimulatedZone>;
  /** The first days of its weather. */
  weather?(day: SimulatedDay, i: number): SimulatedDay;
  meanC?: number;
}

const dryDay = (day: SimulatedDay): SimulatedDay => ({ ...day, rainM: 0 });
const warmStart = (day: SimulatedDay, i: number): SimulatedDay =>
  i < 3
    ? { ...day, soil: { minC: Math.max(11, day.soil.minC), maxC: Math.max(14, day.soil.maxC) } }
    : day;

const SEEDBEDS: Seedbed[] = [
  {
    name: 'a dry layer deeper than the seed',
    cause: 'dryZone',
    ground: { dryLayerM: 0.062 },
    weather: dryDay,
  },
  {
    name: 'a crust',
    cause: 'crust',
    ground: { crustShare: 0.3 },
    weather: (day, i) =>
      warmStart({ ...day, rainM: i === 4 ? 0.02 : i === 5 || i === 6 ? 0 : day.rainM }, i),
  },
  {
    name: 'cold water at planting',
    cause: 'cold',
    ground: { coldInjuryShare: 0.35 },
    weather: (day, i) => (i < 2 ? { ...day, rainM: 0.006, soil: { minC: 6, maxC: 10 } } : day),
  },
  { name: 'pests', cause: 'pests', ground: { pestShare: 0.2 }, weather: warmStart },
  {
    name: 'saturation',
    cause: 'saturated',
    ground: { rotShare: 0.5 },
    weather: (day, i) => warmStart(i < 9 ? { ...day, rainM: 0.01 } : day, i),
  },
  { name: 'sound ground in a slow spring', cause: null, ground: {}, meanC: 11, weather: warmStart },
];

/**
 * How often what dug seeds point to is what was put in: 30 seeds, five in each of six rows, when heat for four fifths to
 * all of the way to the surface was there.
 */
export function belowRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  return SEEDBEDS.map(
    ({ name, cause, ground, weather: first = (day) => day, meanC = 14 }, which) => {
      const right = Array.from({ length: runs }, (_, run) => {
        const at = seed + 1000 * which + run;
        const random = seededRandom(at * 7919 + 3);
        const weather = simulateWeather(
          { days: 45, meanC: meanC + 2 * random.uniform(), risePerDayC: 0.15 },
          at * 31 + 7,
        ).map(first);
        const stand = simulateStand(
          {
            crop: 'corn',
            planter: {
              units: Array.from({ length: ROWS }, () => goodUnit(2 * INCH_M)),
              rowWidthM: 30 * INCH_M,
              cells: 24,
            },
            seedLot: { germination: 0.95, vigour: 0.8 },
            seedsPerM2: 7.9,
            passLengthM: 120,
            passes: 2,
            zones: [{ ...goodGround(0, 120), ...ground }],
            weather,
            rough: ORDINARY,
          },
          at,
        );
        const days = measuredDays(weather, PLANTED);
        const heat = heatSince('corn', PLANTED, days, days.at(-1)!.on);
        const wanted = CROP_FACTS.corn.heatToEmergence(2 * INCH_M) * (0.8 + 0.2 * random.uniform());
        let hours = 24;
        while ((heatAt(heat, hours) ?? Infinity) < wanted) hours += 6;
        const seeds = Array.from({ length: ROWS }, (_, row) =>
          digBelow(
            stand,
            { pass: 0, row: row + 1, fromM: 10 + 80 * random.uniform() },
            5,
            hours,
            random,
          ),
        ).flat();
        const { causes } = judgeBelow(seeds, {
          crop: 'corn',
          heat: heatAt(heat, hours),
          depthM: 2 * INCH_M,
          germination: 0.95,
          spells: spellsSince(PLANTED, days, {
            cold: true,
            until: addDays(PLANTED, Math.floor(hours / 24)),
          }),
        });
        return Number((causes[0]?.cause ?? null) === cause);
      });
      return rateOver(`below ground, 30 seeds: ${name} is what it is put down to`, right, {
        atLeast: 0.85,
      });
    },
  );
}
