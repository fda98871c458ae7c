import { requireWhole } from '../arguments/index.ts';
import { mean, type SeededRandom } from '../stats/index.ts';
import { breakEvenStand } from './breakEvenStand.ts';
import { flipsOf, type Flip } from './flips.ts';
import { REPLANT_DEFAULTS, requireCase, type ReplantCase } from './replantCase.ts';
import {
  bears,
  changed,
  filledIn,
  keep,
  MIDDLE,
  replantAll,
  replantZones,
  spentPerM2,
  worthReplanting,
  type Draw,
} from './returns.ts';

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
  flips: Flip[];
}

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
  requireCase(replantCase);
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
      spentPerM2(costs) +
      (costs.dryPerKg ?? 0) *
        one.fullYieldKgPerM2 *
        bears(one, MIDDLE, one.replant.plantsPerM2, one.replant.daysAfterBest),
    ...(one.school ? { school: one.school } : {}),
    ...(one.curves ? { curves: one.curves } : {}),
  });
}
