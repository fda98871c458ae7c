import { quantileSorted } from 'd3-array';
import {
  requireDate,
  requireNotNegative,
  requirePositive,
  requireWhole,
} from '../arguments/index.ts';
import { addDays } from '../season/index.ts';
import type { SeededRandom } from '../stats/index.ts';
import type { HeatDay } from './heatSince.ts';

export interface EmergencePrediction {
  /** ISO dates: when half of the plants should be up, with the band that holds it in 80 of 100 springs. */
  half: string;
  band: [from: string, to: string];
  /** First plants (one in a hundred) and nine in ten. */
  first: string;
  nineInTen: string;
  /** The last day whose weather was measured; null when none was. */
  measuredTo: string | null;
}

/** How much the heat that a field's plants need differs from the usual, SD as a share of it. A default of this app. */
const NEEDED_SD = 0.07;
/** How seeds of one field differ in the heat they need, SD as a share. A default of this app. */
const SEED_SD = 0.09;
/** A day's heat that is to come: how far from the mean it can be, SD in °C·day, and how much of that the next day keeps. */
const DAY = { sd: 2.2, keeps: 0.7 };
/** Measured days whose mean stands for those to come, and how much warmer each later one is, °C·day. */
const LAST = { days: 7, risePerDay: 0.1 };
/** Its ends are whole days, which hold a little more than what lies between: so it is taken narrower than 0.1 to 0.9. */
const BAND = [0.155, 0.845] as const;
const DRAWS = 400;
/** Nobody waits longer. */
const MOST_DAYS = 60;

/**
 * When a planting comes up: heat measured so far, then days like the last week's, warming with the season and
 * straying as days do; what plants need drawn about the usual. No forecast is in it.
 *
 * @param heat of `heatSince`, until the last measured day
 * @param needed heat to emergence at the depth of the seeds, °C·day
 * @param usualPerDay heat of a day where nothing was measured yet, °C·day
 * @returns null when a day since planting was not measured: the sum would be too small
 * @example predictEmergence(heat, { needed: 64, usualPerDay: 5, plantedOn: '2027-05-01', random })?.half // '2027-05-13'
 */
export function predictEmergence(
  heat: readonly HeatDay[],
  {
    needed,
    usualPerDay,
    plantedOn,
    random,
    draws = DRAWS,
  }: {
    needed: number;
    usualPerDay: number;
    plantedOn: string;
    random: SeededRandom;
    draws?: number;
  },
): EmergencePrediction | null {
  requireDate('plantedOn', plantedOn);
  requirePositive('needed', needed);
  requireNotNegative('usualPerDay', usualPerDay);
  requireWhole('draws', draws, 20);
  const measured: number[] = [];
  for (const { heat: day } of heat) {
    if (day === null) return null;
    measured.push(day);
  }
  const last = measured.slice(measured.length > LAST.days ? -LAST.days : 1);
  const mean =
    last.length > 0 ? last.reduce((sum, day) => sum + day, 0) / last.length : usualPerDay;
  const days = Array.from({ length: draws }, () => {
    const want = needed * Math.max(0.5, 1 + NEEDED_SD * random.normal());
    let sum = 0;
    let day = 0;
    for (; day < measured.length; day++) {
      if (sum + measured[day]! >= want) return day + share(want - sum, measured[day]!);
      sum += measured[day]!;
    }
    // How warm it stays is not known either: the week that was is one draw of many.
    let stray = DAY.sd * random.normal();
    for (let ahead = 1; day < MOST_DAYS; day++, ahead++) {
      const today = Math.max(0, mean + LAST.risePerDay * ahead + stray) * (day === 0 ? 0.5 : 1);
      if (sum + today >= want) return day + share(want - sum, today);
      sum += today;
      stray = DAY.keeps * stray + Math.sqrt(1 - DAY.keeps ** 2) * DAY.sd * random.normal();
    }
    return MOST_DAYS;
  }).sort((a, b) => a - b);
  const at = (p: number) => quantileSorted(days, p)!;
  const on = (day: number) => addDays(plantedOn, Math.floor(day));
  const half = at(0.5);
  // Plants need more or less than the middle one: as days at the pace of those around it.
  const pace = half > 0 ? half / needed : 0;
  const away = (z: number) => Math.max(0, half + z * SEED_SD * needed * pace);
  return {
    half: on(half),
    band: [on(at(BAND[0])), on(at(BAND[1]))],
    first: on(away(-2.33)),
    nineInTen: on(away(1.28)),
    measuredTo: heat.at(-1)?.on ?? null,
  };
}

/** How far into a day a heat is reached. */
const share = (missing: number, day: number) => (day > 0 ? Math.min(1, missing / day) : 1);
