import { median } from 'd3-array';
import { requirePositive, requireWhole } from '../arguments/index.ts';
import { analyseSpacing } from '../spacing/index.ts';
import { mean, pooledSpread, sampleSd, tInterval, wilsonInterval } from '../stats/index.ts';
import { populationAtSpacing } from '../targets/index.ts';

export interface DroppedRow {
  row: number;
  gaps: number;
  meanGapM: number;
  /** Standard error of the mean distance from the spread pooled over rows, m; null while there is none. */
  seGapM: number | null;
  perM2: number;
  /** 95 % interval; null while there is no spread, or so much that nothing can be excluded. */
  intervalPerM2: [lower: number, upper: number] | null;
  /** Slots with exactly one seed, against the target spacing, with the Wilson interval. */
  singulation: { share: number; lower: number; upper: number };
}

export interface DroppedPopulation {
  rows: DroppedRow[];
  /** Degrees of freedom of the pooled spread. */
  df: number;
  /** Middle over rows, which one odd row does not move, with its interval, rows as the unit; the interval is null with one row. */
  machine: { perM2: number; intervalPerM2: [number, number] | null };
  /** Slots with exactly one seed, over all rows, against the target spacing. */
  singulation: { share: number; lower: number; upper: number };
}

/**
 * Population actually dropped, from the distances between seeds dug in each row: 1 ÷ (row width × mean
 * distance). Rows borrow each other's spread for their intervals; the machine's interval is over rows.
 *
 * @param rows distances between neighbouring seeds, m; rows without any are left out
 * @param rowWidthM distance between rows; @param targetSpacingM for singulation
 * @returns seeds per m²
 * @throws RangeError naming the row and distance that is not above zero, or when there is no distance
 * @example droppedPopulation([{ row: 1, gapsM: [0.16, 0.17] }], { rowWidthM: 0.762, targetSpacingM: 0.166 }).rows[0].perM2 // 7.95…
 */
export function droppedPopulation(
  rows: readonly { row: number; gapsM: readonly number[] }[],
  { rowWidthM, targetSpacingM }: { rowWidthM: number; targetSpacingM: number },
): DroppedPopulation {
  requirePositive('rowWidthM', rowWidthM);
  requirePositive('targetSpacingM', targetSpacingM);
  const used = rows.filter(({ gapsM }) => gapsM.length > 0).sort((a, b) => a.row - b.row);
  if (used.length === 0) throw new RangeError('rows must have at least one distance, got none');
  used.forEach(({ row, gapsM }) => {
    requireWhole('row', row, 1);
    gapsM.forEach((gap, i) => requirePositive(`row ${row} gapsM[${i}]`, gap));
  });
  const pooled = pooledSpread(used.map(({ gapsM }) => gapsM));
  const together = alike(used.map(({ gapsM }) => gapsM));
  const found = used.map(({ row, gapsM }): DroppedRow => {
    const meanGapM = mean(gapsM)!;
    const seGapM = pooled && pooled.sd / Math.sqrt(gapsM.length);
    const gap = pooled && seGapM !== null ? tInterval(meanGapM, seGapM, pooled.df) : null;
    return {
      row,
      gaps: gapsM.length,
      meanGapM,
      seGapM,
      // One over a mean of few leans high, by the square of its error.
      perM2:
        populationAtSpacing({ rowWidthM, spacingM: meanGapM }) /
        (1 + ((seGapM ?? 0) / meanGapM) ** 2 * shrunk(together, gapsM.length)),
      intervalPerM2:
        gap && gap[0] > 0
          ? [
              populationAtSpacing({ rowWidthM, spacingM: gap[1] }),
              populationAtSpacing({ rowWidthM, spacingM: gap[0] }),
            ]
          : null,
      singulation: singulationOf([gapsM], targetSpacingM),
    };
  });
  const machine = middleOfRows(found.map(({ perM2 }) => perM2));
  return {
    rows: found,
    df: pooled?.df ?? 0,
    machine: { perM2: machine.centre, intervalPerM2: machine.interval },
    singulation: singulationOf(
      used.map(({ gapsM }) => gapsM),
      targetSpacingM,
    ),
  };
}

/**
 * Correlation of a distance with the next, over all rows; null while there is none. A seed that lies too far
 * along makes one distance long and the next one short, so that their mean errs far less than each does.
 */
function alike(rows: readonly (readonly number[])[]): number | null {
  let [products, squares, pairs, gaps] = [0, 0, 0, 0];
  for (const gapsM of rows) {
    const centre = mean(gapsM)!;
    gapsM.forEach((gap, i) => {
      squares += (gap - centre) ** 2;
      if (i > 0) products += (gap - centre) * (gapsM[i - 1]! - centre);
    });
    pairs += gapsM.length - 1;
    gaps += gapsM.length;
  }
  return pairs > 0 && squares > 0 ? products / pairs / (squares / gaps) : null;
}

/** Variance of a mean of so many distances beside that of as many independent ones; between 1 ÷ their number and 1. */
const shrunk = (correlation: number | null, gaps: number): number =>
  Math.min(1, Math.max(1 / gaps, 1 + (2 * (correlation ?? 0) * (gaps - 1)) / gaps));

/** The quality-of-feed index as a share of slots, so that it carries an interval. */
function singulationOf(runs: readonly (readonly number[])[], targetSpacingM: number) {
  const { singles, misses, multiples, slots } = analyseSpacing(
    runs.map((gapsM) => ({ positionsM: positions(gapsM) })),
    { referenceM: targetSpacingM },
  );
  return wilsonInterval(Math.max(0, singles + misses - multiples), Math.max(1, slots));
}

const positions = (gapsM: readonly number[]) =>
  gapsM.reduce<number[]>((along, gap) => [...along, along.at(-1)! + gap], [0]);

/**
 * Middle of a figure over rows with its t-interval, rows as the unit; no interval with one row. One odd row
 * moves neither: the spread is that of the middle half, the interval that of a median.
 */
export function middleOfRows(values: readonly number[]): {
  centre: number;
  interval: [number, number] | null;
} {
  const n = values.length;
  if (n < 4) {
    const centre = mean(values)!;
    const sd = sampleSd(values);
    return { centre, interval: sd === null ? null : tInterval(centre, sd / Math.sqrt(n), n - 1) };
  }
  const centre = median(values)!;
  // The median distance of few from their own middle is short by about 0.8 of n (Croux & Rousseeuw 1992).
  const few = n / (n - 0.8);
  const spread = 1.4826 * few * median(values, (value) => Math.abs(value - centre))!;
  const se = (Math.sqrt(Math.PI / 2) * spread) / Math.sqrt(n);
  return { centre, interval: tInterval(centre, se, n - 1) };
}
