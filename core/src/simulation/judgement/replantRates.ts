import { CROP_FACTS } from '../../crops/index.ts';
import {
  adviseReplant,
  relativeYield,
  type ReplantCase,
  type ReplantOption,
} from '../../replant/index.ts';
import { mean, seededRandom, type SeededRandom } from '../../stats/index.ts';
import { ACRE_M2 } from '../../units/index.ts';
import { rateOver, type Rate } from './rate.ts';

const K_PER_AC = 1000 / ACRE_M2;
/** Draws of each advice, and worlds behind the true value of waiting. */
const DRAWS = 400;
const WORLDS = 200;
/** How far true curves lie off the house ones, on the log scale of what they lose. */
const CURVES_OFF = 0.25;
const FULL_PER_M2 = 1000;

/** What is, and nobody knows at the time of the call. */
export interface ReplantTruth {
  /** Errors of the counts, the yield and the price, in their standard deviations. */
  standOff: number;
  replantOff: number;
  yieldOff: number;
  priceOff: number;
  /** Plants still to come, per m². */
  comes: number;
  /** Share of the full yield that is left, from what the house curves leave for the date and for the stand. */
  left(date: number, stand: number): number;
}

/** A case as scouts meet it: from full stands to bare ones, early and late, some of them injured. */
export function someCase(random: SeededRandom): ReplantCase {
  const crop = random.uniform() < 0.65 ? 'corn' : 'soybean';
  const full = crop === 'corn' ? 31 : 125;
  const plants = full * (0.08 + 0.75 * random.uniform());
  const injured = random.uniform() < 0.4;
  const planted = Math.round(-5 + 15 * random.uniform());
  const perAc = (money: number) => money / ACRE_M2;
  return {
    crop,
    stand: {
      plantsPerM2: plants * K_PER_AC,
      sePerM2: full * (0.02 + 0.08 * random.uniform()) * K_PER_AC,
      longGapShare: 0.15 * random.uniform(),
    },
    toCome: injured ? [0, full * 0.5 * random.uniform() * K_PER_AC] : [0, 0],
    daysAfterBest: planted,
    replant: {
      daysAfterBest: planted + 18 + Math.round(20 * random.uniform()),
      plantsPerM2: 0.95 * full * K_PER_AC,
      sePerM2: 0.05 * full * K_PER_AC,
    },
    fullYieldKgPerM2: CROP_FACTS[crop].fullYieldKgPerM2 * (0.8 + 0.4 * random.uniform()),
    pricePerKg: (crop === 'corn' ? 0.17 : 0.39) * (0.8 + 0.4 * random.uniform()),
    costs: {
      seedPerM2: perAc(crop === 'corn' ? 110 : 60),
      seedAllowance: random.uniform(),
      endPerM2: perAc(18),
      plantPerM2: perAc(20),
      dryPerKg: crop === 'corn' ? 0.004 : 0,
    },
  };
}

/** A truth of a case, as far as chance decides it. @param left what is left of the full yield, see ReplantTruth */
export const truthOf = (
  { toCome = [0, 0] }: ReplantCase,
  left: ReplantTruth['left'],
  random: SeededRandom,
): ReplantTruth => ({
  standOff: random.normal(),
  comes: toCome[0] + (toCome[1] - toCome[0]) * random.uniform(),
  replantOff: random.normal(),
  yieldOff: random.normal(),
  priceOff: random.normal(),
  left,
});

/** Curves that bend more or less than the house ones. */
function someTruth(one: ReplantCase, random: SeededRandom): ReplantTruth {
  const [standBend, dateBend] = [0, 1].map(() => Math.exp(CURVES_OFF * random.normal()));
  return truthOf(one, (date, stand) => date ** dateBend! * stand ** standBend!, random);
}

