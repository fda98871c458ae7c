import {
  fastNormalCdf,
  normalQuantile,
  type RowEvidence,
  type RowPosterior,
} from '../stats/index.ts';

/** Numbers of digs that are tried. */
const TRIED = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60];
/** A row that most of these digs leave open is not worth more of them. */
const HARDLY = { digs: 20, settled: 0.2 };
/** From the number of digs that settles it in half of what may be, to the one that does in so many; the first at least a third of the second. */
const SETTLED = { low: 0.5, high: 0.93, widest: 3 };
/** Equally likely values that stand for what is not known. */
const LIKELY = Array.from({ length: 7 }, (_, i) => normalQuantile((i + 0.5) / 7));

export interface RowsLike {
  /** Depth that rows set alike have in common, m. */
  centreM: number;
  /** How rows lie about it, SDs, m: those that are alike, and those that stand out. */
  alikeSdM: number;
  outSdM: number;
}

/** Chance that a row stands out, and what its depth then may be, by its mean of so many digs. */
function knownOf(
  mean: number,
  error: number,
  { centreM, alikeSdM, outSdM }: RowsLike,
  out: number,
) {
  const part = (weight: number, sd: number) => {
    const whole = sd * sd + error;
    const likely = (weight * Math.exp((-0.5 * (mean - centreM) ** 2) / whole)) / Math.sqrt(whole);
    return {
      likely,
      depth: centreM + ((sd * sd) / whole) * (mean - centreM),
      sd: Math.sqrt((sd * sd * error) / whole),
    };
  };
  const parts = [part(1 - out, alikeSdM), part(out, outSdM)];
  const total = parts[0]!.likely + parts[1]!.likely + 1e-300;
  return parts.map(({ likely, ...own }) => ({ ...own, weight: likely / total }));
}

/**
 * How many digs more settle a row, drawn from what is known of it: a true depth from its own posterior, then digs about that, judged as a row is.
 *
 * @param row its digs so far, as so many of the variance that one to come has; @param band depths still on target, m; @param posterior what is known of the row; @param rows how those of its machine lie
 * @param level probability of lying outside from which it is called off, and inside from which it is on target
 * @returns a range at most threefold; null where 20 more leave it open in four of five cases
 * @example digsToSettle(evidence, [0.0445, 0.0572], posterior, rows, { off: () => 0.75, on: 0.85 }) // [3, 8]
 */
export function digsToSettle(
  { mean, n, variance }: RowEvidence,
  [top, bottom]: readonly [number, number],
  { out }: Pick<RowPosterior, 'out'>,
  rows: RowsLike,
  level: { off(seeds: number): number; on: number },
): [low: number, high: number] | null {
  const share = Math.min(0.95, Math.max(0.05, out));
  const now = knownOf(mean, variance / n, rows, share);
  const settled = (more: number) => {
    let sure = 0;
    for (const { weight, depth, sd } of now)
      for (const trueZ of LIKELY)
        for (const digZ of LIKELY) {
          const dug = depth + trueZ * sd + digZ * Math.sqrt(variance / more);
          const together = (n * mean + more * dug) / (n + more);
          let [shallow, deep] = [0, 0];
          for (const then of knownOf(together, variance / (n + more), rows, share)) {
            shallow += then.weight * fastNormalCdf((top - then.depth) / then.sd);
            deep += then.weight * fastNormalCdf((then.depth - bottom) / then.sd);
          }
          if (Math.max(shallow, deep) >= level.off(n + more) || 1 - shallow - deep >= level.on)
            sure += weight;
        }
    return sure / LIKELY.length ** 2;
  };
  if (settled(HARDLY.digs) < HARDLY.settled) return null;
  const shares = TRIED.map(settled);
  const first = (wanted: number) => {
    const at = shares.findIndex((one) => one >= wanted);
    return at < 0 ? TRIED.at(-1)! : TRIED[at]!;
  };
  const high = first(SETTLED.high);
  return [Math.max(first(SETTLED.low), Math.ceil(high / SETTLED.widest)), high];
}
