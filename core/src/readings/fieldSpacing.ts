import { group } from 'd3-array';
import { analyseSpacing, type SpacingAnalysis } from '../spacing/index.ts';
import { sampleSd, sdInterval, wilsonInterval, type Told } from '../stats/index.ts';
import type { WalkStop } from './readWalkStand.ts';
import { lower, rowsText } from './rowsText.ts';
import { scaledTape, tapeRun } from './spacingOfTapes.ts';

/** Spacing in the rows of a field, from the tapes of a walk. */
export interface FieldSpacing {
  /** Each row that has a tape, by itself; null: the row was not recorded. */
  rows: { row: number | null; tapes: number; found: SpacingAnalysis }[];
  /** Rows of the planter without a tape; null where rows were not recorded, or the planter is not known. */
  rowsWithout: number[] | null;
  /** Over the rows, each counted alike: several tapes in a bad row do not speak for the field. */
  singly: Told;
  empty: number;
  doubles: number;
  meanM: number;
  /** SD of spacing about `meanM`; null below two spacings. */
  sdM: Told | null;
  /** Places on all tapes. */
  slots: number;
}

type Taped = Pick<WalkStop, 'data' | 'tapes' | 'spacingM'>;

/**
 * The spacing of a walk's tapes, row by row and over the rows, each row counted alike by the length read in it. Stops that were chosen because they
 * looked bad are left out, as they are of the stand.
 *
 * @param of.referenceM spacing that a place is long, m: tapes of another target are scaled to it
 * @param of.rows of the planter; null: not known
 * @returns null where no tape shows a place
 * @example fieldSpacing(stand.stops, { referenceM: 0.166, rows: 12 })?.singly // { value: 0.79, lower: 0.76, upper: 0.81 }
 */
export function fieldSpacing(
  stops: readonly Taped[],
  { referenceM, rows: planterRows }: { referenceM: number; rows: number | null },
): FieldSpacing | null {
  const runs = stops
    .filter(({ data }) => !data.chosen)
    .flatMap(({ tapes, spacingM }) =>
      tapes.map(({ data }) => ({
        row: data.row,
        ...tapeRun(scaledTape(data, referenceM / spacingM)),
      })),
    );
  const rows = [...group(runs, ({ row }) => row)]
    .map(([row, own]) => ({
      row,
      tapes: own.length,
      found: analyseSpacing(own, { referenceM }),
    }))
    .filter(({ found }) => found.slots > 0)
    .sort((a, b) => (a.row ?? 0) - (b.row ?? 0));
  if (rows.length === 0) return null;
  // A row with gaps has fewer spacings in the same length: rows are alike in places, not in spacings.
  const weighed = rows.map(({ found }) => ({ found, weight: 1 / found.slots }));
  const sum = (of: (found: SpacingAnalysis) => number) =>
    weighed.reduce((total, { found, weight }) => total + weight * of(found), 0);
  const share = (of: (found: SpacingAnalysis) => number) => sum(of) / rows.length;
  const slots = rows.reduce((total, { found }) => total + found.slots, 0);
  const effective =
    rows.length ** 2 / rows.reduce((total, { found }) => total + 1 / found.slots, 0);
  const value = share((found) => (found.qualityOfFeedIndex ?? 0) * found.slots);
  const singly = wilsonInterval(Math.round(value * effective), Math.round(effective));
  const intervals = sum((found) => found.intervals);
  const meanM =
    intervals > 0 ? sum((found) => found.intervals * (found.meanM ?? 0)) / intervals : referenceM;
  const squares = sum(
    (found) =>
      Math.max(0, found.intervals - 1) * (found.sdM ?? 0) ** 2 +
      found.intervals * ((found.meanM ?? meanM) - meanM) ** 2,
  );
  const counted = rows.reduce((total, { found }) => total + found.intervals, 0);
  const sdM = counted < 2 ? null : Math.sqrt((squares / intervals) * (counted / (counted - 1)));
  const distances = runs.flatMap(({ positionsM }) =>
    positionsM.slice(1).map((at, i) => at - positionsM[i]!),
  );
  const known = planterRows !== null && rows.every(({ row }) => row !== null);
  const taped = new Set(rows.map(({ row }) => row));
  return {
    rows,
    rowsWithout: known
      ? Array.from({ length: planterRows }, (_, i) => i + 1).filter((row) => !taped.has(row))
      : null,
    singly: { value, lower: Math.min(value, singly.lower), upper: Math.max(value, singly.upper) },
    empty: share((found) => (found.missIndex ?? 0) * found.slots),
    doubles: share((found) => (found.multiplesIndex ?? 0) * found.slots),
    meanM,
    sdM: sdM === null ? null : withInterval(sdM, distances),
    slots,
  };
}

/** An SD with the interval, in proportion, that all distances have together. */
function withInterval(sdM: number, distances: readonly number[]): Told {
  const told = sdInterval(distances);
  const pooled = distances.length < 2 ? 0 : sampleSd(distances)!;
  return told === null || pooled === 0
    ? { value: sdM, lower: sdM, upper: sdM }
    : { value: sdM, lower: (sdM * told.lower) / pooled, upper: (sdM * told.upper) / pooled };
}

/**
 * Which rows a field's spacing speaks for, where some have no tape.
 *
 * @example spacingStandsFor(found) // 'This speaks for rows 3, 4 and 9, each counted alike; 9 of 12 rows have no tape.'
 */
export function spacingStandsFor({ rows, rowsWithout }: FieldSpacing): string {
  const named = rows.flatMap(({ row }) => (row === null ? [] : [row]));
  const without = rowsWithout?.length ?? 0;
  const alike = named.length > 1 ? ', each counted alike' : '';
  return `This speaks for ${lower(rowsText(named))}${alike}; ${without} of ${named.length + without} rows ${without === 1 ? 'has' : 'have'} no tape.`;
}
