import { group } from 'd3-array';
import { requireNotNegative, requirePositiveShare, requireSome } from '../arguments/index.ts';
import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';
import { binomialCdf, wilsonInterval, type Interval } from '../stats/index.ts';
import { SEED_STATES, type SeedState, type Cover } from './states.ts';
import type { Spell } from '../weather/index.ts';

export interface SeedBelow {
  state: SeedState;
  depthM: number | null;
  /** Seen in moist or in dry soil; null where it was not said. */
  moist: boolean | null;
  /** Length of the shoot; null where it was not measured. */
  shootM: number | null;
  /** Over its row. */
  over: readonly Cover[];
  /** The planter row it was dug in; left out or null: not recorded. */
  row?: number | null;
}

/** What one seed is judged by, beside what it looks like. */
export interface SeedContext {
  crop: Crop;
  /** Growing degree days since planting, °C·day; null where no weather is known. */
  heat: number | null;
  /** Target depth, m, used where the seed's own depth was not read. */
  depthM: number;
  /** Whole days since planting; null or left out: not known. */
  days?: number | null;
  /** States of the other seeds dug in the same row. */
  others?: readonly SeedState[];
}

export type SeedFate = 'onCourse' | 'stuck' | 'lost';

export const BELOW_CAUSES = [
  'dryZone',
  'crust',
  'cold',
  'saturated',
  'pests',
  'openSlot',
  'tooDeep',
  'seed',
] as const;
export type BelowCause = (typeof BELOW_CAUSES)[number];

export interface BelowJudgement {
  seeds: number;
  /** Where a seed should be by the heat it has had; null where no heat is known. */
  expected: 'dry' | 'swollen' | 'root' | 'shoot' | 'up' | null;
  fates: Record<SeedFate, { seeds: number; share: number } & Interval>;
  states: Record<SeedState, number>;
  /** What the states point to, most seeds first; those that background explains are left out. */
  causes: { cause: BelowCause; seeds: number }[];
  /** Heat still needed by the seeds on course, °C·day; null where none is known. */
  heatLeft: number | null;
}

/** A seed more than this share behind its heat is late (field guide). */
const BEHIND = 1 / 3;
/** Seeds that are lost in any field, beside those that never could come: a default of this app. */
const BACKGROUND = 0.02;
/** A cause is named when background alone would show as many seeds less often than this. */
const BY_CHANCE = 0.03;
/** Fewer seeds than this point to nothing. */
const LEAST_SEEDS = 2;
/** Days after which a hard seed is stalled: in dry soil, and where its soil is moist or was not recorded. Sendero defaults. */
const HARD_AFTER_DAYS = { dry: 2, moist: 4 };
/** A seed is stalled when this share of the other seeds of its row, and at least two, are this many stages ahead. Sendero defaults. */
const AHEAD = { stages: 2, share: 1 / 3, seeds: 2 };
/** Stage of development of the seeds that are alive. */
const STAGE: Partial<Record<SeedState, number>> = {
  dry: 0,
  swollen: 1,
  root: 2,
  shoot: 3,
  bent: 3,
};

/** Heat by which a seed in a state should have come on, °C·day. */
function heatToLeave(state: SeedState, crop: Crop, depthM: number): number {
  const { swollen, root, shoot } = CROP_FACTS[crop].heatBelow;
  const up = CROP_FACTS[crop].heatToEmergence(depthM);
  return { dry: swollen, swollen: root, root: shoot, shoot: up }[state as 'dry'] ?? Infinity;
}

/** A hard seed has taken up no water: dry soil or enough days say that it waits for some, whatever the temperature. */
function isHardTooLong({ state, moist }: SeedBelow, days: number | null): boolean {
  if (state !== 'dry') return false;
  if (moist === false) return days === null || days >= HARD_AFTER_DAYS.dry;
  return days !== null && days >= HARD_AFTER_DAYS.moist;
}

/** Whether enough of the other seeds of the row have developed well past a seed: same weather, so the seed itself is stalled. */
function isOvertaken({ state }: SeedBelow, others: readonly SeedState[]): boolean {
  const own = STAGE[state];
  if (own === undefined) return false;
  const stages = others.flatMap((other) => STAGE[other] ?? []);
  const ahead = stages.filter((stage) => stage - own >= AHEAD.stages).length;
  return ahead >= AHEAD.seeds && ahead >= AHEAD.share * stages.length;
}

