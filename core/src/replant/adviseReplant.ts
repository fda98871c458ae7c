import { requireWhole } from '../arguments/index.ts';
import { mean, type SeededRandom } from '../stats/index.ts';
import type { ReplantOption } from './replantOptions.ts';
import { flipsOf, type Flip } from './flips.ts';
import { requireCase, type ReplantCase } from './replantCase.ts';
import { REPLANT_DEFAULTS } from './replantDefaults.ts';
import { MIDDLE, returnsOf, type Draw, type Return } from './returns.ts';
import { swingsOf, type Swing } from './swings.ts';
import { turningStand, turningStandOfParts } from './turningStand.ts';

export interface OptionReturn {
  option: ReplantOption;
  /** Money per m² over the whole field. */
  expectedPerM2: number;
  interval: [number, number];
  probabilityBest: number;
  /** What is lost on average by having chosen it, against what hindsight would have chosen. */
  regretPerM2: number;
  /** Returns of the draws, thinned and in order, for a picture. */
  sample: number[];
}

export interface ReplantAdvice {
  /** What can be done, the best first. */
  options: OptionReturn[];
  /** Zones that replanting the worst means, by their place in the case. */
  worstZones: number[];
  probabilityReplantBetter: number;
  /** The stand at which this advice turns: keeping returns most above it. Null where no stand turns it. */
  breakEvenPlantsPerM2: number | null;
  /** Of single parts, where the worst of them are replanted. */
  breakEvenOfPartsPerM2: number | null;
  costOfWaitingPerDay: number;
  /** What a recount is expected to be worth before its delay is paid for: never below zero. */
  valueOfRecount: number;
  /** The same less the cost of the delay; below zero it costs more than it tells. */
  valueOfWaiting: number;
  waitWorth: boolean;
  /** Inputs that would turn keep into replant or back, by themselves, the nearest first. */
  flips: Flip[];
  /** How far each uncertain thing moves replanting against keeping, the farthest first. */
  swings: Swing[];
  /** What replanting is expected to return by its date. */
  byDate: { daysAfterBest: number; replantPerM2: number }[];
}

/** Points of a picture. */
const SAMPLE = 200;
const INTERVAL: readonly [number, number] = [0.025, 0.975];
/** Dates that a replant is looked at on, every so many days. */
const DATES = 12;
const DATES_APART = 3;
/** Of the return, below which a recount is not worth the way there. A default of this app. */
const WORTH_A_VISIT = 0.006;
/** Draws that say where the advice turns. */
const FEW = 64;
/** Draws between two words of how far it is. */
const STEP = 2000;

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
  of: { draws: number; random: SeededRandom },
): ReplantAdvice {
  const run = adviseReplantSteps(replantCase, of);
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
  }
}

/**
 * The same, step by step: gives the share done, so that it can be shown and stopped.
 * @throws RangeError naming the figure that is wrong
 * @example for (const share of adviseReplantSteps(replantCase, of)) self.postMessage({ share })
 */
export function* adviseReplantSteps(
  replantCase: ReplantCase,
  { draws, random }: { draws: number; random: SeededRandom },
): Generator<number, ReplantAdvice> {
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
  const recounts = worlds.map(() => random.normal());
  const own = returnsOf(replantCase);
  const offered = offeredBy(replantCase, own);
  /** What is reckoned for each world: the options, and replanting on each date. */
  const dates = Array.from(
    { length: DATES },
    (_, i) => replantCase.replant.daysAfterBest + i * DATES_APART,
  );
  const onDates = dates.map((days) => returnsOf(replantedOn(replantCase, days)).replantAll);
  const all = offered.length + onDates.length;
  let made = 0;
  const each: number[][] = [];
  for (const of of [...offered.map(([, of]) => of), ...onDates]) {
    const returns: number[] = [];
    for (let from = 0; from < draws; from += STEP) {
      for (let i = from; i < Math.min(draws, from + STEP); i++) returns.push(of(worlds[i]!));
      yield (made + returns.length / draws) / all;
    }
    each.push(returns);
    made += 1;
  }
  const returns = offered.map(([option], o) => ({ option, each: each[o]! }));
  const best = worlds.map((_, i) =>
    returns.reduce((top, one, o) => (one.each[i]! > returns[top]!.each[i]! ? o : top), 0),
  );
  const [kept, replanted] = [returns[0]!.each, returns[1]!.each];
  const rest = Math.max(...returns.slice(1).map(({ each: values }) => mean(values)!));
  /** A figure of a few draws, moved so that it is that of all draws for the case as it is. */
  const asTold = (of: (other: ReplantCase) => number, told: number) => {
    const off = told - of(replantCase);
    return (other: ReplantCase) => of(other) + off;
  };
  const few = worlds.slice(0, FEW);
  return {
    options: returns
      .map(({ option, each: values }, o) => {
        const sorted = [...values].sort((a, b) => a - b);
        const at = (share: number) => sorted[Math.round(share * (draws - 1))]!;
        return {
          option,
          expectedPerM2: mean(values)!,
          interval: [at(INTERVAL[0]), at(INTERVAL[1])] as [number, number],
          probabilityBest: best.filter((one) => one === o).length / draws,
          regretPerM2: mean(best.map((top, i) => returns[top]!.each[i]! - values[i]!))!,
          sample: Array.from({ length: Math.min(SAMPLE, draws) }, (_, i) =>
            at(i / Math.max(1, Math.min(SAMPLE, draws) - 1)),
          ),
        };
      })
      .sort((a, b) => b.expectedPerM2 - a.expectedPerM2),
    worstZones: own.worst,
    probabilityReplantBetter: worlds.filter((_, i) => replanted[i]! > kept[i]!).length / draws,
    breakEvenPlantsPerM2: turningStand(replantCase, asTold(keepAhead(few), mean(kept)! - rest)),
    breakEvenOfPartsPerM2: replantCase.zones ? turningStandOfParts(replantCase) : null,
    ...waiting(replantCase, worlds, recounts),
    flips: flipsOf(replantCase, asTold(replantBehind(few), mean(kept)! - mean(replanted)!)),
    swings: swingsOf(replantCase),
    byDate: dates.map((daysAfterBest, i) => ({
      daysAfterBest,
      replantPerM2: mean(each[offered.length + i]!)!,
    })),
  };
}

