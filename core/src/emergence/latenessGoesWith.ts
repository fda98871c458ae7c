import { requireFinite, requireNotNegative, requireWhole } from '../arguments/index.ts';
import { holm, mean, tCdf, tQuantile } from '../stats/index.ts';

export interface Relation {
  factor: string;
  /** Rows in which both were measured. */
  rows: number;
  /** Hours later for each unit more of the factor, by least squares, with its 95 % interval. */
  hoursPerUnit: number;
  interval: [lower: number, upper: number];
  /** Correlation over rows. */
  r: number;
  p: number;
  /** Over all factors looked at. */
  pHolm: number;
}

/** Fewer rows say nothing of a relation. A default of this app. */
const LEAST_ROWS = 6;

/**
 * Whether rows that came up later are those in which something else was measured too: depth, dry seed, closing. A line over
 * rows, each factor by itself, Holm over factors.
 *
 * @param rows when half of each row was up, h, and what was measured there; null where it was not
 * @returns factors measured in six rows or more that differ there, the plainest first
 * @example latenessGoesWith([{ row: 4, halfH: 260, measured: { depthM: 0.03 } }, …])[0]?.hoursPerUnit // −900 h/m
 */
export function latenessGoesWith(
  rows: readonly {
    row: number;
    halfH: number;
    measured: Readonly<Record<string, number | null>>;
  }[],
): Relation[] {
  rows.forEach(({ row }) => requireWhole('row', row, 1));
  const factors = [...new Set(rows.flatMap(({ measured }) => Object.keys(measured)))];
  const lines = factors.flatMap((factor): Omit<Relation, 'pHolm'>[] => {
    const pairs = rows.flatMap(({ halfH, measured }) => {
      const value = measured[factor] ?? null;
      return value === null
        ? []
        : [[requireFinite(factor, value), requireNotNegative('halfH', halfH)] as const];
    });
    const line = fitLine(pairs);
    return line ? [{ factor, rows: pairs.length, ...line }] : [];
  });
  const adjusted = holm(lines.map(({ p }) => p));
  return lines.map((line, i) => ({ ...line, pHolm: adjusted[i]! })).sort((a, b) => a.p - b.p);
}

/** Slope of y on x with its interval; null where there are too few, or either is the same everywhere. */
function fitLine(pairs: readonly (readonly [x: number, y: number])[]) {
  if (pairs.length < LEAST_ROWS) return null;
  const [x, y] = [mean(pairs.map(([one]) => one))!, mean(pairs.map(([, one]) => one))!];
  let [xx, xy, yy] = [0, 0, 0];
  for (const [a, b] of pairs) {
    xx += (a - x) ** 2;
    xy += (a - x) * (b - y);
    yy += (b - y) ** 2;
  }
  if (xx <= 0 || yy <= 0) return null;
  const df = pairs.length - 2;
  const hoursPerUnit = xy / xx;
  const left = Math.max(yy - xy ** 2 / xx, 1e-12 * yy);
  const se = Math.sqrt(left / df / xx);
  const half = tQuantile(0.975, df) * se;
  return {
    hoursPerUnit,
    interval: [hoursPerUnit - half, hoursPerUnit + half] as [number, number],
    r: Math.max(-1, Math.min(1, xy / Math.sqrt(xx * yy))),
    p: Math.min(1, 2 * (1 - tCdf(Math.abs(hoursPerUnit / se), df))),
  };
}