/**
 * Whether one seed is on track, stalled or lost. Moisture, age and the other seeds of its row decide first: germination
 * needs water before it needs warmth, so a hard seed in dry soil is stalled however cool it was, and so is a seed that others of its row have
 * overtaken by two stages. A swollen or rooted seed in dry soil is stalled at once. Growing degree days decide the rest; a rotten, chewed or missing seed is lost.
 *
 * @param context crop, growing degree days (°C·day; null: no weather, so that only the other rules apply), target depth (m), days since planting,
 *   other seeds of the row
 * @throws RangeError for negative heat, depth or days
 * @example fateOf({ state: 'swollen', depthM: 0.05, moist: true, shootM: null, over: [] }, { crop: 'corn', heat: 60, depthM: 0.05 }) // 'stuck'
 * @example fateOf({ state: 'dry', depthM: 0.05, moist: false, shootM: null, over: [] }, { crop: 'corn', heat: null, depthM: 0.05, days: 7 }) // 'stuck'
 */
export function fateOf(
  seed: SeedBelow,
  { crop, heat, depthM, days = null, others = [] }: SeedContext,
): SeedFate {
  const { state, moist, shootM } = seed;
  requireCrop(crop);
  if (heat !== null) requireNotNegative('heat', heat);
  if (days !== null) requireNotNegative('days', days);
  requireNotNegative('depthM', depthM);
  if (state === 'rotten' || state === 'chewed' || state === 'gone') return 'lost';
  if (state === 'bent') return 'stuck';
  if ((state === 'root' || state === 'swollen') && moist === false) return 'stuck';
  if (isHardTooLong(seed, days) || isOvertaken(seed, others)) return 'stuck';
  if (heat === null) return 'onCourse';
  const deep = seed.depthM ?? depthM;
  const leaves = heatToLeave(state, crop, deep);
  const { shoot } = CROP_FACTS[crop].heatBelow;
  // A shoot that was measured tells how much of its way it has made.
  const reached =
    state === 'shoot' && shootM !== null && deep > 0
      ? shoot + (leaves - shoot) * Math.min(1, shootM / deep)
      : leaves;
  return reached < (1 - BEHIND) * heat ? 'stuck' : 'onCourse';
}

/**
 * {@link fateOf} for all seeds of a check, each with the other seeds of its row. Seeds without a row are compared with each other.
 *
 * @example fatesOf(seeds, { crop: 'corn', heat: null, depthM: 0.05, days: 7 })[0] // 'stuck'
 */
export function fatesOf(
  seeds: readonly SeedBelow[],
  context: Omit<SeedContext, 'others'>,
): SeedFate[] {
  const byRow = group(seeds, ({ row }) => row ?? null);
  return seeds.map((seed) =>
    fateOf(seed, {
      ...context,
      others: byRow
        .get(seed.row ?? null)!
        .filter((other) => other !== seed)
        .map(({ state }) => state),
    }),
  );
}

/**
 * Seeds dug before they are up: how many are on course, stuck and lost, and what that points to.
 *
 * @param seeds dug, of any rows
 * @param facts heat since planting (°C·day, null: not known), depth aimed for, germination of the lot, spells of weather, days since planting (null: not known)
 * @throws RangeError without seeds
 * @example judgeBelow(seeds, { crop: 'corn', heat: 50, depthM: 0.05, germination: 0.95, spells: [] }).causes[0]?.cause
 */
