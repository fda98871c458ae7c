import type { ReplantRecord } from '../records/index.ts';
import { REPLANT_DEFAULTS } from '../replant/index.ts';
import { addDays } from '../season/index.ts';

/**
 * The day by which a stand shows what comes back after frost or hail: the growing point of young corn is below ground until about V6.
 * After waiting was decided, the day that was waited for. ISO date; null: nothing is waited for.
 */
export function recountOn({
  injury,
  injuredOn,
  decided,
  recountAfterDays,
}: ReplantRecord): string | null {
  if (decided?.option === 'wait')
    return addDays(decided.on, recountAfterDays ?? REPLANT_DEFAULTS.recountAfterDays);
  return injuredOn && (injury === 'frost' || injury === 'hail')
    ? addDays(injuredOn, REPLANT_DEFAULTS.comesBackInDays)
    : null;
}