/** What keeping returns over the best of everything else, on average. */
const keepAhead = (worlds: readonly Draw[]) => (other: ReplantCase) => {
  const [keep, ...rest] = offeredBy(other, returnsOf(other)).map(([, give]) =>
    mean(worlds.map(give))!,
  );
  return keep! - Math.max(...rest);
};

/** What keeping returns over replanting all of it, on average. */
const replantBehind = (worlds: readonly Draw[]) => (other: ReplantCase) => {
  const { keep, replantAll } = returnsOf(other);
  return mean(worlds.map((draw) => keep(draw) - replantAll(draw)))!;
};

const replantedOn = (one: ReplantCase, daysAfterBest: number): ReplantCase => ({
  ...one,
  replant: { ...one.replant, daysAfterBest },
});

/** What can be done in a case, keeping and replanting all of it first. */
function offeredBy(
  { zones = [] }: ReplantCase,
  own: ReturnType<typeof returnsOf>,
): [ReplantOption, Return][] {
  const offered: [ReplantOption, Return][] = [
    ['keep', own.keep],
    ['replantAll', own.replantAll],
  ];
  if (own.worst.length > 0 && own.worst.length < zones.length)
    offered.push(['replantWorst', own.replantZones(own.worst)]);
  if (own.filledIn) offered.push(['fillIn', own.filledIn]);
  if (own.changed) offered.push(['changeCrop', own.changed]);
  return offered;
}

/** Recounts that came out alike, together: what is best after them is chosen for all of a group. */
const ALIKE_RECOUNTS = 40;

/**
 * A recount shows the stand with the plants that came meanwhile, with the error of the count before; then the best for what it shows is done, by
 * then later. Against it stands the best that can be done today.
 *
 * @param recounts error of the recount in each world, standard normal
 */
function waiting(one: ReplantCase, worlds: readonly Draw[], recounts: readonly number[]) {
  const days = one.recountAfterDays ?? REPLANT_DEFAULTS.recountAfterDays;
  const shown = worlds.map(({ stand, toCome }) => ({ ...MIDDLE, stand, toCome }));
  const later = (by: number) => replantedOn(one, one.replant.daysAfterBest + by);
  const [least, most] = one.toCome ?? [0, 0];
  const counted = shown
    .map(({ stand, toCome }, i) => ({
      i,
      perM2: one.stand.sePerM2 * (stand + recounts[i]!) + least + (most - least) * toCome,
    }))
    .sort((a, b) => a.perM2 - b.perM2);
  const groups = Math.max(1, Math.floor(shown.length / ALIKE_RECOUNTS));
  const alike = Array.from({ length: groups }, (_, g) =>
    counted.slice(
      Math.round((g * shown.length) / groups),
      Math.round(((g + 1) * shown.length) / groups),
    ),
  );
  const best = (of: ReplantCase) => {
    const own = returnsOf(of);
    // Which parts are replanted is chosen once they are counted: every way is looked at.
    const each = offeredBy(of, own).map(([, give]) => shown.map(give));
    return {
      today: Math.max(...each.map((values) => mean(values)!)),
      knowing:
        alike.reduce(
          (sum, group) =>
            sum +
            Math.max(
              ...each.map((values) => group.reduce((total, { i }) => total + values[i]!, 0)),
            ),
          0,
        ) / shown.length,
    };
  };
  const now = best(one);
  const valueOfRecount = now.knowing - now.today;
  const valueOfWaiting = best(later(days)).knowing - now.today;
  const all = (of: ReplantCase) => returnsOf(of).replantAll(MIDDLE);
  return {
    costOfWaitingPerDay: Math.max(0, all(one) - all(later(1))),
    valueOfRecount,
    valueOfWaiting,
    waitWorth: valueOfWaiting > WORTH_A_VISIT * Math.abs(now.today),
  };
}
