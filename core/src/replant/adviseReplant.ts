import {
  requireFinite,
  requireNotNegative,
  requirePositive,
  requireShare,
  requireWhole,
} from '../arguments/index.ts';
import type { Crop } from '../crops/index.ts';
import { mean, type SeededRandom } from '../stats/index.ts';
import { breakEvenStand } from './breakEvenStand.ts';
import { relativeYield, type StandSchool } from './relativeYield.ts';
import type { YieldTable } from './yieldTable.ts';

/** A part of the field with a stand of its own. */
export interface ReplantZone {
  /** Of the field’s area, 0…1. */
  share: number;
  plantsPerM2: number;
  longGapShare?: number;
}

/** A weak stand, the calendar and the money; SI, money in the workspace’s own. */
export interface ReplantCase {
  crop: Crop;
  school?: StandSchool;
  /** A local table in place of the house curves. */
  curves?: YieldTable;
  /** The effective stand, and how well it is known. */
  stand: { plantsPerM2: number; sePerM2: number; longGapShare?: number };
  /** Plants that may still come, or outgrow what hurt them: from so many to so many, per m². */
  toCome?: readonly [number, number];
  /** Parts of the field; left out: it is alike. */
  zones?: readonly ReplantZone[];
  /** When it was planted, and when it could be again. */
  daysAfterBest: number;
  replant: { daysAfterBest: number; plantsPerM2: number; sePerM2?: number };
  /** Days after the best date from which on a replanted crop no longer ripens. */
  seasonEndsDaysAfterBest?: number;
  /** Of a full, timely stand, with its spread as a share (default 0.15). */
  fullYieldKgPerM2: number;
  yieldSpread?: number;
  pricePerKg: number;
  /** As a share (default 0.1). */
  priceSpread?: number;
  costs: {
    seedPerM2: number;
    /** What the seed’s maker bears of it, 0…1. */
    seedAllowance?: number;
    /** Ending the old stand. */
    endPerM2: number;
    plantPerM2: number;
    /** Drying, and what a late harvest costs, for each kg of the replanted crop. */
    dryPerKg?: number;
  };
  /** Seed drilled into the stand; what it adds, and what that costs. */
  fillIn?: { plantsPerM2: number; costPerM2: number };
  changeCrop?: {
    crop: Crop;
    daysAfterBest: number;
    plantsPerM2: number;
    fullYieldKgPerM2: number;
    pricePerKg: number;
    costPerM2: number;
  };
  /** Days until a recount would be made (default 4). */
  recountAfterDays?: number;
}

export const REPLANT_OPTIONS = [
  'keep',
  'replantAll',
  'replantWorst',
  'fillIn',
  'changeCrop',
] as const;
export type ReplantOption = (typeof REPLANT_OPTIONS)[number];

export interface ReplantAdvice {
  /** What can be done, the best first. */
  options: {
    option: ReplantOption;
    expectedPerM2: number;
    interval: [number, number];
    probabilityBest: number;
    /** Returns of the draws, thinned, for a picture. */
    sample: number[];
  }[];
  /** Zones that replanting the worst means, by their place in the case. */
  worstZones: number[];
  probabilityReplantBetter: number;
  breakEvenPlantsPerM2: number | null;
  costOfWaitingPerDay: number;
  /** What a recount is expected to be worth, less the cost of the delay; below zero it costs more than it tells. */
  valueOfWaiting: number;
  waitWorth: boolean;
  /** Inputs that would turn keep into replant or back, by themselves, the nearest first. */
  flips: { what: FlipInput; from: number; to: number }[];
}

export const FLIP_INPUTS = [
  'stand',
  'replantDate',
  'replantStand',
  'price',
  'fullYield',
  'cost',
  'longGaps',
] as const;
export type FlipInput = (typeof FLIP_INPUTS)[number];

/** Defaults of this app, nobody’s research. */
export const REPLANT_DEFAULTS = {
  yieldSpread: 0.15,
  priceSpread: 0.1,
  recountAfterDays: 4,
  /** Spread of what the curves say is lost: on the log scale. */
  curveSpread: 0.25,
  /** What a plant filled in between bears of its share: beans branch beside it, corn overgrows it. */
  fillInBears: { corn: 0.25, soybean: 0.7, wheat: 0.7 } satisfies Record<Crop, number>,
} as const;

