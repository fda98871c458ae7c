import { quantileSorted } from 'd3-array';
import {
  requireDate,
  requireNotNegative,
  requirePositive,
  requireWhole,
} from '../arguments/index.ts';
import { addDays, daysBetween } from '../season/index.ts';
import { seededRandom, type SeededRandom } from '../stats/index.ts';
import type { ExpectedHeat } from './heatAhead.ts';
import type { HeatNeeded } from './heatNeeded.ts';
import type { HeatDay } from './heatSince.ts';

/** When plants have so many leaves. */
export interface StagePrediction {
  /** Leaves with a collar. */
  leaves: number;
  on: string;
  band: [from: string, to: string];
}

export interface EmergencePrediction {
  /** ISO dates: when half of the plants should be up, with the band that holds it in 80 of 100 springs. */
  half: string;
  band: [from: string, to: string];
  /** The same, in days and parts of one since the planting day began. */
  halfDays: number;
  /** First plants (one in a hundred) and nine in ten. */
  first: string;
  nineInTen: string;
  /** The last day whose weather was measured; null when none was. */
  measuredTo: string | null;
  /** The last day a forecast went into; null when none did. */
  forecastTo: string | null;
  /** Stages that follow, where the crop's leaves are told by heat. */
  stages: StagePrediction[];
}

/** A day's heat that is to come: how far from the mean it can be, SD in °C·day, and how much of that the next day keeps. */
const DAY = { sd: 2.7, keeps: 0.8 };
/**
 * Known days whose mean stands for those to come; how much warmer each day of spring is than the one before, °C·day, and for
 * how long that goes on. Defaults of this app.
 */
const LAST = { days: 7, risePerDay: 0.15, rising: 30 };
/** What a band is to hold. */
const HOLDS = 0.8;
/** Nobody waits longer for plants, or for their leaves. */
const MOST_DAYS = { up: 60, leaves: 120 };

/** How weather and plants can turn out: drawn once, and the same for all plantings, so that one is told from another by its own figures. */
export interface Springs {
  /** Of the plants, a standard normal for each draw. */
  plants: Float64Array;
  /** Of the weather, one for each draw and day, keeping some of the day before. */
  weather: Float64Array;
}

/** Draws springs. @example makeSprings(seededRandom(1), 200).plants.length // 200 */
export function makeSprings(random: SeededRandom, draws: number): Springs {
  requireWhole('draws', draws, 20);
  const plants = new Float64Array(draws);
  const weather = new Float64Array(draws * MOST_DAYS.leaves);
  for (let draw = 0; draw < draws; draw++) {
    plants[draw] = random.normal();
    let stray = random.normal();
    for (let day = 0; day < MOST_DAYS.leaves; day++) {
      weather[draw * MOST_DAYS.leaves + day] = stray;
      stray = DAY.keeps * stray + Math.sqrt(1 - DAY.keeps ** 2) * random.normal();
    }
  }
  return { plants, weather };
}

let usual: Springs | null = null;
/** The springs of every prediction on a screen. */
const usualSprings = () => (usual ??= makeSprings(seededRandom(1), 200));

/**
 * When a planting comes up and gets its leaves: heat measured so far, then what the forecast says, then days like the last
 * week's, warming with the season and straying as days do; what plants need drawn about the usual.
 *
 * @param heat of `heatSince`, until the last measured day
 * @param needs of `heatNeeded`
 * @param ahead of `heatAhead`
 * @param usualPerDay heat of a day where nothing is known yet, °C·day
 * @param leaves heat from one leaf to the next, °C·day, and how many are asked for
 * @returns null when a day since planting was not measured: the sum would be too small
 * @example predictEmergence(heat, { needs, usualPerDay: 5, plantedOn: '2027-05-01' })?.half // '2027-05-13'
 */
