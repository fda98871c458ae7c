import { requireFinite, requireNotNegative, requireWhole } from '../arguments/index.ts';
import { fitLine, holm } from '../stats/index.ts';

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
    const line = pairs.length < LEAST_ROWS ? null : fitLine(pairs);
    if (!line) return [];
    const { slope: hoursPerUnit, ...rest } = line;
    return [{ factor, rows: pairs.length, hoursPerUnit, ...rest }];
  });
  const adjusted = holm(lines.map(({ p }) => p));
  return lines.map((line, i) => ({ ...line, pHolm: adjusted[i]! })).sort((a, b) => a.p - b.p);
}