/** One way the world may turn out: standard normals and a share. */
interface Draw {
  stand: number;
  toCome: number;
  replantStand: number;
  fullYield: number;
  price: number;
  standCurve: number;
  dateCurve: number;
}
const MIDDLE: Draw = {
  stand: 0,
  toCome: 0.5,
  replantStand: 0,
  fullYield: 0,
  price: 0,
  standCurve: 0,
  dateCurve: 0,
};
/** Points of a picture. */
const SAMPLE = 200;
const INTERVAL: readonly [number, number] = [0.025, 0.975];

/**
 * Keep, replant, replant the worst, fill in or change: what each is expected to return with its spread, over draws of stand, yield, price and the curves
 * themselves that all options share; whether a recount is worth its delay; and what would turn the advice.
 *
 * @param of.draws 100…100,000; @param of.random seeded: the same gives the same advice
 * @throws RangeError naming the figure that is wrong
 * @example adviseReplant(replantCase, { draws: 2000, random: seededRandom(1) }).options[0].option // 'keep'
 */
export function adviseReplant(
  replantCase: ReplantCase,
  { draws, random }: { draws: number; random: SeededRandom },
): ReplantAdvice {
  checked(replantCase);
  requireWhole('draws', draws, 100);
  const worlds = Array.from({ length: draws }, (): Draw => ({
    stand: random.normal(),
    toCome: random.uniform(),
    replantStand: random.normal(),
    fullYield: random.normal(),
    price: random.normal(),
    standCurve: random.normal(),
    dateCurve: random.normal(),
  }));
  const worstZones = worthReplanting(replantCase);
  const offered: [ReplantOption, (draw: Draw) => number][] = [
    ['keep', (draw) => keep(replantCase, draw)],
    ['replantAll', (draw) => replantAll(replantCase, draw)],
  ];
  const { zones = [], fillIn, changeCrop } = replantCase;
  if (worstZones.length > 0 && worstZones.length < zones.length)
    offered.push(['replantWorst', (draw) => replantZones(replantCase, draw, worstZones)]);
  if (fillIn) offered.push(['fillIn', (draw) => filledIn(replantCase, draw, fillIn)]);
  if (changeCrop) offered.push(['changeCrop', (draw) => changed(replantCase, draw, changeCrop)]);
  const returns = offered.map(([option, of]) => ({ option, each: worlds.map(of) }));
  const best = worlds.map((_, i) =>
    returns.reduce((top, one, o) => (one.each[i]! > returns[top]!.each[i]! ? o : top), 0),
  );
  const [kept, replanted] = [returns[0]!.each, returns[1]!.each];
  const days = replantCase.recountAfterDays ?? REPLANT_DEFAULTS.recountAfterDays;
  const later = (by: number): ReplantCase => ({
    ...replantCase,
    replant: {
      ...replantCase.replant,
      daysAfterBest: replantCase.replant.daysAfterBest + by,
    },
  });
  const middle = worlds.map(({ stand, toCome }) => ({ ...MIDDLE, stand, toCome }));
  const keptKnowing = middle.map((draw) => keep(replantCase, draw));
  const now = Math.max(mean(keptKnowing)!, replantAll(replantCase, MIDDLE));
  const afterwards = replantAll(later(days), MIDDLE);
  const valueOfWaiting = mean(keptKnowing.map((value) => Math.max(value, afterwards)))! - now;
  return {
    options: returns
      .map(({ option, each }, o) => {
        const sorted = [...each].sort((a, b) => a - b);
        const at = (share: number) => sorted[Math.round(share * (draws - 1))]!;
        return {
          option,
          expectedPerM2: mean(each)!,
          interval: [at(INTERVAL[0]), at(INTERVAL[1])] as [number, number],
          probabilityBest: best.filter((one) => one === o).length / draws,
          sample: Array.from({ length: Math.min(SAMPLE, draws) }, (_, i) =>
            at(i / Math.max(1, Math.min(SAMPLE, draws) - 1)),
          ),
        };
      })
      .sort((a, b) => b.expectedPerM2 - a.expectedPerM2),
    worstZones,
    probabilityReplantBetter: worlds.filter((_, i) => replanted[i]! > kept[i]!).length / draws,
    breakEvenPlantsPerM2: breakEven(replantCase),
    costOfWaitingPerDay: Math.max(
      0,
      replantAll(replantCase, MIDDLE) - replantAll(later(1), MIDDLE),
    ),
    valueOfWaiting,
    waitWorth: valueOfWaiting > 0,
    flips: flipsOf(replantCase),
  };
}

