import { fitEmergence } from '../../emergence/index.ts';
import { addDays, daysBetween } from '../../season/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import {
  heatSoFar,
  scorePredictions,
  whenUp,
  type SeenUp,
  type WeatherDay,
} from '../../weather/index.ts';
import { digRow } from '../digRow.ts';
import { measuredDays } from '../measuredDays.ts';
import { simulateForecast } from '../simulateForecast.ts';
import { simulateStand } from '../simulateStand.ts';
import { simulateWeather } from '../simulateWeather.ts';
import { goodGround, goodUnit, ORDINARY } from '../world.ts';
import { rateOver, type Rate } from './rate.ts';

const PLANTED = '2027-05-01';
/** Days of weather known when it is predicted, in turn. */
const KNOWN_DAYS = [3, 6, 9];
const FORECAST_DAYS = 7;
const TARGET_M = 2 * INCH_M;

const SEEDS = 2 ** 31;
/** How much warmer or colder a field is than its station, SD. */
const OFFSET_SD_C = 0.7;
/** Fields of a workspace seen to come up each season. */
const SEASON = 5;

interface Spring {
  weather: WeatherDay[];
  /** When each plant was up, h since noon of the planting day, in order. */
  up: number[];
  /** Seeds of the trench check, m. */
  dug: number[];
  /** The forecast of a day. */
  forecastFrom(day: number): ReturnType<typeof simulateForecast>;
}

/** A spring, and a field of corn in it that is a little warmer or colder than its station, sown a little off its target. */
function simulateSpring(
  seed: number,
  {
    passLengthM,
    passes,
    temperatureOffsetC,
  }: { passLengthM: number; passes: number; temperatureOffsetC?: number },
): Spring {
  const random = seededRandom(seed);
  // Seeds in a row begin alike: the first draws of each are not used.
  for (let i = 0; i < 20; i++) random.uniform();
  const weather = simulateWeather(
    { days: 60, meanC: 12 + 4 * random.uniform(), risePerDayC: 0.15 },
    random.below(SEEDS),
  );
  const vigour = 0.7 + 0.3 * random.uniform();
  const colder = OFFSET_SD_C * random.normal();
  const depthM = TARGET_M + 0.3 * INCH_M * random.normal();
  const stand = simulateStand(
    {
      crop: 'corn',
      planter: {
        units: Array.from({ length: 4 }, () => goodUnit(depthM)),
        rowWidthM: 30 * INCH_M,
        cells: 24,
      },
      seedLot: { germination: 0.95, vigour },
      seedsPerM2: 7.9,
      passLengthM,
      passes,
      zones: [
        {
          ...goodGround(0, passLengthM),
          dryLayerM: 0.03,
          temperatureOffsetC: temperatureOffsetC ?? colder,
        },
      ],
      weather,
      rough: ORDINARY,
    },
    random.below(SEEDS),
  );
  return {
    weather: measuredDays(weather, PLANTED),
    up: [...stand.emergedAtH.slice(0, stand.entries)].filter(Number.isFinite).sort((a, b) => a - b),
    dug: [1, 2, 3, 4].flatMap((row) =>
      digRow(stand, { pass: 0, row, fromM: 20 }, 5).map((seed) => seed.depthM),
    ),
    forecastFrom: (day) =>
      simulateForecast(weather, {
        startsOn: PLANTED,
        from: addDays(PLANTED, day),
        days: FORECAST_DAYS,
        seed,
      }),
  };
}

const depthsOf = (dug: readonly number[]) => {
  const meanM = dug.reduce((sum, depthM) => sum + depthM, 0) / dug.length;
  const squares = dug.reduce((sum, depthM) => sum + (depthM - meanM) ** 2, 0);
  return { seeds: dug.length, meanM, sdM: Math.sqrt(squares / (dug.length - 1)) };
};

/**
 * How often the day on which half of a field was up lies in the band that should hold it in 80 of 100 springs; and how much
 * nearer predictions are after two seasons of a workspace's own observations.
 */
