import { INCH_M, toSi } from '../units/index.ts';
import { requireNotNegative } from '../arguments/index.ts';

export interface SpacingCost {
  /** Yield lost under the school that counts every inch of SD above 2 in (Nielsen 2001), kg/m². */
  everyInchKgPerM2: number;
  /** Whether the school that sees no loss below about 4 in (Lauer & Rankin 2004; Liu et al. 2004) would look further. */
  pastFourInches: boolean;
  /** The schools part: one sees a loss, the other none. */
  schoolsPart: boolean;
}

/**
 * Cost of uneven spacing in corn under both schools. Neither is the truth for a field; where they
 * part, both are shown.
 *
 * @param sdM SD of all intervals, m
 * @example costOfSpacing(0.0762) // 3 in: 2.5 bu/ac by the first school, none by the second
 */
export function costOfSpacing(sdM: number): SpacingCost {
  const inches = requireNotNegative('sdM', sdM) / INCH_M;
  const bushels = 2.5 * Math.max(0, inches - 2);
  return {
    everyInchKgPerM2: toSi(bushels, 'bu56PerAc'),
    pastFourInches: inches > 4,
    schoolsPart: inches > 2 && inches <= 4,
  };
}