function checked(one: ReplantCase): void {
  requireNotNegative('stand.plantsPerM2', one.stand.plantsPerM2);
  requireNotNegative('stand.sePerM2', one.stand.sePerM2);
  requireShare('stand.longGapShare', one.stand.longGapShare ?? 0);
  requireFinite('daysAfterBest', one.daysAfterBest);
  requireFinite('replant.daysAfterBest', one.replant.daysAfterBest);
  requirePositive('replant.plantsPerM2', one.replant.plantsPerM2);
  requirePositive('fullYieldKgPerM2', one.fullYieldKgPerM2);
  requirePositive('pricePerKg', one.pricePerKg);
  for (const cost of ['seedPerM2', 'endPerM2', 'plantPerM2'] as const)
    requireNotNegative(`costs.${cost}`, one.costs[cost]);
  requireNotNegative('costs.dryPerKg', one.costs.dryPerKg ?? 0);
  requireShare('costs.seedAllowance', one.costs.seedAllowance ?? 0);
  if (one.toCome) {
    requireNotNegative('toCome[0]', one.toCome[0]);
    if (!(one.toCome[1] >= one.toCome[0]))
      throw new RangeError(`toCome[1] must be at least ${one.toCome[0]}, got ${one.toCome[1]}`);
  }
  if (one.replant.daysAfterBest < one.daysAfterBest)
    throw new RangeError(
      `replant.daysAfterBest must not be before ${one.daysAfterBest}, got ${one.replant.daysAfterBest}`,
    );
  let shares = 0;
  one.zones?.forEach(({ share, plantsPerM2 }, i) => {
    shares += requireShare(`zones[${i}].share`, share);
    requireNotNegative(`zones[${i}].plantsPerM2`, plantsPerM2);
  });
  if (one.zones && Math.abs(shares - 1) > 1e-6)
    throw new RangeError(`zones: their shares must add up to 1, got ${shares}`);
}

/** A relative yield whose losses by stand and by date the draw makes larger or smaller. */
function bears(
  { crop, school, curves }: Pick<ReplantCase, 'crop' | 'school' | 'curves'>,
  draw: Draw,
  plantsPerM2: number,
  daysAfterBest: number,
  longGapShare = 0,
): number {
  const of = { crop, ...(school ? { school } : {}), ...(curves ? { curves } : {}) };
  const dated = relativeYield({ ...of, plantsPerM2: FULL_PER_M2, daysAfterBest });
  const whole = relativeYield({
    ...of,
    plantsPerM2: Math.max(0, plantsPerM2),
    daysAfterBest,
    longGapShare,
  });
  const stood = dated > 0 ? whole / dated : 0;
  const bend = (share: number, z: number) =>
    share <= 0 ? 0 : share ** Math.exp(REPLANT_DEFAULTS.curveSpread * z);
  return bend(dated, draw.dateCurve) * bend(stood, draw.standCurve);
}
/** A stand that is full in every crop, per m². */
const FULL_PER_M2 = 1000;

/** Nothing is sold for less than nothing: a normal spread, cut at a tenth. */
const spread = (z: number, share: number) => Math.max(0.1, 1 + share * z);
const worth = (one: ReplantCase, draw: Draw) =>
  one.fullYieldKgPerM2 *
  spread(draw.fullYield, one.yieldSpread ?? REPLANT_DEFAULTS.yieldSpread) *
  one.pricePerKg *
  spread(draw.price, one.priceSpread ?? REPLANT_DEFAULTS.priceSpread);

/** What comes yet, and how the stand is off what was counted, in plants per m². */
const offCount = ({ stand, toCome = [0, 0] }: ReplantCase, draw: Draw) =>
  stand.sePerM2 * draw.stand + toCome[0] + (toCome[1] - toCome[0]) * draw.toCome;

