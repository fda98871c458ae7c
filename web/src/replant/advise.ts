import {
  adviseReplant,
  adviseReplantSteps,
  seededRandom,
  type ReplantAdvice,
  type ReplantCase,
} from '@sendero/core';

/** A case to be weighed; of two asked soon after each other only the later is answered to its end. */
export interface AdviceQuestion {
  case: ReplantCase;
  draws: number;
}
export type AdviceWord = { share: number } | { advice: ReplantAdvice };

/** The same world for each case, so that a picture moves with what was changed and with nothing else. */
const SEED = 20270527;

export const steps = ({ case: one, draws }: AdviceQuestion) =>
  adviseReplantSteps(one, { draws, random: seededRandom(SEED) });

/** All at once, where there is no worker to ask. */
export const adviseNow = ({ case: one, draws }: AdviceQuestion): ReplantAdvice =>
  adviseReplant(one, { draws, random: seededRandom(SEED) });
