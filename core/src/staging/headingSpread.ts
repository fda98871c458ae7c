import { requirePositive, requireWhole } from '../arguments/index.ts';
import { normalQuantile } from '../stats/index.ts';

/** Heads out of the boot on a day, of the stems looked at. */
export interface Heading {
  stems: number;
  headed: number;
}

/** From one stem in ten to nine in ten, in SDs of a normal distribution. */
const TENTHS = 2 * 1.2815515655446004;

/**
 * How many days heading takes, from the share headed on two days: the stems' heading days are taken as normal about their middle,
 * as they stand between the two looks.
 *
 * @param days between the two looks, above zero
 * @returns days from one stem in ten to nine in ten, and days from the first look to half headed (below zero: before it); null
 * where the second look shows no more than the first, or both show none or all
 * @throws RangeError for more headed than looked at
 * @example headingSpread({ stems: 100, headed: 20 }, { stems: 100, headed: 80 }, 3)?.days // 4.57
 */
export function headingSpread(
  first: Heading,
  second: Heading,
  days: number,
): { days: number; halfAfter: number } | null {
  requirePositive('days', days);
  const [a, b] = [deviate('first', first), deviate('second', second)];
  if (b - a < 1e-9) return null;
  const sd = days / (b - a);
  return { days: TENTHS * sd, halfAfter: -a * sd };
}

function deviate(name: string, { stems, headed }: Heading): number {
  requireWhole(`${name}.stems`, stems, 1);
  requireWhole(`${name}.headed`, headed, 0);
  if (headed > stems)
    throw new RangeError(`${name}.headed must not exceed its stems (${stems}), got ${headed}`);
  // None or all of a few is not none or all of the field.
  return normalQuantile((headed + 0.5) / (stems + 1));
}
