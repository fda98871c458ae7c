import type { PlannedVisit } from '@sendero/core';
import { shortDate } from '../app/dates.ts';

/** How a visit stands, in a few words. */
export function standingWords({ state, on, from, to, doneOn }: PlannedVisit): string {
  if (state === 'done') return `Done ${shortDate(doneOn!)}`;
  if (state === 'missed') return `Missed: its window ended ${shortDate(to)}`;
  const window = from === to ? shortDate(from) : `window ${shortDate(from)} to ${shortDate(to)}`;
  if (state === 'overdue') return `Overdue since ${shortDate(on ?? to)}`;
  if (on !== null)
    return from === to ? `Planned for ${shortDate(on)}` : `Moved to ${shortDate(on)}; ${window}`;
  return state === 'due' ? `Due, ${window}` : `Later, ${window}`;
}
