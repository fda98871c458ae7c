import { requireFinite, requireNotNegative, requireSome } from '../arguments/index.ts';
import { binomialCdf, mean, sampleSd, tCdf, tInterval } from '../stats/index.ts';

export interface PairComparison {
  n: number;
  /** Late − neighbour, in the unit given. */
  meanDifference: number;
  /** Of the mean difference; null with one pair. */
  se: number | null;
  interval: [lower: number, upper: number] | null;
  /** Paired t, two-sided; null with one pair. */
  p: number | null;
  /** Exact, two-sided; pairs that are alike say nothing. */
  signTest: { lower: number; higher: number; ties: number; p: number };
}

/**
 * Late plants against the neighbour each stands beside: the paired t interval of late − neighbour, and the exact sign test.
 *
 * @param pairs of one measure, any unit; @param resolution step in which the measure is read, same unit: readings that agree
 * only because they are rough make no narrow interval. None: as the figures are
 * @throws RangeError without a pair, or for a figure that is none
 * @example comparePairs([{ late: 0.03, neighbour: 0.05 }, { late: 0.034, neighbour: 0.05 }]).meanDifference // -0.018
 */
export function comparePairs(
  pairs: readonly { late: number; neighbour: number }[],
  { resolution = 0, confidence = 0.95 }: { resolution?: number; confidence?: number } = {},
): PairComparison {
  requireSome('pairs', pairs);
  requireNotNegative('resolution', resolution);
  const differences = pairs.map(
    ({ late, neighbour }) => requireFinite('late', late) - requireFinite('neighbour', neighbour),
  );
  const n = differences.length;
  const meanDifference = mean(differences)!;
  const sd = sampleSd(differences);
  // Each of the two readings lies anywhere within half a step of what is written.
  const se = sd === null ? null : Math.sqrt(Math.max(sd ** 2, resolution ** 2 / 6) / n);
  // What differs by less than a reading shows is alike.
  const alike = Math.max(resolution / 2, 1e-12);
  const lower = differences.filter((one) => one < -alike).length;
  const higher = differences.filter((one) => one > alike).length;
  const told = lower + higher;
  return {
    n,
    meanDifference,
    se,
    interval: se === null ? null : tInterval(meanDifference, se, n - 1, confidence),
    p: se === null ? null : pairedP(meanDifference, se, n - 1),
    signTest: {
      lower,
      higher,
      ties: n - told,
      p: told === 0 ? 1 : Math.min(1, 2 * binomialCdf(Math.min(lower, higher), told, 0.5)),
    },
  };
}

function pairedP(difference: number, se: number, df: number): number {
  if (se === 0) return difference === 0 ? 1 : 0;
  return 2 * tCdf(-Math.abs(difference / se), df);
}
