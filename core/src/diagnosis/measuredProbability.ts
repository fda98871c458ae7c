/** log odds measured = FROM + BY × log odds of the table: logistic fit over 900 simulated cases, seeds 75 and 76, none of which a rate is judged on. */
const FROM = -0.22;
const BY = 1.42;
const LEAST = 1e-6;

/** A probability by the table of odds as the share of simulated cases in which such a cause was there. @example measuredProbability(0.5) */
export function measuredProbability(byTable: number): number {
  const p = Math.min(1 - LEAST, Math.max(LEAST, byTable));
  return 1 / (1 + Math.exp(-(FROM + BY * Math.log(p / (1 - p)))));
}