/** What keeping and replanting truly return; `late`: days that the replant was put off. */
export function returned(
  one: ReplantCase,
  truth: ReplantTruth,
  late = 0,
): Record<'keep' | 'replantAll', number> {
  const { crop, stand, replant, costs } = one;
  const bears = (plantsPerM2: number, daysAfterBest: number, longGapShare = 0) => {
    const date = relativeYield({ crop, plantsPerM2: FULL_PER_M2, daysAfterBest });
    const of = relativeYield({
      crop,
      plantsPerM2: Math.max(0, plantsPerM2),
      daysAfterBest: 0,
      longGapShare,
    });
    return truth.left(date, of);
  };
  const grain = one.fullYieldKgPerM2 * Math.max(0.1, 1 + 0.15 * truth.yieldOff);
  const price = one.pricePerKg * Math.max(0.1, 1 + 0.1 * truth.priceOff);
  const stands = stand.plantsPerM2 + stand.sePerM2 * truth.standOff + truth.comes;
  const again = replant.plantsPerM2 + (replant.sePerM2 ?? 0) * truth.replantOff;
  return {
    keep: grain * price * bears(stands, one.daysAfterBest, stand.longGapShare),
    replantAll:
      grain * (price - (costs.dryPerKg ?? 0)) * bears(again, replant.daysAfterBest + late) -
      (costs.seedPerM2 * (1 - (costs.seedAllowance ?? 0)) + costs.endPerM2 + costs.plantPerM2),
  };
}

/** What waiting for a recount and then doing the better thing brings on average over deciding now, as one who knows the world’s odds sees it. */
function trueWaiting(one: ReplantCase, choice: 'keep' | 'replantAll', random: SeededRandom) {
  const days = one.recountAfterDays ?? 4;
  const middle = {
    replantOff: 0,
    yieldOff: 0,
    priceOff: 0,
    left: (date: number, stand: number) => date * stand,
  };
  const { sePerM2: se } = one.stand;
  const [least, most] = one.toCome ?? [0, 0];
  const comes = (least + most) / 2;
  const spread = se ** 2 + (most - least) ** 2 / 12;
  const gains = Array.from({ length: WORLDS }, () => {
    const truth = someTruth(one, random);
    const now = returned(one, truth)[choice];
    // A recount tells stand and comers with the error of the count before, not the price nor the curves.
    const counted = se * truth.standOff + truth.comes + se * random.normal();
    const taken = comes + (spread / (spread + se ** 2)) * (counted - comes);
    const seen = returned(one, { ...middle, standOff: 0, comes: taken }, days);
    const later = returned(one, truth, days);
    return (seen.keep >= seen.replantAll ? later.keep : later.replantAll) - now;
  });
  return mean(gains)!;
}

/** Cases in which waiting was advised: what it truly brings over deciding now. For the rates over worlds. */
export function waitAdvised(random: SeededRandom): number | null {
  const one = someCase(random);
  const advice = adviseReplant(one, { draws: DRAWS, random: seededRandom(random.below(2 ** 31)) });
  if (!advice.waitWorth) return null;
  return trueWaiting(one, advice.options[0]!.option as 'keep' | 'replantAll', random);
}

/**
 * How replant calls do: what they lose against hindsight, whether their odds hold, and whether waiting is advised where it pays.
 *
 * @param of.seed nothing was tuned on; @param of.runs cases
 */
export function replantRates({ seed, runs }: { seed: number; runs: number }): Rate[] {
  const random = seededRandom(seed);
  const regrets: number[] = [];
  const sure: number[] = [];
  const given: number[] = [];
  const waits: number[] = [];
  const idle: number[] = [];
  for (let i = 0; i < runs; i++) {
    const one = someCase(random);
    const advice = adviseReplant(one, {
      draws: DRAWS,
      random: seededRandom(seed + 7919 * (i + 1)),
    });
    const [best] = advice.options;
    const choice = best!.option as ReplantOption & ('keep' | 'replantAll');
    const truth = returned(one, someTruth(one, random));
    const most = Math.max(truth.keep, truth.replantAll);
    if (most > 0) regrets.push((most - truth[choice]) / most);
    if (best!.probabilityBest >= 0.8 && best!.probabilityBest < 0.9) {
      sure.push(truth[choice] === most ? 1 : 0);
      given.push(best!.probabilityBest);
    }
    const value = trueWaiting(one, choice, random) / best!.expectedPerM2;
    if (value > 0.02) waits.push(advice.waitWorth ? 1 : 0);
    if (value < -0.02) idle.push(advice.waitWorth ? 1 : 0);
  }
  return [
    rateOver('replant: mean regret against hindsight, of the best return', regrets, {
      atMost: 0.02,
    }),
    // As over worlds: within ten points of the 85 % said. Here, where true curves lie near the house ones, the chances are on the careful side.
    rateOver('replant: calls given 80–90 % that were right', sure, { within: [0.75, 0.95] }),
    rateOver('replant: waiting advised where it is worth more than 2 %', waits, { atLeast: 0.9 }),
    rateOver('replant: waiting advised where it costs more than 2 %', idle, { atMost: 0.1 }),
  ];
}