export function predictionRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const held: Record<'alone' | 'forecast', number[]> = { alone: [], forecast: [] };
  for (let run = 0; run < runs; run++) {
    const spring = simulateSpring(seed + run, { passLengthM: 100, passes: 2 });
    const truth = Math.floor((spring.up[spring.up.length >> 1]! + 12) / 24);
    const known = KNOWN_DAYS[run % KNOWN_DAYS.length]!;
    if (truth < known) continue;
    const days = spring.weather.slice(0, known);
    const sown = { crop: 'corn' as const, plantedOn: PLANTED, depthTargetM: TARGET_M };
    const heat = heatSoFar(sown, days, addDays(PLANTED, known));
    const holds = (more: object) => {
      const { band } = whenUp(sown, heat, { days, ...more })!;
      const [from, to] = band.map((on) => daysBetween(PLANTED, on)) as [number, number];
      return Number(from <= truth && truth <= to);
    };
    held.alone.push(holds({}));
    held.forecast.push(holds({ forecast: spring.forecastFrom(known), dug: depthsOf(spring.dug) }));
  }
  const within: [number, number] = [0.75, 0.85];
  const what = 'emergence predicted 3 to 9 days after planting: the 80 % band holds it';
  return [
    rateOver(what, held.alone, { within }),
    rateOver(`${what}, with a forecast and a trench check`, held.forecast, { within }),
    learned({ seed, runs, bias: 1.15, offsetSdC: OFFSET_SD_C, limit: 0.7 }),
    learned({ seed: seed + 50_000, runs, bias: 1, offsetSdC: 0, limit: 1.05 }),
  ];
}

/** Error of predictions of the third season, corrected by two seasons of a workspace, against the default's. */
function learned({ limit, ...of }: Parameters<typeof errorBySeason>[0] & { limit: number }): Rate {
  const third = errorBySeason(of)[2]!;
  return {
    what: `two seasons learned at a site ${of.bias === 1 ? 'like the default' : `biased by ${Math.round(100 * (of.bias - 1))} %`}: error against the default’s`,
    share: third.corrected / third.byDefault,
    cases: third.cases,
    limit: { atMost: limit },
  };
}

/**
 * How far predictions of three seasons are off, mean of days, by the default and by what the workspace had seen before.
 *
 * @param bias × the heat that the station shows; @param offsetSdC how much colder or warmer each field lies, SD
 * @example errorBySeason({ seed: 7, runs: 200, bias: 1.15, offsetSdC: 0.7 })[1].corrected // 1.2 days
 */
export function errorBySeason({
  seed,
  runs,
  bias,
  offsetSdC,
}: {
  seed: number;
  runs: number;
  bias: number;
  offsetSdC: number;
}): { byDefault: number; corrected: number; cases: number }[] {
  const workspaces = Math.max(4, Math.ceil(runs / 10));
  const seasons = [1, 2, 3].map(() => ({ byDefault: 0, corrected: 0, cases: 0 }));
  for (let one = 0; one < workspaces; one++) {
    // A field that lies cold does so every year.
    const random = seededRandom(seed + 1000 * one + 999);
    const offsets = Array.from({ length: SEASON }, () => offsetSdC * random.normal());
    const seen = Array.from({ length: 3 * SEASON }, (_, i): SeenUp => {
      const spring = simulateSpring(seed + 1000 * one + i, {
        passLengthM: 60,
        passes: 1,
        temperatureOffsetC: offsets[i % SEASON]!,
      });
      const plantedOn = addDays(`${2025 + Math.floor(i / SEASON)}-05-01`, i % SEASON);
      const visits = Array.from({ length: 24 }, (_visit, n) => ({
        hours: 45 + 48 * n,
        emerged: spring.up.filter((hours) => hours <= 45 + 48 * n).length,
      }));
      return {
        id: String(i),
        field: String(i % SEASON),
        sown: { crop: 'corn', plantedOn, depthTargetM: TARGET_M },
        days: spring.weather.map((day, at) => ({
          ...day,
          on: addDays(plantedOn, at),
          // Its sensors show more heat than the seeds had.
          soilMinC: 10 + bias * (day.soilMinC! - 10),
          soilMaxC: 10 + bias * (day.soilMaxC! - 10),
        })),
        dug: null,
        // All between two visits: somewhere there.
        halfH:
          fitEmergence(visits, { sown: spring.up.length }).t50H ??
          visits.find(({ emerged }) => 2 * emerged >= spring.up.length)!.hours - 24,
      };
    });
    for (const { id, seenDays, byDefault, corrected } of scorePredictions(seen)) {
      const season = seasons[Math.floor(Number(id) / SEASON)]!;
      season.byDefault += Math.abs(seenDays - byDefault);
      season.corrected += Math.abs(seenDays - corrected);
      season.cases++;
    }
  }
  return seasons.map(({ byDefault, corrected, cases }) => ({
    byDefault: byDefault / cases,
    corrected: corrected / cases,
    cases,
  }));
}
