import { CROP_FACTS } from '../../crops/index.ts';
import { addDays, daysBetween } from '../../season/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { heatSoFar, TILLAGES, whenUp, type Tillage, type WeatherDay } from '../../weather/index.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { overWorlds, type GridRate } from './grid.ts';

const PLANTED = '2027-05-01';
const DEPTH_M = 2 * INCH_M;
/** Days of weather known when it is predicted. */
const KNOWN_DAYS = [3, 6, 9];

interface PredictionWorld {
  name: string;
  tillage: Tillage;
  /** What the station measures. */
  measured: 'soil' | 'air';
  /** Warmer than the air that soil lies under sun, °C, and over how many days it follows the air. */
  sunC: number;
  lagDays: number;
}

const WORLDS: PredictionWorld[] = TILLAGES.flatMap((tillage) =>
  (['soil', 'air'] as const).flatMap((measured) =>
    [
      { sunC: 0.3, lagDays: 1.5 },
      { sunC: 1.4, lagDays: 3 },
    ].map((soil) => ({
      name: `${tillage}, ${measured} measured, soil ${soil.sunC} °C above air over ${soil.lagDays} days`,
      tillage,
      measured,
      ...soil,
    })),
  ),
);

/** Cooler than tilled soil, °C: from a thin cover to a thick one. */
const COOLER_C: Record<Tillage, readonly [number, number]> = {
  tilled: [0, 0],
  strip: [0, 1],
  noTill: [0.4, 2.2],
};

/** Whether the band of a prediction holds the day on which half the plants of a field came up; null where they were up before it was made. */
function holds(world: PredictionWorld, random: SeededRandom): number | null {
  const { tillage, measured, sunC, lagDays } = world;
  const air = simulateWeather(
    { days: 60, meanC: 12 + 4 * random.uniform(), risePerDayC: 0.15 },
    random.below(2 ** 31),
  );
  const [least, most] = COOLER_C[tillage];
  const fieldC = 0.5 * random.normal() - (least + (most - least) * random.uniform());
  const swing = 0.35 + 0.25 * random.uniform();
  let followed = (air[0]!.minC + air[0]!.maxC) / 2;
  const soil = air.map(({ minC, maxC }) => {
    followed += ((minC + maxC) / 2 - followed) / lagDays;
    return { mean: followed + sunC, half: (swing * (maxC - minC)) / 2 };
  });
  const { heatBaseC, heatCapC = Infinity, heatToEmergence } = CROP_FACTS.corn;
  // By the hour: what a seed gathers, not what a formula of extremes makes of it.
  const heatOn = (day: number, hour: number) => {
    const { mean, half } = soil[day]!;
    const celsius = mean + fieldC + half * Math.sin(((hour - 9) / 24) * 2 * Math.PI);
    return (Math.min(heatCapC, Math.max(heatBaseC, celsius)) - heatBaseC) / 24;
  };
  const needs =
    heatToEmergence(DEPTH_M + 0.2 * INCH_M * random.normal()) * (1 + 0.1 * random.normal());
  let [had, hours] = [0, 12];
  while (had < needs && hours < 24 * 59) {
    had += heatOn(Math.floor(hours / 24), hours % 24);
    hours += 1;
  }
  const truth = Math.floor(hours / 24);
  const known = KNOWN_DAYS[random.below(KNOWN_DAYS.length)]!;
  if (truth < known || hours >= 24 * 59) return null;
  const days = air.slice(0, known).map(({ minC, maxC, rainM }, i): WeatherDay => ({
    on: addDays(PLANTED, i),
    minC,
    maxC,
    rainM,
    soilMinC: measured === 'soil' ? soil[i]!.mean - soil[i]!.half : null,
    soilMaxC: measured === 'soil' ? soil[i]!.mean + soil[i]!.half : null,
    soilMoisture: null,
    hours: null,
  }));
  const sown = { crop: 'corn' as const, plantedOn: PLANTED, depthTargetM: DEPTH_M, tillage };
  const said = whenUp(sown, heatSoFar(sown, days, addDays(PLANTED, known)), { days });
  if (!said) return null;
  const [from, to] = said.band.map((on) => daysBetween(PLANTED, on)) as [number, number];
  return Number(from <= truth && truth <= to);
}

/** How often the 80 % band of a predicted emergence holds it, by tillage and by what the station measures. */
export const predictionWorldRates = (of: { seed: number; runs: number }): GridRate[] => [
  overWorlds(
    'emergence predicted 3 to 9 days after planting: the 80 % band holds it',
    WORLDS,
    { atLeast: 0.75, worst: 0.7 },
    of,
    holds,
  ),
  overWorlds(
    '… in no-till, or from air temperature alone',
    WORLDS.filter(({ tillage, measured }) => tillage === 'noTill' || measured === 'air'),
    { atLeast: 0.75, worst: 0.7 },
    { ...of, seed: of.seed + 1 },
    holds,
  ),
];
