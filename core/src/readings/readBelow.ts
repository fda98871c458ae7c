import {
  judgeBelow,
  fatesOf,
  type BelowJudgement,
  type SeedBelow,
  type SeedFate,
} from '../belowGround/index.ts';
import type { BelowGround, Planting } from '../records/index.ts';
import { addDays, daysBetween } from '../season/index.ts';
import { heatAt, type HeatDay, type Spell } from '../weather/index.ts';
import type { Held } from './held.ts';
import { hoursSince } from './readEmergence.ts';

export interface BelowRow {
  row: number | null;
  seeds: (SeedBelow & { fate: SeedFate })[];
}

/** The newest below-ground check of a planting. */
export interface BelowReading {
  on: string;
  /** Days of the checks before it. */
  before: string[];
  rows: BelowRow[];
  judged: BelowJudgement;
  /** °C·day since planting; null where no weather tells. */
  heat: number | null;
  /** Mean depth of what lies dry and of the rest, m; null where too few were read. */
  dryDepthM: number | null;
  otherDepthM: number | null;
  /** ISO date: when those on course should be up, at the heat of the last days; null where that is not known. */
  upOn: string | null;
  lookAgainOn: string;
}

/** Without weather one looks again after so many days. A default of this app. */
const AGAIN_DAYS = 3;
/** Days whose heat stands for those to come. */
const LAST_DAYS = 4;
/** Depths that a mean needs. */
const ENOUGH = 3;

/**
 * What was dug before plants are up, on its newest day.
 *
 * @param digs of the planting; @param weather heat since planting and spells; null where the field has no station
 * @returns null before the first check
 * @example readBelow(planting, digs, null)?.judged.fates.onCourse.share
 */
export function readBelow(
  planting: Held<Planting>,
  digs: readonly Held<BelowGround>[],
  weather: { heat: readonly HeatDay[]; spells: readonly Spell[] } | null,
): BelowReading | null {
  const dug = digs.filter(({ data }) => data.seeds.length > 0);
  const days = [...new Set(dug.map(({ data }) => data.on))].sort();
  const on = days.at(-1);
  if (on === undefined) return null;
  const { crop, depthTargetM: depthM, germination, plantedOn } = planting.data;
  const own = dug.filter(({ data }) => data.on === on);
  const hours = Math.max(
    ...own.map(({ data }) => hoursSince(plantedOn, data.at, data.zoneOffsetMin ?? 0)),
  );
  const heat = weather && hours > 0 ? heatAt(weather.heat, hours) : null;
  const age = Math.max(0, daysBetween(plantedOn, on));
  const rows = own
    .map(({ data }): BelowRow => {
      const dugHere = data.seeds.map(({ state, depthM: deep, moist, shootM }): SeedBelow => ({
        state,
        depthM: deep,
        moist,
        shootM,
        over: data.over,
        row: data.row,
      }));
      const fates = fatesOf(dugHere, { crop, heat, depthM, days: age });
      return {
        row: data.row,
        seeds: dugHere.map((seed, i) => ({ ...seed, fate: fates[i]! })),
      };
    })
    .sort((a, b) => (a.row ?? 0) - (b.row ?? 0));
  const seeds = rows.flatMap((one) => one.seeds);
  const judged = judgeBelow(seeds, {
    crop,
    heat,
    depthM,
    germination,
    spells: (weather?.spells ?? []).filter(({ from }) => from <= on),
    days: age,
  });
  const dry = ({ state, moist }: SeedBelow) => state === 'dry' || moist === false;
  const mean = (some: readonly SeedBelow[]) => {
    const read = some.flatMap(({ depthM: deep }) => deep ?? []);
    return read.length < ENOUGH ? null : read.reduce((sum, one) => sum + one, 0) / read.length;
  };
  const daily = (weather?.heat ?? []).filter((day) => day.on < on).slice(-LAST_DAYS);
  const perDay =
    daily.length === LAST_DAYS && daily.every((day) => day.heat !== null)
      ? daily.reduce((sum, day) => sum + day.heat!, 0) / LAST_DAYS
      : 0;
  const upIn =
    judged.heatLeft !== null && perDay > 0 && judged.fates.onCourse.seeds > 0
      ? Math.ceil(judged.heatLeft / perDay)
      : null;
  return {
    on,
    before: days.slice(0, -1),
    rows,
    judged,
    heat,
    dryDepthM: mean(seeds.filter(dry)),
    otherDepthM: mean(seeds.filter((seed) => !dry(seed))),
    upOn: upIn === null || upIn > 30 ? null : addDays(on, upIn),
    lookAgainOn: addDays(on, Math.max(1, Math.min(AGAIN_DAYS, upIn ?? AGAIN_DAYS))),
  };
}
