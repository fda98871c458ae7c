import { CROP_FACTS } from '../crops/index.ts';
import type { ReplantDecision, ReplantQuestion, StandInjury } from '../records/index.ts';
import type { Flip, FlipInput, ReplantAdvice, SwingInput } from '../replant/index.ts';
import type { Show } from './cardWords.ts';
import type { ReplantReading } from './readReplantCase.ts';

/** What each thing that can be done is called. */
export const OPTION_WORDS: Record<ReplantDecision, string> = {
  keep: 'Keep it',
  replantAll: 'Replant all of it',
  replantWorst: 'Replant the worst part',
  fillIn: 'Fill in between',
  changeCrop: 'Change the crop',
  wait: 'Wait and count again',
};

export const SWING_WORDS: Record<SwingInput, string> = {
  stand: 'How well the stand is known',
  toCome: 'Plants that still come',
  replantStand: 'The stand a replant gets',
  fullYield: 'The yield of this year',
  price: 'The price',
  standCurve: 'What a thin stand loses',
  dateCurve: 'What a late date loses',
};

export const FLIP_WORDS: Record<FlipInput, string> = {
  stand: 'the stand',
  replantDate: 'the day of replanting',
  replantStand: 'the stand a replant gets',
  price: 'the price',
  fullYield: 'the full yield',
  cost: 'what replanting costs',
  longGaps: 'the share of long gaps',
};

/** What each question asks, and what it says when its answer stops a replant. */
export const QUESTION_WORDS: Record<ReplantQuestion, { asks: string; stops: string }> = {
  herbicide: {
    asks: 'Do the labels of what was sprayed allow planting again (plant-back limit)?',
    stops: 'a label does not allow planting again yet',
  },
  fertiliser: {
    asks: 'Can the fertiliser lie where the new seed goes, and is nitrogen still there?',
    stops: 'the fertiliser stands against it',
  },
  insurer: {
    asks: 'Has the crop insurer been told, and agreed?',
    stops: 'the insurer has not agreed',
  },
  seedAgreement: {
    asks: 'Do the seed agreement and its replant allowance cover it?',
    stops: 'the seed agreement stands against it',
  },
  seedAtHand: {
    asks: 'Is seed of a maturity that still ripens at hand?',
    stops: 'no seed is at hand',
  },
};

export const INJURY_WORDS: Record<StandInjury, string> = {
  none: 'Nothing known',
  frost: 'Frost',
  hail: 'Hail',
  water: 'Standing water',
  crust: 'Crust or cold',
  other: 'Something else',
};

const inHundred = (share: number) => `${Math.min(99, Math.max(1, Math.round(100 * share)))} in 100`;

/** The best of what is open; a replant that a question stops is none. */
export function bestOpen(advice: ReplantAdvice, { stopped }: Pick<ReplantReading, 'stopped'>) {
  const open = advice.options.filter(({ option }) => option === 'keep' || stopped.length === 0);
  return open[0]!;
}

/**
 * The advice in one sentence, with its strength.
 * @example replantSentence(advice, reading, show) // 'Keep it: 86 in 100.'
 */
export function replantSentence(
  advice: ReplantAdvice,
  reading: Pick<ReplantReading, 'stopped' | 'parts'>,
): string {
  const best = bestOpen(advice, reading);
  const parts = advice.worstZones.map((i) => reading.parts[i]?.name).filter(Boolean);
  const where = best.option === 'replantWorst' && parts.length > 0 ? ` (${parts.join(', ')})` : '';
  const close = best.probabilityBest < 0.6 ? ', a close call' : '';
  return `${OPTION_WORDS[best.option]}${where}: ${inHundred(best.probabilityBest)}${close}.`;
}

/** What waiting and counting again is worth, in one sentence. */
export function waitSentence(
  { valueOfRecount, valueOfWaiting, waitWorth, costOfWaitingPerDay }: ReplantAdvice,
  reading: Pick<ReplantReading, 'recount'>,
  show: Show,
): string {
  const money = (value: number) => show(Math.max(0, value), 'moneyPerArea');
  const day = `Each day of waiting takes ${money(costOfWaitingPerDay)} from a replant.`;
  if (reading.recount && reading.recount.inDays > 0)
    return `Wait until ${reading.recount.on} and count again: plants show by then whether they come back. ${day}`;
  return waitWorth
    ? `Waiting and counting again is worth ${money(valueOfWaiting)} more than deciding now: a recount tells ${money(valueOfRecount)}. ${day}`
    : `Waiting is not worth it: a recount tells ${money(valueOfRecount)}, not more than its delay costs. ${day}`;
}

/** Why, in the case’s own figures: the stand against the break-even, what the stand and the late date each leave. */
export function whySentence(advice: ReplantAdvice, reading: ReplantReading, show: Show): string {
  const { stand, expectedPerM2, case: one } = reading;
  if (!stand || !one) return '';
  const kind = CROP_FACTS[one.crop].denseStand ? 'denseStand' : 'population';
  const share = Math.round((100 * one.stand.plantsPerM2) / expectedPerM2);
  const even = advice.breakEvenPlantsPerM2;
  const stands = `${show(one.stand.plantsPerM2, kind)} effective plants stand, ${share} % of what was to be expected.`;
  return even === null
    ? `${stands} Replanting then returns less than any stand kept, or less than it costs.`
    : `${stands} Keeping pays above ${show(even, kind)}: a weak stand alone is no reason, the late date and its costs count against it.`;
}

/** From what to what an input would have to go, for the advice to turn. */
export function flipText({ what, from, to }: Flip, reading: ReplantReading, show: Show): string {
  const crop = reading.case!.crop;
  const { denseStand, yieldKind } = CROP_FACTS[crop];
  const stand = denseStand ? 'denseStand' : 'population';
  const price = yieldKind === 'cornYield' ? 'cornPrice' : 'beanPrice';
  const figure = (value: number) =>
    what === 'replantDate'
      ? `${Math.round(value)} days after the best date`
      : show(
          value,
          (
            {
              stand,
              replantStand: stand,
              price,
              fullYield: yieldKind,
              cost: 'moneyPerArea',
              longGaps: 'share',
            } as const
          )[what],
        );
  return `${FLIP_WORDS[what]}: from ${figure(from)} to ${figure(to)}`;
}