const zonesOf = (one: ReplantCase): readonly ReplantZone[] =>
  one.zones ?? [
    {
      share: 1,
      plantsPerM2: one.stand.plantsPerM2,
      longGapShare: one.stand.longGapShare ?? 0,
    },
  ];

const keptZone = (one: ReplantCase, draw: Draw, { plantsPerM2, longGapShare }: ReplantZone) =>
  worth(one, draw) *
  bears(one, draw, plantsPerM2 + offCount(one, draw), one.daysAfterBest, longGapShare);

const keep = (one: ReplantCase, draw: Draw): number =>
  zonesOf(one).reduce((sum, zone) => sum + zone.share * keptZone(one, draw, zone), 0);

function replantAll(one: ReplantCase, draw: Draw): number {
  const { costs, replant, seasonEndsDaysAfterBest = Infinity } = one;
  const spent =
    costs.seedPerM2 * (1 - (costs.seedAllowance ?? 0)) + costs.endPerM2 + costs.plantPerM2;
  if (replant.daysAfterBest >= seasonEndsDaysAfterBest) return -spent;
  const stand = replant.plantsPerM2 + (replant.sePerM2 ?? 0) * draw.replantStand;
  const share = bears(one, draw, stand, replant.daysAfterBest);
  const kg =
    one.fullYieldKgPerM2 *
    spread(draw.fullYield, one.yieldSpread ?? REPLANT_DEFAULTS.yieldSpread) *
    share;
  return worth(one, draw) * share - kg * (costs.dryPerKg ?? 0) - spent;
}

function replantZones(one: ReplantCase, draw: Draw, which: readonly number[]): number {
  const again = replantAll(one, draw);
  return zonesOf(one).reduce(
    (sum, zone, i) => sum + zone.share * (which.includes(i) ? again : keptZone(one, draw, zone)),
    0,
  );
}

/** Zones that return more replanted than kept: the split that pays most. */
function worthReplanting(one: ReplantCase): number[] {
  const again = replantAll(one, MIDDLE);
  return zonesOf(one).flatMap((zone, i) => (keptZone(one, MIDDLE, zone) < again ? [i] : []));
}

function filledIn(
  one: ReplantCase,
  draw: Draw,
  { plantsPerM2, costPerM2 }: NonNullable<ReplantCase['fillIn']>,
): number {
  const adds = plantsPerM2 * REPLANT_DEFAULTS.fillInBears[one.crop];
  return (
    zonesOf(one).reduce(
      (sum, zone) =>
        sum + zone.share * keptZone(one, draw, { ...zone, plantsPerM2: zone.plantsPerM2 + adds }),
      0,
    ) - costPerM2
  );
}

const changed = (
  one: ReplantCase,
  draw: Draw,
  other: NonNullable<ReplantCase['changeCrop']>,
): number =>
  worth({ ...one, fullYieldKgPerM2: other.fullYieldKgPerM2, pricePerKg: other.pricePerKg }, draw) *
    bears({ crop: other.crop }, draw, other.plantsPerM2, other.daysAfterBest) -
  other.costPerM2;

function breakEven(one: ReplantCase): number | null {
  const { costs } = one;
  return breakEvenStand({
    crop: one.crop,
    daysAfterBest: one.daysAfterBest,
    replant: one.replant,
    fullYieldKgPerM2: one.fullYieldKgPerM2,
    // What drying takes of each kg is as if it sold for less; taken off here from its returns.
    pricePerKg: one.pricePerKg,
    costPerM2:
      costs.seedPerM2 * (1 - (costs.seedAllowance ?? 0)) +
      costs.endPerM2 +
      costs.plantPerM2 +
      (costs.dryPerKg ?? 0) *
        one.fullYieldKgPerM2 *
        bears(one, MIDDLE, one.replant.plantsPerM2, one.replant.daysAfterBest),
    ...(one.school ? { school: one.school } : {}),
    ...(one.curves ? { curves: one.curves } : {}),
  });
}

/** How far each input is looked at, and the case with it. */
const INPUTS: Record<
  FlipInput,
  {
    from(one: ReplantCase): number;
    range(one: ReplantCase): [number, number];
    with(one: ReplantCase, value: number): ReplantCase;
  }
