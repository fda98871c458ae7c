import { requirePositive } from '../arguments/index.ts';
import { holm, sampleSd, tInterval, twoSidedP, type MixedModel } from '../stats/index.ts';
import { rowsAgainst, type RowModel } from './rowModel.ts';

/** Rows that a machine has in common: behind tyres, one half, the outer quarters, a section. */
export const ROW_PATTERNS = ['tracks', 'half', 'wings', 'section'] as const;
export type RowPatternName = (typeof ROW_PATTERNS)[number];

export interface RowPattern {
  pattern: RowPatternName;
  rows: number[];
  /** Mean of these rows less the mean of the others, in the unit of the readings. */
  difference: number;
  interval: [number, number];
  p: number;
  /** Holm over the patterns looked for. */
  pHolm: number;
}

/** How the rows of a machine belong together. */
export interface MachineParts {
  rows: number;
  /** Rows behind tractor or cart tyres. */
  trackRows?: readonly number[];
  /** Rows to a section from the left; null: no sections. */
  sectionRows?: number | null;
}

/** The groups of rows that are looked for, largest cause first. @example patternGroups({ rows: 4 })[0] // { pattern: 'half', rows: [1, 2] } */
export function patternGroups({ rows, trackRows = [], sectionRows = null }: MachineParts) {
  const numbers = Array.from({ length: rows }, (_, i) => i + 1);
  const quarter = Math.floor(rows / 4);
  const sections =
    sectionRows === null || sectionRows < 1 || sectionRows >= rows
      ? []
      : Array.from({ length: Math.ceil(rows / sectionRows) }, (_, s) =>
          numbers.slice(s * sectionRows, (s + 1) * sectionRows),
        );
  return [
    { pattern: 'tracks' as const, rows: numbers.filter((row) => trackRows.includes(row)) },
    { pattern: 'half' as const, rows: numbers.slice(0, Math.floor(rows / 2)) },
    {
      pattern: 'wings' as const,
      rows: numbers.filter((row) => row <= quarter || row > rows - quarter),
    },
    // Two sections are the halves.
    ...(sections.length > 2
      ? sections.map((own) => ({ pattern: 'section' as const, rows: own }))
      : []),
  ].filter((one) => one.rows.length > 0 && one.rows.length < rows);
}

/**
 * Whether rows that belong together differ from the others: t-test with rows as the units, never surer than the readings
 * themselves, Holm over the patterns. Rows that stand out by themselves are no part of it, but in tracks.
 *
 * @param standOut row numbers that were named by themselves
 * @throws RangeError where the machine has no rows
 * @example rowPatterns(rowModel(readings), { rows: 12, trackRows: [6, 7] }, [4])[0].rows // [6, 7]
 */
export function rowPatterns(
  model: RowModel,
  parts: MachineParts,
  standOut: readonly number[] = [],
): RowPattern[] {
  requirePositive('parts.rows', parts.rows);
  const { fixed } = model;
  if (!fixed) return [];
  const found = patternGroups(parts).flatMap(({ pattern, rows }) =>
    told({ ...model, fixed }, pattern, rows, standOut),
  );
  const corrected = holm(found.map(({ p }) => p));
  return found.map((one, i) => ({ ...one, pHolm: corrected[i]! }));
}

function told(
  model: RowModel & { fixed: MixedModel },
  pattern: RowPatternName,
  rows: readonly number[],
  standOut: readonly number[],
): Omit<RowPattern, 'pHolm'>[] {
  const kept = model.rows.filter(
    (row) => !standOut.includes(row) || (pattern === 'tracks' && rows.includes(row)),
  );
  const own = kept.filter((row) => rows.includes(row));
  const others = kept.filter((row) => !rows.includes(row));
  const df = own.length + others.length - 2;
  if (own.length === 0 || others.length === 0 || df < 1) return [];
  const { estimate, se } = rowsAgainst(model, own, others);
  const shown = (group: readonly number[]) =>
    group.map((row) => model.fixed.beta[model.rows.indexOf(row)]!);
  const squares = [own, others].reduce(
    (sum, group) => sum + (group.length - 1) * (sampleSd(shown(group)) ?? 0) ** 2,
    0,
  );
  const error = Math.max(se, Math.sqrt((squares / df) * (1 / own.length + 1 / others.length)));
  const p = twoSidedP(estimate, error, df);
  return [
    { pattern, rows: [...rows], difference: estimate, interval: tInterval(estimate, error, df), p },
  ];
}
