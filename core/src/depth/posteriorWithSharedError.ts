import {
  rowPosterior,
  type PlanterPosterior,
  type RowEvidence,
  type RowPrior,
} from '../stats/index.ts';

/** Points at which an error that all rows share is tried, with their weights: Gauss-Hermite. */
const SHARED: readonly [z: number, weight: number][] = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
];

/** The posterior of rows whose depths all share an error of this SD: the band lies as far off, to either side. */
export function posteriorWithSharedError(
  evidence: readonly RowEvidence[],
  [top, bottom]: readonly [number, number],
  { prior, sharedSdM }: { prior: RowPrior; sharedSdM: number },
): PlanterPosterior {
  if (sharedSdM === 0) return rowPosterior(evidence, [top, bottom], prior);
  const each = SHARED.map(([z, weight]) => ({
    weight,
    of: rowPosterior(evidence, [top + z * sharedSdM, bottom + z * sharedSdM], prior),
  }));
  const over = (value: (of: PlanterPosterior) => number) =>
    each.reduce((sum, { weight, of }) => sum + weight * value(of), 0);
  return {
    rows: evidence.map((_, i) => ({
      below: over(({ rows }) => rows[i]!.below),
      above: over(({ rows }) => rows[i]!.above),
      out: over(({ rows }) => rows[i]!.out),
      ifAlike: over(({ rows }) => rows[i]!.ifAlike),
      ifOut: over(({ rows }) => rows[i]!.ifOut),
    })),
    machine: {
      centre: over(({ machine }) => machine.centre),
      below: over(({ machine }) => machine.below),
      above: over(({ machine }) => machine.above),
    },
  };
}