> = {
  stand: {
    from: ({ stand }) => stand.plantsPerM2,
    range: ({ replant }) => [0, replant.plantsPerM2 * 1.3],
    with: (one, value) => ({
      ...one,
      stand: { ...one.stand, plantsPerM2: value },
      ...(one.zones
        ? {
            zones: one.zones.map((zone) => ({
              ...zone,
              plantsPerM2: Math.max(0, zone.plantsPerM2 + value - one.stand.plantsPerM2),
            })),
          }
        : {}),
    }),
  },
  replantDate: {
    from: ({ replant }) => replant.daysAfterBest,
    range: ({ daysAfterBest, replant }) => [daysAfterBest, replant.daysAfterBest + 45],
    with: (one, value) => ({ ...one, replant: { ...one.replant, daysAfterBest: value } }),
  },
  replantStand: {
    from: ({ replant }) => replant.plantsPerM2,
    range: ({ replant }) => [replant.plantsPerM2 * 0.2, replant.plantsPerM2 * 1.5],
    with: (one, value) => ({ ...one, replant: { ...one.replant, plantsPerM2: value } }),
  },
  price: {
    from: ({ pricePerKg }) => pricePerKg,
    range: ({ pricePerKg }) => [pricePerKg * 0.3, pricePerKg * 3],
    with: (one, pricePerKg) => ({ ...one, pricePerKg }),
  },
  fullYield: {
    from: ({ fullYieldKgPerM2 }) => fullYieldKgPerM2,
    range: ({ fullYieldKgPerM2 }) => [fullYieldKgPerM2 * 0.4, fullYieldKgPerM2 * 1.8],
    with: (one, fullYieldKgPerM2) => ({ ...one, fullYieldKgPerM2 }),
  },
  cost: {
    from: ({ costs }) => costs.seedPerM2 + costs.endPerM2 + costs.plantPerM2,
    range: ({ costs, fullYieldKgPerM2, pricePerKg }) => [
      0,
      Math.max(
        3 * (costs.seedPerM2 + costs.endPerM2 + costs.plantPerM2),
        0.5 * fullYieldKgPerM2 * pricePerKg,
      ),
    ],
    // What changes is planting: seed and ending stay as they are, as far as they can.
    with: (one, value) => {
      const { seedPerM2, endPerM2, plantPerM2 } = one.costs;
      const plant = plantPerM2 + value - seedPerM2 - endPerM2 - plantPerM2;
      if (plant >= 0) return { ...one, costs: { ...one.costs, plantPerM2: plant } };
      const scale = value / Math.max(1e-12, seedPerM2 + endPerM2);
      return {
        ...one,
        costs: {
          ...one.costs,
          seedPerM2: seedPerM2 * scale,
          endPerM2: endPerM2 * scale,
          plantPerM2: 0,
        },
      };
    },
  },
  longGaps: {
    from: ({ stand }) => stand.longGapShare ?? 0,
    range: () => [0, 1],
    with: (one, value) => ({
      ...one,
      stand: { ...one.stand, longGapShare: value },
      ...(one.zones ? { zones: one.zones.map((zone) => ({ ...zone, longGapShare: value })) } : {}),
    }),
  },
};

function flipsOf(one: ReplantCase): ReplantAdvice['flips'] {
  const ahead = (other: ReplantCase) => keep(other, MIDDLE) - replantAll(other, MIDDLE);
  const now = ahead(one);
  return FLIP_INPUTS.flatMap((what) => {
    const input = INPUTS[what];
    const from = input.from(one);
    const [low, high] = input.range(one);
    const turns = [low, high].flatMap((end) => {
      if (Math.sign(ahead(input.with(one, end))) === Math.sign(now)) return [];
      let [near, far] = [from, end];
      for (let i = 0; i < 60; i++) {
        const middle = (near + far) / 2;
        if (Math.sign(ahead(input.with(one, middle))) === Math.sign(now)) near = middle;
        else far = middle;
      }
      return [{ what, from, to: far, by: Math.abs(far - from) / Math.max(1e-12, high - low) }];
    });
    return turns.sort((a, b) => a.by - b.by).slice(0, 1);
  })
    .sort((a, b) => a.by - b.by)
    .map(({ what, from, to }) => ({ what, from, to }));
}