export function judgeBelow(
  seeds: readonly SeedBelow[],
  {
    crop,
    heat,
    depthM,
    germination,
    spells,
    days = null,
  }: {
    crop: Crop;
    heat: number | null;
    depthM: number;
    germination: number;
    spells: readonly Spell[];
    days?: number | null;
  },
): BelowJudgement {
  requireSome('seeds', seeds);
  requirePositiveShare('germination', germination);
  const fates = fatesOf(seeds, { crop, heat, depthM, days });
  const states = Object.fromEntries(SEED_STATES.map((state) => [state, 0])) as Record<
    SeedState,
    number
  >;
  for (const { state } of seeds) states[state] += 1;
  const n = seeds.length;
  const share = (fate: SeedFate) => {
    const count = fates.filter((one) => one === fate).length;
    return { seeds: count, ...wilsonInterval(count, n) };
  };
  const { swollen, root, shoot } = CROP_FACTS[crop].heatBelow;
  const up = CROP_FACTS[crop].heatToEmergence(depthM);
  return {
    seeds: n,
    expected:
      heat === null
        ? null
        : heat >= up
          ? 'up'
          : heat >= shoot
            ? 'shoot'
            : heat >= root
              ? 'root'
              : heat >= swollen
                ? 'swollen'
                : 'dry',
    fates: { onCourse: share('onCourse'), stuck: share('stuck'), lost: share('lost') },
    states,
    causes: causesOf(seeds, fates, { crop, depthM, germination, spells }),
    heatLeft: heat === null ? null : Math.max(0, up - heat),
  };
}

/** What each seed that is not on course points to; a seed that can mean two things counts half for each. */
function causesOf(
  seeds: readonly SeedBelow[],
  fates: readonly SeedFate[],
  {
    crop,
    depthM,
    germination,
    spells,
  }: { crop: Crop; depthM: number; germination: number; spells: readonly Spell[] },
): BelowJudgement['causes'] {
  const had = (spell: Spell['spell']) => spells.some((one) => one.spell === spell);
  const sums = new Map<BelowCause, number>();
  const add = (...causes: BelowCause[]) => {
    for (const cause of causes) sums.set(cause, (sums.get(cause) ?? 0) + 1 / causes.length);
  };
  seeds.forEach(({ state, moist, over, depthM: deep }, i) => {
    if (fates[i] === 'onCourse') return;
    const open = over.includes('openSlot');
    switch (state) {
      case 'dry':
        // Hard seed in moist soil points to the seed itself.
        return moist === true
          ? add('seed')
          : add(...(open ? (['dryZone', 'openSlot'] as const) : (['dryZone'] as const)));
      case 'root':
        // In moist soil it is alive and merely slow: that points to nothing.
        return moist === false ? add('dryZone') : undefined;
      case 'swollen':
        if (moist === false) return add('dryZone');
        return add(had('wet') && !had('coldDrink') ? 'saturated' : 'cold');
      case 'bent': {
        const causes: BelowCause[] = [];
        if (over.includes('crust') || over.includes('clod')) causes.push('crust');
        if (had('coldDrink') && crop !== 'wheat') causes.push('cold');
        if (causes.length === 0 && had('crust')) causes.push('crust');
        if (causes.length === 0 && deep !== null && deep > depthM + 0.025) causes.push('tooDeep');
        return add(...(causes.length > 0 ? causes : (['cold'] as const)));
      }
      case 'shoot':
        return add(
          over.includes('crust')
            ? 'crust'
            : deep !== null && deep > depthM + 0.02
              ? 'tooDeep'
              : 'cold',
        );
      case 'rotten':
        return add('saturated');
      default:
        return add('pests');
    }
  });
  const n = seeds.length;
  const dead = n * (1 - germination);
  const late = (state: SeedState) =>
    seeds.filter((seed, i) => seed.state === state && fates[i] !== 'onCourse').length;
  /** Dead seed lies swollen, then rots, in any ground; it never bends. */
  const usual = (cause: BelowCause) => {
    const ofDead =
      cause === 'saturated'
        ? late('rotten') + late('swollen')
        : cause === 'cold'
          ? late('swollen')
          : cause === 'seed'
            ? late('dry')
            : 0;
    return Math.min(1, BACKGROUND + Math.min(dead, ofDead) / n);
  };
  return [...sums]
    .map(([cause, count]) => ({
      cause,
      seeds: count,
      over: count - n * usual(cause),
      chance: 1 - binomialCdf(Math.max(0, Math.floor(count) - 1), n, usual(cause)),
    }))
    .filter(({ seeds: count, chance }) => count >= LEAST_SEEDS && chance < BY_CHANCE)
    .sort((a, b) => b.over - a.over)
    .map(({ cause, seeds: count }) => ({ cause, seeds: count }));
}
