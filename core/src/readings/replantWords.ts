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

/** A chance as people say it; nothing is certain. @example inHundred(0.999) // '99 in 100' */
export const inHundred = (share: number): string =>
  `${Math.min(99, Math.max(1, Math.round(100 * share)))} in 100`;

/** The best of what is open; a replant that a question stops is none. */
export function bestOpen(advice: ReplantAdvice, { stopped }: Pick<ReplantReading, 'stopped'>) {
  const open = advice.options.filter(({ option }) => option === 'keep' || stopped.length === 0);
  return open[0]!;
}

/** Shown to a person: an ISO date in words. */
type Day = (on: string) => string;

/**
 * The advice: what to do, with its strength, and where that is to wait (after frost or hail, or where a recount is worth its delay) what
 * would be best as counted now.
 * @example replantAnswer(advice, reading, longDate) // { says: 'Keep it: 86 in 100.', now: null }
 */
export function replantAnswer(
  advice: ReplantAdvice,
  reading: Pick<ReplantReading, 'stopped' | 'parts' | 'recount'>,
  day: Day,
): { says: string; now: string | null } {
  const best = bestOpen(advice, reading);
  const where = best.option === 'replantWorst' ? ` (${worstNames(advice, reading)})` : '';
  const close = best.probabilityBest < CLOSE ? ', a close call' : '';
  const now = `${OPTION_WORDS[best.option]}${where}: ${inHundred(best.probabilityBest)}${close}.`;
  if (shows(reading)) {
    const { on, inDays } = reading.recount!;
    const days = inDays === 1 ? 'tomorrow' : `in ${inDays} days`;
    return { says: `Wait until ${day(on)} (${days}) and count again.`, now: `As told now: ${now}` };
  }
  return advice.waitWorth
    ? { says: `${OPTION_WORDS.wait}.`, now: `As counted now: ${now}` }
    : { says: now, now: null };
}

/** The same in one line. @example replantSentence(advice, reading, longDate) // 'Keep it: 86 in 100.' */
export function replantSentence(...of: Parameters<typeof replantAnswer>): string {
  const { says, now } = replantAnswer(...of);
  return now ? `${says} ${now}` : says;
}

/** Below this chance of being the best a call is close. A default of this app. */
const CLOSE = 0.65;
const shows = ({ recount }: Pick<ReplantReading, 'recount'>) =>
  recount !== null && recount.inDays > 0;
const worstNames = (
  { worstZones }: Pick<ReplantAdvice, 'worstZones'>,
  { parts }: Pick<ReplantReading, 'parts'>,
) => worstZones.flatMap((i) => parts[i]?.name ?? []).join(', ');

/** What waiting and counting again is worth, in one sentence. */
export function waitSentence(
  { valueOfRecount, valueOfWaiting, waitWorth, costOfWaitingPerDay }: ReplantAdvice,
  reading: Pick<ReplantReading, 'recount'>,
  show: Show,
): string {
  const money = (value: number) => show(Math.max(0, value), 'moneyPerArea');
  const each = `Each day of waiting takes ${money(costOfWaitingPerDay)} from a replant.`;
  if (shows(reading))
    return `Plants show within days whether they come back: the growing point of young corn is below ground until about V6. ${each}`;
  return waitWorth
    ? `Waiting and counting again is worth ${money(valueOfWaiting)} more than deciding now: a recount tells ${money(valueOfRecount)}. ${each}`
    : `Waiting is not worth it: a recount tells ${money(valueOfRecount)}, not more than its delay costs. ${each}`;
}

/** Why, in the case’s own figures: the stand against the break-even, part by part where parts differ. */
export function whySentence(advice: ReplantAdvice, reading: ReplantReading, show: Show): string {
  const { stand, expectedPerM2, case: one, parts } = reading;
  if (!stand || !one) return '';
  const kind = CROP_FACTS[one.crop].denseStand ? 'denseStand' : 'population';
  const even = advice.breakEvenPlantsPerM2;
  const weak = advice.worstZones.map((i) => parts[i]!);
  if (even !== null && weak.length > 0 && weak.length < parts.length)
    return `Keeping pays above ${show(even, kind)}: ${weak.map((part) => `${part.name} stands at ${show(part.plantsPerM2, kind)}`).join(', ')}, ${parts
      .filter((part) => !weak.includes(part))
      .map((part) => `${part.name} at ${show(part.plantsPerM2, kind)}`)
      .join(', ')}.`;
  const share = Math.round((100 * one.stand.plantsPerM2) / expectedPerM2);
  const stands = `${show(one.stand.plantsPerM2, kind)} effective plants stand, ${share} % of what was to be expected.`;
  if (even === null)
    return `${stands} Replanting returns less than any stand kept, or less than it costs.`;
  return one.stand.plantsPerM2 >= even
    ? `${stands} Keeping pays above ${show(even, kind)}: a weak stand alone is no reason, the late date and its costs count against a replant.`
    : `${stands} Keeping pays only above ${show(even, kind)}.`;
}

/** From what to what an input would have to go, for the advice to turn. */
export function flipText({ what, from, to }: Flip, reading: ReplantReading, show: Show): string {
  const crop = reading.case!.crop;
  const { denseStand, yieldKind, priceKind } = CROP_FACTS[crop];
  const stand = denseStand ? 'denseStand' : 'population';
  const figure = (value: number) =>
    what === 'replantDate'
      ? `${Math.round(value)} days after the best date`
      : show(
          value,
          (
            {
              stand,
              replantStand: stand,
              price: priceKind,
              fullYield: yieldKind,
              cost: 'moneyPerArea',
              longGaps: 'share',
            } as const
          )[what],
        );
  return `${FLIP_WORDS[what]}: from ${figure(from)} to ${figure(to)}`;
}
