import { requireOpenShare } from '../arguments/index.ts';

/**
 * log odds measured = FROM + BY × log odds of the table: logistic fit over 2,700 cases, half of them blind cases and half from the physics, 60 % with a
 * fault or two; seeds 4300 to 5400, none of which a rate is judged on.
 */
const FROM = -0.28;
const BY = 1.56;
/** Share of plantings with a fault among those cases. A Sendero default for a district. */
export const FAULTY_SHARE = 0.6;
const LEAST = 1e-6;

/**
 * A probability by the table of odds as the share of simulated cases in which such a cause was there. Where fewer plantings have something wrong, the
 * odds of each cause fall with their share.
 *
 * @param byTable 0…1; @param faultyShare share of plantings with something wrong, between 0 and 1
 * @throws RangeError for a share that is not between 0 and 1
 * @example measuredProbability(0.5) // 0.43
 */
export function measuredProbability(byTable: number, faultyShare = FAULTY_SHARE): number {
  requireOpenShare('faultyShare', faultyShare);
  const p = Math.min(1 - LEAST, Math.max(LEAST, byTable));
  const odds = Math.exp(FROM + BY * Math.log(p / (1 - p))) * (faultyShare / FAULTY_SHARE);
  return odds / (1 + odds);
}
