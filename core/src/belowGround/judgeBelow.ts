import { requireNotNegative, requirePositiveShare, requireSome } from '../arguments/index.ts';
import { CROP_FACTS, type Crop } from '../crops/index.ts';
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

/** Heat by which a seed in a state should have come on, °C·day. */
function heatToLeave(state: SeedState, crop: Crop, depthM: number): number {
  const { swollen, root, shoot } = CROP_FACTS[crop].heatBelow;
  const up = CROP_FACTS[crop].heatToEmergence(depthM);
  return { dry: swollen, swollen: root, root: shoot, shoot: up }[state as 'dry'] ?? Infinity;
}

/**
 * How one seed stands against the heat it has had. Dry seed counts no heat: it waits for water. A root in dry soil is
 * stuck at once, the worst place; a bent shoot is stuck; what is rotten, chewed or gone is lost.
 *
 * @param heat since planting, °C·day; null where none is known: then only what is plain is said
 * @example fateOf({ state: 'swollen', depthM: 0.05, moist: true, shootM: null, over: [] }, { crop: 'corn', heat: 60, depthM: 0.05 }) // 'stuck'
 */
export function fateOf(
  seed: SeedBelow,
  { crop, heat, depthM }: { crop: Crop; heat: number | null; depthM: number },
): SeedFate {
  const { state, moist, shootM } = seed;
  if (heat !== null) requireNotNegative('heat', heat);
  requireNotNegative('depthM', depthM);
  if (state === 'rotten' || state === 'chewed' || state === 'gone') return 'lost';
  if (state === 'bent') return 'stuck';
  if (state === 'root' && moist === false) return 'stuck';
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
 * Seeds dug before they are up: how many are on course, stuck and lost, and what that points to.
 *
 * @param seeds dug, of any rows
 * @param facts heat since planting (°C·day, null: not known), depth aimed for, germination of the lot, spells of weather
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
  }: {
    crop: Crop;
    heat: number | null;
    depthM: number;
    germination: number;
    spells: readonly Spell[];
  },
): BelowJudgement {
  requireSome('seeds', seeds);
  requirePositiveShare('germination', germination);
  const fates = seeds.map((seed) => fateOf(seed, { crop, heat, depthM }));
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
        return moist === true
          ? undefined
          : add(...(open ? (['dryZone', 'openSlot'] as const) : (['dryZone'] as const)));
      case 'root':
        // In moist soil it is alive and merely slow: that points to nothing.
        return moist === false ? add('dryZone') : undefined;
      case 'swollen':
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
