import type { ReplantDecision, ReplantQuestion } from '../records/index.ts';
import { addDays } from '../season/index.ts';
import type { ReplantReading } from './readReplantCase.ts';

/** Something to do on a day, for the calendar. */
export interface ReplantTask {
  title: string;
  /** ISO date. */
  on: string;
  minutes: number;
}

const CALLS: Record<ReplantQuestion, string> = {
  herbicide: 'Read the labels for plant-back limits',
  fertiliser: 'Check fertiliser where the new seed goes',
  insurer: 'Call the crop insurer',
  seedAgreement: 'Check the seed agreement and its replant allowance',
  seedAtHand: 'Order seed that still ripens',
};

/**
 * What follows from a decision: questions that are open, the day of planting or of the recount, and a look at what was planted.
 *
 * @param today ISO date
 * @example tasksAfter('wait', reading, '2027-05-27')[0].title // 'Count the stand again'
 */
export function tasksAfter(
  decision: ReplantDecision,
  { unanswered, dates, recount }: Pick<ReplantReading, 'unanswered' | 'dates' | 'recount'>,
  today: string,
  recountAfterDays: number,
): ReplantTask[] {
  if (decision === 'keep') return [];
  if (decision === 'wait')
    return [
      {
        title: 'Count the stand again',
        on: recount && recount.inDays > 0 ? recount.on : addDays(today, recountAfterDays),
        minutes: 80,
      },
      ...calls(unanswered, today),
    ];
  return [
    ...calls(unanswered, today),
    {
      title: decision === 'fillIn' ? 'Fill in between' : 'Plant again',
      on: dates.replantOn,
      minutes: 60,
    },
    { title: 'Look whether it comes up', on: addDays(dates.replantOn, 14), minutes: 45 },
  ];
}

const calls = (open: readonly ReplantQuestion[], on: string): ReplantTask[] =>
  open.map((question) => ({ title: CALLS[question], on, minutes: 15 }));