export function predictEmergence(
  heat: readonly HeatDay[],
  {
    needs,
    ahead = [],
    usualPerDay,
    plantedOn,
    leaves = null,
    springs = usualSprings(),
  }: {
    needs: HeatNeeded;
    ahead?: readonly ExpectedHeat[];
    usualPerDay: number;
    plantedOn: string;
    leaves?: { each: number; upTo: number } | null;
    springs?: Springs;
  },
): EmergencePrediction | null {
  requireDate('plantedOn', plantedOn);
  requirePositive('needs.mean', needs.mean);
  requireNotNegative('needs.sd', needs.sd);
  requireNotNegative('needs.seedSd', needs.seedSd);
  requireNotNegative('usualPerDay', usualPerDay);
  const measured: number[] = [0];
  for (const { heat: day } of heat) {
    if (day === null) return null;
    measured.push(measured.at(-1)! + day);
  }
  const days = daysAhead(heat, ahead, { plantedOn, usualPerDay });
  const wanted = [
    0,
    ...Array.from({ length: leaves?.upTo ?? 0 }, (_, i) => (i + 1) * leaves!.each),
  ];
  const reached = wanted.map(() => [] as number[]);
  for (let draw = 0; draw < springs.plants.length; draw++) {
    const need = Math.max(0.5 * needs.mean, needs.mean + needs.sd * springs.plants[draw]!);
    let [day, sum, before] = [heat.length, measured.at(-1)!, 0];
    wanted.forEach((more, stage) => {
      // A planting that needs more to come up needs more for its leaves.
      const want = need + (more * need) / needs.mean;
      if (want <= measured.at(-1)!) {
        const full = measured.findIndex((held) => held >= want) - 1;
        return void reached[stage]!.push(
          full + share(want - measured[full]!, measured[full + 1]! - measured[full]!),
        );
      }
      const most = stage === 0 ? MOST_DAYS.up : MOST_DAYS.leaves;
      while (sum < want && day < most) {
        const { mean, sd } = days[day - heat.length]!;
        const stray = springs.weather[draw * MOST_DAYS.leaves + day]!;
        before = sum;
        sum += Math.max(0, mean + sd * stray) * (day === 0 ? 0.5 : 1);
        day++;
      }
      reached[stage]!.push(sum < want ? most : day - 1 + share(want - before, sum - before));
    });
  }
  reached.forEach((own) => own.sort((a, b) => a - b));
  const on = (day: number) => addDays(plantedOn, Math.floor(day));
  const bandOf = (own: readonly number[]) => wholeDays(own).map(on) as [string, string];
  const half = quantileSorted(reached[0]!, 0.5)!;
  // Plants need more or less than the middle one: as days at the pace of those around it.
  const away = (z: number) => Math.max(0, half + (z * needs.seedSd * half) / needs.mean);
  return {
    half: on(half),
    band: bandOf(reached[0]!),
    halfDays: half,
    first: on(away(-2.33)),
    nineInTen: on(away(1.28)),
    measuredTo: heat.at(-1)?.on ?? null,
    forecastTo: ahead.at(-1)?.on ?? null,
    stages: reached.slice(1).map((own, i) => ({
      leaves: i + 1,
      on: on(quantileSorted(own, 0.5)!),
      band: bandOf(own),
    })),
  };
}

/** What each day after the measured ones lets expect. */
function daysAhead(
  heat: readonly HeatDay[],
  ahead: readonly ExpectedHeat[],
  { plantedOn, usualPerDay }: { plantedOn: string; usualPerDay: number },
): { mean: number; sd: number }[] {
  const told = new Map(ahead.map((day) => [day.on, day]));
  const toldDays = Math.max(0, ...ahead.map(({ on }) => daysBetween(plantedOn, on) + 1));
  // The planting day is half a day, and says nothing of a whole one.
  const known = [
    ...heat.slice(1).map(({ heat: day }) => day!),
    ...ahead.map(({ heat: day }) => day),
  ];
  const last = known.slice(-LAST.days);
  const mean =
    last.length > 0 ? last.reduce((sum, day) => sum + day, 0) / last.length : usualPerDay;
  // Their mean is that of the day in their middle.
  let since = (last.length - 1) / 2;
  return Array.from(
    { length: MOST_DAYS.leaves - Math.min(heat.length, MOST_DAYS.leaves) },
    (_, i) => {
      const at = heat.length + i;
      const forecast = at < toldDays ? told.get(addDays(plantedOn, at)) : undefined;
      if (forecast) return { mean: forecast.heat, sd: forecast.sd };
      since++;
      return {
        mean: mean + LAST.risePerDay * Math.min(Math.max(0, since), LAST.rising),
        sd: DAY.sd,
      };
    },
  );
}

/** How far into a day a heat is reached. */
const share = (missing: number, day: number) => (day > 0 ? Math.min(1, missing / day) : 1);

/**
 * The whole days about the middle one whose chance comes nearest to the band's: the next day with a chance is taken from the
 * side where it is greater.
 */
function wholeDays(sorted: readonly number[]): [from: number, to: number] {
  const chance = new Map<number, number>();
  for (const day of sorted)
    chance.set(Math.floor(day), (chance.get(Math.floor(day)) ?? 0) + 1 / sorted.length);
  const days = [...chance.keys()];
  let from = days.indexOf(Math.floor(sorted[sorted.length >> 1]!));
  let to = from;
  let held = chance.get(days[from]!)!;
  while (held < HOLDS) {
    const [earlier, later] = [chance.get(days[from - 1]!) ?? 0, chance.get(days[to + 1]!) ?? 0];
    const next = held + Math.max(earlier, later);
    if (next - HOLDS > HOLDS - held) break;
    held = next;
    if (earlier > later) from--;
    else to++;
  }
  return [days[from]!, days[to]!];
}
