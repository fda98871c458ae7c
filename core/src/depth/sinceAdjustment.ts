import { requireWhole } from '../arguments/index.ts';

/** Seeds dug in one row at one place. */
export interface Dig {
  row: number;
  /** ISO time at which the row was opened. */
  at: string;
  /** Depths of the seeds found, m to the bottom of the seed. */
  depthsM: readonly number[];
}

/** A handle, wheel, opener or downforce changed on some rows, or on all (null). */
export interface Adjustment {
  rows: readonly number[] | null;
  at: string;
}

const touches = ({ rows }: Adjustment, row: number) => rows === null || rows.includes(row);

/** Time of the newest adjustment of a row; null when it was never touched. */
export function lastAdjusted(adjustments: readonly Adjustment[], row: number): string | null {
  requireWhole('row', row, 1);
  return adjustments.reduce<string | null>(
    (latest, one) => (touches(one, row) && (latest === null || one.at > latest) ? one.at : latest),
    null,
  );
}

/**
 * Splits the digs of each row at its newest adjustment: what was dug since shows the planter as it is
 * now, what was dug between the adjustment before and it shows what the adjustment met.
 *
 * @example sinceAdjustment(digs, adjustments).now // digs that still hold
 */
export function sinceAdjustment<D extends Dig>(
  digs: readonly D[],
  adjustments: readonly Adjustment[],
): { now: D[]; before: D[] } {
  const now: D[] = [];
  const before: D[] = [];
  for (const dig of digs) {
    const last = lastAdjusted(adjustments, dig.row);
    if (last === null || dig.at > last) {
      now.push(dig);
      continue;
    }
    const earlier = lastAdjusted(
      adjustments.filter(({ at }) => at < last),
      dig.row,
    );
    if (earlier === null || dig.at > earlier) before.push(dig);
  }
  return { now, before };
}
