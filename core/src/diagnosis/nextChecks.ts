import { requireFinite, requireShare } from '../arguments/index.ts';
import type { Cause } from './cause.ts';
import { DIAGNOSES } from './causes.ts';
import type { CauseTable } from './causeTable.ts';
import { CHECK_RATIO, type WeighedCause } from './weighCauses.ts';

export interface NextCheck {
  cause: string;
  /** Rows it is about; null: the machine as a whole, or the field. */
  rows: number[] | null;
  /** The one row it is made in and kept of; null: of no single row. */
  row: number | null;
  check: string;
  minutes: number;
  /** Expected fall in uncertainty, bits for each minute. */
  bitsPerMinute: number;
}

/** A check shows its cause so often where it is there, and as seldom where it is not: what multiplies odds by ten. */
const TRUE_SHARE = CHECK_RATIO / (1 + CHECK_RATIO);

/** A cause is open while its probability lies between these. Defaults. */
export const OPEN: readonly [number, number] = [0.1, 0.9];

const bits = (p: number) =>
  p <= 0 || p >= 1 ? 0 : -(p * Math.log2(p) + (1 - p) * Math.log2(1 - p));

/** A cause of rows is checked row by row, the likeliest first; any other once. @example checkedRow('row', [2, 9]) // 2 */
export const checkedRow = (scope: Cause['scope'], rows: readonly number[] | null): number | null =>
  scope === 'row' ? (rows?.[0] ?? null) : null;

/**
 * The checks that would settle the causes still open, the one that is worth most for its time first: the information between its outcome and its
 * cause, times what the cause costs where that is known.
 *
 * @param daysAfterPlanting today; checks that are too late by then are left out; null: all
 * @param table the causes they are of; @param costOf what a cause costs, in any one unit; null: not known, taken for the least of the others
 * @throws RangeError for days that are no number
 * @example nextChecks(causes, 30)[0]?.check
 */
export function nextChecks(
  causes: readonly Pick<WeighedCause, 'cause' | 'rows' | 'probability'>[],
  daysAfterPlanting: number | null = null,
  table: CauseTable = DIAGNOSES,
  costOf: (rows: readonly number[] | null) => number | null = () => null,
): NextCheck[] {
  if (daysAfterPlanting !== null) requireFinite('daysAfterPlanting', daysAfterPlanting);
  const checks = causes.flatMap(({ cause, rows, probability }): NextCheck[] => {
    const { scope, check } = table[cause]!;
    const { what, minutes, within } = check;
    if (probability < OPEN[0] || probability > OPEN[1]) return [];
    if (within !== undefined && daysAfterPlanting !== null && daysAfterPlanting > within) return [];
    const shows = probability * TRUE_SHARE + (1 - probability) * (1 - TRUE_SHARE);
    const told = bits(shows) - bits(TRUE_SHARE);
    const row = checkedRow(scope, rows);
    return [{ cause, rows, row, check: what, minutes, bitsPerMinute: told / minutes }];
  });
  const costs = checks.map(({ rows }) => costOf(rows));
  const known = costs.flatMap((cost) => (cost !== null && cost > 0 ? [cost] : []));
  const least = known.length > 0 ? Math.min(...known) : 1;
  return checks
    .map((one, i) => ({ one, worth: one.bitsPerMinute * (costs[i] ?? least) }))
    .sort((a, b) => b.worth - a.worth)
    .map(({ one }) => one);
}

/** As good as known: it is mended, not checked. @example isSettled({ probability: 0.97 }) // true */
export const isSettled = ({ probability }: Pick<WeighedCause, 'probability'>): boolean =>
  requireShare('cause.probability', probability) > OPEN[1];
