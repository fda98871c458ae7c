import { requireShare, requireWhole } from '../arguments/index.ts';
import { betaBinomialUpperTail, binomialUpperTail } from '../stats/index.ts';

/** Seeds that a germination on a tag is usually counted from: common practice of seed testing. A default of this app. */
export const SEEDS_OF_A_TAG = 400;
/** Below this chance the losses are more than the tag explains. */
const BEYOND_P = 0.05;

export interface AllowanceTest {
  /** Seeds that fail by the germination alone. */
  expected: number;
  /** Chance of so many or more by it. */
  p: number;
  beyondAllowance: boolean;
}

/**
 * Whether more seeds failed than the germination explains: a bag of 95 % leaves 5 % blanks in perfect ground, and those are
 * nobody's fault. One-sided exact binomial.
 *
 * @param seeds whole, at least 1; @param failed whole, of those; @param germination 0…1, as on the tag
 * @param tagOf seeds the tag's figure was counted from: it is then an estimate too, and the test is beta-binomial with a
 * flat start; left out: the figure is taken as the truth
 * @throws RangeError for more failed than seeds
 * @example germinationAllowanceTest({ seeds: 200, failed: 18, germination: 0.95 }) // { expected: 10, p: 0.0128…, beyondAllowance: true }
 */
export function germinationAllowanceTest({
  seeds,
  failed,
  germination,
  tagOf,
}: {
  seeds: number;
  failed: number;
  germination: number;
  tagOf?: number;
}): AllowanceTest {
  requireWhole('seeds', seeds, 1);
  requireWhole('failed', failed, 0);
  requireShare('germination', germination);
  if (failed > seeds)
    throw new RangeError(`failed must not exceed seeds (${seeds}), got ${failed}`);
  const allowed = 1 - germination;
  const p =
    tagOf === undefined
      ? binomialUpperTail(failed, seeds, allowed)
      : betaBinomialUpperTail(failed, seeds, {
          a: 1 + requireWhole('tagOf', tagOf, 1) * allowed,
          b: 1 + tagOf * germination,
        });
  return { expected: seeds * allowed, p, beyondAllowance: p < BEYOND_P };
}
