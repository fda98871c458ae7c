import { fastNormalCdf, normalQuantile, type RowEvidence } from '../stats/index.ts';

/** Numbers of digs that are tried, and beyond the last of which asking for more is no advice. */
const TRIED = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 25, 30, 40];
/** Equally likely values that stand for what is not known. */
const LIKELY = Array.from({ length: 9 }, (_, i) => normalQuantile((i + 0.5) / 9));

/**
 * How many digs more settle a row: from the number that does so in half of what may lie below to the one
 * that does in nineteen of twenty.
 *
 * @param row what is known of it; @param band depths still on target, m
 * @param level probability of lying outside from which it is called off, and inside from which it is on target
 * @returns null when 40 more would leave it open in one case of six: it lies too near the edge of the band
 * @example digsToSettle({ mean: 0.046, n: 3, variance: 4e-5, df: 20 }, [0.0445, 0.0572], { off: () => 0.75, on: 0.85 }) // [3, 20]
 */
export function digsToSettle(
  { mean, n, variance, df }: RowEvidence,
  [top, bottom]: readonly [number, number],
  level: { off(seeds: number): number; on: number },
): [low: number, high: number] | null {
  // A spread that itself stands on few digs widens what may lie below.
  const spread = Math.sqrt(variance * (df > 2 ? df / (df - 2) : 3));
  const settled = (more: number) => {
    let sure = 0;
    const after = Math.sqrt(variance / (n + more));
    for (const trueZ of LIKELY) {
      const depth = mean + (trueZ * spread) / Math.sqrt(n);
      for (const digZ of LIKELY) {
        const dug = depth + (digZ * spread) / Math.sqrt(more);
        const together = (n * mean + more * dug) / (n + more);
        const shallow = fastNormalCdf((top - together) / after);
        const deep = fastNormalCdf((together - bottom) / after);
        if (Math.max(shallow, deep) >= level.off(n + more) || 1 - shallow - deep >= level.on)
          sure += 1;
      }
    }
    return sure / LIKELY.length ** 2;
  };
  const shares = TRIED.map(settled);
  // What 40 more would leave open in one of six cases is no promise.
  if (shares.at(-1)! < 0.85) return null;
  const first = (share: number) => TRIED[shares.findIndex((one) => one >= share)] ?? TRIED.at(-1)!;
  return [first(0.5), first(0.95)];
}
