import { group, median, sum } from 'd3-array';
import type { Sighting } from '../diagnosis/index.ts';
import { mean, twoSidedP } from '../stats/index.ts';
import { INCH_M } from '../units/index.ts';
import type { CardDepths } from './cardCells.ts';
import { byLevel, LEVEL, squaresOf } from './sightings.ts';

/** Mean depths of rows at places, less the middle row there, with how much they vary. */
interface PlaceMeans {
  row: number;
  plantingId: string;
  placeId: string;
  offM: number;
  seeds: number;
}

/** Depths of each row at each place beside its sisters’ there: what a whole place shares is no row’s. */
function placeMeans(byRow: ReadonlyMap<number, readonly CardDepths[]>): PlaceMeans[] {
  const all = [...byRow].flatMap(([row, own]) =>
    own.flatMap(({ plantingId, placeId, offM }) =>
      offM.length === 0
        ? []
        : [{ row, plantingId, placeId, offM: mean(offM)!, seeds: offM.length }],
    ),
  );
  return [...group(all, ({ placeId }) => placeId).values()].flatMap((at) => {
    const middle = median(at.map(({ offM }) => offM))!;
    return at.map((one) => ({ ...one, offM: one.offM - middle }));
  });
}

/** Squares of means of a row at the places of a field about its mean there, weighed by their seeds: what differs from field to field is no loose row. */
function squaresBetween(own: readonly PlaceMeans[]): { squares: number; df: number } {
  const fields = [...group(own, ({ plantingId }) => plantingId).values()].map((inField) => {
    const middle = meanOf(inField);
    return sum(inField.map((one) => one.seeds * (one.offM - middle) ** 2));
  });
  return { squares: sum(fields), df: own.length - fields.length };
}

const meanOf = (all: readonly PlaceMeans[]) =>
  sum(all.map((one) => one.seeds * one.offM)) / sum(all.map(({ seeds }) => seeds));

/** Neighbouring seeds share a bounce: their mean varies so many times more than that of as many single seeds, where one place tells nothing of it. A Sendero default. */
const SHARED_BY_PLACE = 2;

/** How many times more the mean of seeds at a place varies than if each stood for itself, over all rows; at least 1. */
function sharedByPlace(rows: readonly Pick<RowDepths, 'within' | 'between'>[]): number {
  const within = {
    squares: sum(rows, (one) => one.within.squares),
    df: sum(rows, (one) => one.within.df),
  };
  const df = sum(rows, (one) => one.between.df);
  if (df === 0 || within.df === 0 || within.squares === 0) return SHARED_BY_PLACE;
  // By the middle half of the rows: one that is loose does not make all so.
  const each = rows.flatMap(({ between }) =>
    between.df > 0 ? [between.squares / between.df] : [],
  );
  const usual = (median(each)! / MEDIAN_OF_CHI) * (within.df / within.squares);
  return Math.max(1, (df * usual + SHARED_BY_PLACE * PRIOR_DF) / (df + PRIOR_DF));
}
/** The median of χ²/df at one to three degrees of freedom, about. */
const MEDIAN_OF_CHI = 0.6;
/** What is assumed counts as so many degrees of freedom. A Sendero default. */
const PRIOR_DF = 4;

interface RowDepths {
  row: number;
  /** Mean beside the other rows at the same places, m, and the seeds it is of. */
  meanM: number;
  n: number;
  within: { squares: number; df: number };
  between: { squares: number; df: number };
}

/** Depths of the rows of a machine, with how much they vary. */
export interface DepthSpread {
  /** How many times more the mean of seeds at a place varies than if each stood for itself. */
  shared: number;
  /** What varies in each row: from seed to seed at a place, and from place to place beside the other rows, in units of what places share. */
  rows: { row: number; meanM: number; n: number; squares: number; df: number }[];
}

/** @example depthSpread(byRow).rows[3]!.squares // m² */
export function depthSpread(byRow: ReadonlyMap<number, readonly CardDepths[]>): DepthSpread {
  const means = group(placeMeans(byRow), ({ row }) => row);
  const rows = [...byRow].map(([row, own]): RowDepths => {
    const places = means.get(row) ?? [];
    return {
      row,
      meanM: meanOf(places),
      n: sum(places, ({ seeds }) => seeds),
      within: squaresOf(own),
      between: squaresBetween(places),
    };
  });
  const shared = sharedByPlace(rows);
  return {
    shared,
    rows: rows.map(({ row, meanM, n, within, between }) => ({
      row,
      meanM,
      n,
      squares: within.squares + between.squares / shared,
      df: within.df + between.df,
    })),
  };
}

/** Rows of a sound machine differ so much in depth, m, SD; and a row is off from so much on. Defaults. */
const ROWS_DIFFER_M = 0.06 * INCH_M;
const ROW_OFF_M = 0.2 * INCH_M;

/**
 * The mean depth of each row against its sisters at the same places: t, with the spread of the row itself where it is larger than that of all rows,
 * and with what seeds of a place share; Bonferroni over rows.
 */
export function depthsAgainstSisters(
  { shared, rows: all }: DepthSpread,
  side: 1 | -1,
): Map<number, Sighting> {
  const rows = all.filter(({ n }) => n > 0);
  const usual = median(rows, ({ meanM }) => meanM);
  const df = sum(all, (one) => one.df);
  if (usual === undefined || df === 0 || rows.length < 3) return new Map();
  const pooled = sum(all, (one) => one.squares) / df;
  return new Map(
    rows.map(({ row, meanM, n, ...own }) => {
      const off = side * (meanM - usual);
      if (off < ROW_OFF_M / 2) return [row, 'not'];
      const variance = Math.max(pooled, (PRIOR_DF * pooled + own.squares) / (PRIOR_DF + own.df));
      const p =
        twoSidedP(off, Math.sqrt((shared * variance) / n + ROWS_DIFFER_M ** 2), df) * rows.length;
      return [row, off < ROW_OFF_M ? (p <= LEVEL ? 'hint' : 'not') : byLevel(p)];
    }),
  );
}
