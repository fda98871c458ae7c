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
function sharedByPlace(byRow: ReadonlyMap<number, readonly CardDepths[]>): number {
  const within = squaresOf([...byRow.values()].flat());
  const between = [...group(placeMeans(byRow), ({ row }) => row).values()].map(squaresBetween);
  const df = sum(between.map((one) => one.df));
  if (df === 0 || within.df === 0 || within.squares === 0) return SHARED_BY_PLACE;
  // By the middle half of the rows: one that is loose does not make all so.
  const each = between.filter((one) => one.df > 0).map((one) => one.squares / one.df);
  const usual = (median(each)! / MEDIAN_OF_CHI) * (within.df / within.squares);
  return Math.max(1, (df * usual + SHARED_BY_PLACE * PRIOR_DF) / (df + PRIOR_DF));
}
/** The median of χ²/df at one to three degrees of freedom, about. */
const MEDIAN_OF_CHI = 0.6;
/** What is assumed counts as so many degrees of freedom. A Sendero default. */
const PRIOR_DF = 4;

/** What varies in each row: from seed to seed at a place, and from place to place beside its sisters, in units of what places share. */
export function spreadOfRows(byRow: ReadonlyMap<number, readonly CardDepths[]>) {
  const shared = sharedByPlace(byRow);
  const between = group(placeMeans(byRow), ({ row }) => row);
  return [...byRow].map(([row, own]) => {
    const within = squaresOf(own);
    const places = squaresBetween(between.get(row) ?? []);
    return {
      row,
      squares: within.squares + places.squares / shared,
      df: within.df + places.df,
    };
  });
}

/** Rows of a sound machine differ so much in depth, m, SD; and a row is off from so much on. Defaults. */
const ROWS_DIFFER_M = 0.06 * INCH_M;
const ROW_OFF_M = 0.2 * INCH_M;

/**
 * The mean depth of each row against its sisters at the same places: t, with the spread of the row itself where it is larger than that of all rows,
 * and with what seeds of a place share; Bonferroni over rows.
 */
export function depthsAgainstSisters(
  byRow: ReadonlyMap<number, readonly CardDepths[]>,
  side: 1 | -1,
): Map<number, Sighting> {
  const rows = [...group(placeMeans(byRow), ({ row }) => row)].map(([row, own]) => {
    const n = sum(own.map(({ seeds }) => seeds));
    return { row, meanM: meanOf(own), n };
  });
  const usual = median(rows.map(({ meanM }) => meanM));
  const spreads = new Map(spreadOfRows(byRow).map((one) => [one.row, one]));
  const squares = sum([...spreads.values()].map((one) => one.squares));
  const df = sum([...spreads.values()].map((one) => one.df));
  if (usual === undefined || df === 0 || rows.length < 3) return new Map();
  const shared = sharedByPlace(byRow);
  return new Map(
    rows.map(({ row, meanM, n }) => {
      const off = side * (meanM - usual);
      if (off < ROW_OFF_M / 2) return [row, 'not'];
      const own = spreads.get(row)!;
      const pooled = squares / df;
      const variance = Math.max(pooled, (PRIOR_DF * pooled + own.squares) / (PRIOR_DF + own.df));
      const p =
        twoSidedP(off, Math.sqrt((shared * variance) / n + ROWS_DIFFER_M ** 2), df) * rows.length;
      return [row, off < ROW_OFF_M ? (p <= LEVEL ? 'hint' : 'not') : byLevel(p)];
    }),
  );
}
