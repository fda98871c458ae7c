import { CROP_FACTS } from '../crops/index.ts';
import type { ReplantDecision, ReplantQuestion, StandInjury } from '../records/index.ts';
import type { Flip, FlipInput, ReplantAdvice, SwingInput } from '../replant/index.ts';
import type { Show } from './cardWords.ts';
import { THIN_BELOW } from '../stand/index.ts';
import type { ReplantReading } from './readReplantCase.ts';
import type { StandPart } from './weakParts.ts';

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
  if (waits(reading)) {
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
/** Whether plants are still to show if they come back, so that waiting is advised whatever a recount is worth. @example waits(reading) // true, two days after hail */
export const waits = ({ recount }: Pick<ReplantReading, 'recount'>) =>
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
  if (waits(reading))
    return `Plants show within days whether they come back: the growing point of young corn is below ground until about V6. ${each}`;
  return waitWorth
    ? `Waiting and counting again is worth ${money(valueOfWaiting)} more than deciding now: a recount tells ${money(valueOfRecount)}. ${each}`
    : `Waiting is not worth it: a recount tells ${money(valueOfRecount)}, not more than its delay costs. ${each}`;
}

/** Why the advice is what it is, as codes and figures. */
export type ReplantWhy =
  /** Weak parts lie below the stand from which a part is kept, the others above it. */
  | { why: 'parts'; evenPerM2: number; weak: StandPart[]; rest: StandPart[] }
  /** Keeping is best: the stand is full, thin but above the turning stand, or nothing turns it. */
  | { why: 'full' }
  | { why: 'keepAbove'; evenPerM2: number }
  | { why: 'keepAnyStand' }
  /** Something else is best, below a stand or whatever the stand. */
  | { why: 'otherBelow'; option: ReplantDecision; evenPerM2: number }
  | { why: 'otherAnyStand'; option: ReplantDecision };

/** A stand of at least this share of the expected one is full. As on a walk. */
const FULL = THIN_BELOW;

/** @example whyOf(advice, reading) // { why: 'keepAbove', evenPerM2: 3.4 } */
export function whyOf(
  advice: ReplantAdvice,
  { stand, expectedPerM2, case: one, parts }: ReplantReading,
): ReplantWhy | null {
  if (!stand || !one) return null;
  const { option } = advice.options[0]!;
  const even = advice.breakEvenPlantsPerM2;
  const evenOfParts = advice.breakEvenOfPartsPerM2;
  const weak = advice.worstZones.flatMap((i) => parts[i] ?? []);
  if (option === 'replantWorst' && evenOfParts !== null && weak.length > 0)
    return {
      why: 'parts',
      evenPerM2: evenOfParts,
      weak,
      rest: parts.filter((part) => !weak.includes(part)),
    };
  const share = one.stand.plantsPerM2 / expectedPerM2;
  if (option === 'keep') {
    if (share >= FULL) return { why: 'full' };
    return even === null ? { why: 'keepAnyStand' } : { why: 'keepAbove', evenPerM2: even };
  }
  return even === null
    ? { why: 'otherAnyStand', option }
    : { why: 'otherBelow', option, evenPerM2: even };
}

const DOING: Record<ReplantDecision, string> = {
  keep: 'Keeping',
  replantAll: 'Replanting',
  replantWorst: 'Replanting the worst part',
  fillIn: 'Filling in',
  changeCrop: 'Changing the crop',
  wait: 'Waiting',
};

/** Why, in the case’s own figures: the stand against the one at which the advice turns, part by part where parts differ. */
export function whySentence(advice: ReplantAdvice, reading: ReplantReading, show: Show): string {
  const why = whyOf(advice, reading);
  const { expectedPerM2, case: one, stopped } = reading;
  if (!why || !one) return '';
  const kind = CROP_FACTS[one.crop].denseStand ? 'denseStand' : 'population';
  const at = (perM2: number) => show(perM2, kind);
  const each = (some: readonly StandPart[]) =>
    some.map((part) => `${part.name} has ${at(part.plantsPerM2)}`).join(', ');
  const share = Math.round((100 * one.stand.plantsPerM2) / expectedPerM2);
  const stands = `The effective stand is ${at(one.stand.plantsPerM2)}, ${share} % of the expected stand.`;
  const but =
    stopped.length > 0 && advice.options[0]!.option !== 'keep'
      ? ` It is not possible: ${stopped.map((question) => QUESTION_WORDS[question].stops).join(', ')}.`
      : '';
  switch (why.why) {
    case 'parts':
      return `A part is worth keeping above ${at(why.evenPerM2)}: ${each(why.weak)}; ${each(why.rest)}.${but}`;
    case 'full':
      return `${stands} There is nothing to replant.`;
    case 'keepAbove':
      return `${stands} Keeping returns more above ${at(why.evenPerM2)}. A thin stand alone is no reason to replant: the later date and its costs count too.`;
    case 'keepAnyStand':
      return `${stands} Because of its date and costs, replanting returns less than keeping even a much thinner stand.`;
    case 'otherBelow':
      return `${stands} ${DOING[why.option]} returns more below ${at(why.evenPerM2)}.${but}`;
    case 'otherAnyStand':
      return `${stands} ${DOING[why.option]} returns more than keeping any stand.${but}`;
  }
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
  const [now, then] = [figure(from), figure(to)];
  return now === then
    ? `${FLIP_WORDS[what]}: even a small change from ${now}`
    : `${FLIP_WORDS[what]}: from ${now} to ${then}`;
}
