import { group, median, sum } from 'd3-array';
import {
  requireNotNegative,
  requireOpenShare,
  requirePositive,
  requireWhole,
} from '../arguments/index.ts';
import { binomialUpperTail, holm, mean, tCdf, wilsonInterval } from '../stats/index.ts';
import { OBSERVERS_DIFFER, type RowCount } from './summariseStand.ts';

/** Counts made at one stop, each in a planter row. */
export type StopRows = readonly (RowCount & { row: number })[];

export interface RowStand {
  row: number;
  perM2: number;
  plants: number;
  lengthM: number;
  /** Share of its plants one or more stages behind, with its Wilson interval; null without a plant. */
  behind: { share: number; lower: number; upper: number } | null;
  /** Its plants per area ÷ those of the rows beside it at the same stops; null with nothing to compare. */
  ratio: number | null;
  /** That it is thinner or thicker than the rows beside it by chance, Holm-corrected over the rows; 1 when it cannot be told. */
  p: number;
  /** That more of its plants are behind than of the rows beside it by chance, likewise. */
  pLate: number;
  /** Share of plants that are late in all other rows. */
  othersBehind: number | null;
  /**
   * The same two chances by the other stops alone, without the one in four that speaks most for it; not
   * corrected. A row that hangs on one place tells of the place: a track, a washout, a neighbour's turn.
   */
  elsewhere: { p: number; pLate: number };
}

/**
 * Variance of plants per row at one stop that is taken for granted, as a share of their number: of a meter
 * that drops one seed a cell only what does not come up varies, a drill drops by chance. With the degrees
 * of freedom it counts for beside what is seen. Defaults of this app.
 */
const USUAL_VARIANCE = { singulated: 0.15, drilled: 1, df: 3 };
/** What the other stops alone must still say of a row before it is named. */
const ELSEWHERE = 0.05;
/** How much the late plants that different people see differ, SD as a share: a quarter to a third (field guide 16). A Sendero default. */
const OBSERVERS_DIFFER_ON_LATE = 0.25;
/** Correlation of lateness between the plants of one row at one stop: clods, a bounce, a root ball. A Sendero default. */
const ALIKE_AT_STOP = 0.02;
/** A row is late from so many more late plants on than the other rows have, as a share of its plants. A Sendero default. */
const LEAST_LATE = 0.05;
/** Chance of naming any row of a faultless planter, for thin and for late rows each: together under 5 %. */
const LEVEL = 0.02;

/**
 * Density of each planter row over all stops, and whether it stands out from the rows beside it: each row
 * is compared with its sisters at the same stop, so that thin or late ground, which all rows share, accuses
 * none of them. The variance is that of row × stop as seen, so singulated and drilled crops each have their
 * own.
 *
 * @param stops at each the counts of its rows
 * @param drilled sown without singulation
 * @returns rows in order of their number
 * @throws RangeError naming the stop, the count and the value that is wrong
 * @example standByRow([[{ row: 2, lengthM: 5, rowWidthM: 0.8, inStep: 30 }]])[0].perM2 // 7.5
 */
export function standByRow(
  stops: readonly StopRows[],
  { drilled = false }: { drilled?: boolean } = {},
): RowStand[] {
  const cells = stops.flatMap((counts, stop) =>
    counts.map((count, c) => {
      const at = `stops[${stop}][${c}]`;
      const [oneBehind, twoBehind] = [count.oneBehind ?? 0, count.twoBehind ?? 0];
      requireWhole(`${at}.row`, count.row, 1);
      requirePositive(`${at}.lengthM`, count.lengthM);
      requirePositive(`${at}.rowWidthM`, count.rowWidthM);
      const behind =
        requireNotNegative(`${at}.oneBehind`, oneBehind) +
        requireNotNegative(`${at}.twoBehind`, twoBehind);
      const plants = requireNotNegative(`${at}.inStep`, count.inStep) + behind;
      return {
        stop,
        row: count.row,
        plants,
        behind,
        lengthM: count.lengthM,
        by: count.by ?? '',
        areaM2: count.lengthM * count.rowWidthM,
      };
    }),
  );
  if (cells.length === 0) return [];
  const rows = [...new Set(cells.map(({ row }) => row))].sort((a, b) => a - b);
  const typical = mean(cells.map(({ plants }) => plants))!;
  const typicalArea = mean(cells.map(({ areaM2 }) => areaM2))!;
  const density = againstSisters(
    cells.map((cell) => ({ ...cell, value: cell.plants / cell.areaM2 })),
    (USUAL_VARIANCE[drilled ? 'drilled' : 'singulated'] * Math.max(typical, 1)) / typicalArea ** 2,
    (sisters) => OBSERVERS_DIFFER * sisters,
  );
  // Shares as they are lean to the rare many, shares with their variance evened out (Anscombe 1948) to thin
  // rows: a row is late when both say so.
  const plantsInAll = cells.reduce((sum, cell) => sum + cell.plants, 0);
  const shareBehind = (cells.reduce((sum, cell) => sum + cell.behind, 0) + 1) / (plantsInAll + 2);
  const withPlants = cells.filter(({ plants }) => plants > 0);
  const late = againstSisters(
    withPlants.map((cell) => ({ ...cell, value: cell.behind / cell.plants })),
    (shareBehind * (1 - shareBehind)) / Math.max(typical, 1),
    (sisters) => OBSERVERS_DIFFER_ON_LATE * Math.max(sisters, shareBehind),
  );
  const lateEvened = againstSisters(
    withPlants.map((cell) => ({
      ...cell,
      value: Math.asin(Math.sqrt((cell.behind + 0.375) / (cell.plants + 0.75))),
    })),
    1 / (4 * Math.max(typical, 1)),
    // A share p is seen as p (1 ± d): the arcsine of its root moves by d √p ÷ 2.
    () => (OBSERVERS_DIFFER_ON_LATE * Math.sqrt(shareBehind)) / 2,
  );
  const pDensity = holm(rows.map((row) => twoSided(density.get(row))));
  const countLate = lateByCount(cells);
  const pLate = holm(
    rows.map((row) =>
      Math.max(above(late.get(row)), above(lateEvened.get(row)), countLate.get(row)?.p ?? 1),
    ),
  );
  return rows.map((row, i) => {
    const own = cells.filter((cell) => cell.row === row);
    const sum = (of: 'plants' | 'behind' | 'lengthM' | 'areaM2') =>
      own.reduce((total, cell) => total + cell[of], 0);
    const plants = sum('plants');
    const found = density.get(row);
    return {
      row,
      perM2: plants / sum('areaM2'),
      plants,
      lengthM: sum('lengthM'),
      behind: plants > 0 ? wilsonInterval(sum('behind'), plants) : null,
      ratio: found && found.sisters > 0 ? (found.sisters + found.effect) / found.sisters : null,
      p: pDensity[i]!,
      pLate: pLate[i]!,
      othersBehind: countLate.get(row)?.others ?? null,
      elsewhere: {
        p: twoSided(found?.elsewhere),
        pLate: Math.max(above(late.get(row)?.elsewhere), above(lateEvened.get(row)?.elsewhere)),
      },
    };
  });
}

/** How far a row lies from its sisters, with the standard error of that. */
interface Off {
  effect: number;
  se: number;
  df: number;
}
interface Effect extends Off {
  /** Mean of its sisters at the same stops. */
  sisters: number;
  /** The same without the stops that speak most for it. */
  elsewhere: Off;
}

const twoSided = (found: Off | undefined) =>
  found ? Math.min(1, 2 * tCdf(-Math.abs(found.effect) / found.se, found.df)) : 1;
const above = (found: Off | undefined) => (found ? 1 - tCdf(found.effect / found.se, found.df) : 1);

/** Of so many stops, those that are left out to see whether a row hangs on them; of two none can be. */
const leftOut = (stops: number) => (stops < 3 ? 0 : Math.max(1, Math.floor(stops / 4)));

/** Variance of a median over that of a mean of as many. */
const MEDIAN = Math.PI / 2;

/**
 * Each row against the middle of its sisters at the same stops, which one dead row does not move. What is
 * left of row × stop when the rows' own misses are taken out is the spread it is judged by.
 */
function againstSisters(
  cells: readonly { row: number; stop: number; value: number; by: string }[],
  usualVariance: number,
  observersDiffer: (sisters: number) => number,
): Map<number, Effect> {
  const byStop = group(cells, ({ stop }) => stop);
  const compared = [...byStop.values()].flatMap((here) => {
    const sistersOf = middleOfOthers(here);
    return here.flatMap(({ row, value, by }) => {
      const { sisters, others } = sistersOf(row, value);
      if (others < 2) return [];
      // Rows of another person differ by what the two of them count differently.
      const ofOthers = here.filter((one) => one.row !== row && one.by !== by).length / others;
      return [
        {
          row,
          off: value - sisters!,
          sisters: sisters!,
          spread: 1 + MEDIAN / others,
          observers: ofOthers * Math.SQRT2 * observersDiffer(sisters!),
        },
      ];
    });
  });
  const byRow = group(compared, ({ row }) => row);
  const rows = [...byRow.keys()];
  const own = (row: number) => byRow.get(row)!;
  const effects = new Map(rows.map((row) => [row, mean(own(row).map(({ off }) => off))!]));
  const squares = compared.reduce(
    (sum, { row, off, spread }) => sum + (off - effects.get(row)!) ** 2 / spread,
    0,
  );
  const residuals = compared.length - rows.length;
  // Rows of one stop share its middle, so fewer of them are free than there are.
  const df = Math.max(0, Math.round((residuals * (rows.length - 1)) / Math.max(1, rows.length)));
  const freedom = df + USUAL_VARIANCE.df;
  const variance =
    (df * (residuals > 0 ? squares / residuals : 0) + USUAL_VARIANCE.df * usualVariance) / freedom;
  return new Map(
    rows.map((row) => {
      const at = own(row);
      const side = Math.sign(effects.get(row)!);
      const weakest = [...at].sort((a, b) => side * (a.off - b.off));
      const offBy = (some: typeof at): Off => ({
        effect: mean(some.map(({ off }) => off))!,
        // What people count differently is the same at each stop.
        se: Math.hypot(
          Math.sqrt((variance * mean(some.map(({ spread }) => spread))!) / some.length),
          mean(some.map(({ observers }) => observers))!,
        ),
        df: freedom,
      });
      return [
        row,
        {
          ...offBy(at),
          sisters: mean(at.map(({ sisters }) => sisters))!,
          elsewhere: offBy(weakest.slice(0, at.length - leftOut(at.length))),
        },
      ];
    }),
  );
}

/**
 * The late plants of each row against the share of all other rows, by the exact binomial: where late plants are rare the middle of the other rows
 * is 0, and a single late plant would set a row apart from it.
 */
function lateByCount(
  cells: readonly { row: number; plants: number; behind: number }[],
): Map<number, { others: number; p: number }> {
  const byRow = [...group(cells, ({ row }) => row)].map(([row, own]) => ({
    row,
    stops: own.length,
    plants: sum(own, ({ plants }) => plants),
    late: sum(own, ({ behind }) => behind),
  }));
  const plants = sum(byRow, (one) => one.plants);
  const late = sum(byRow, (one) => one.late);
  return new Map(
    byRow.flatMap((one) => {
      const beside = plants - one.plants;
      if (one.plants === 0 || beside === 0) return [];
      const others = (late - one.late) / beside;
      // The share of the others is an estimate as well: half a late plant more.
      const share = (late - one.late + 0.5) / (beside + 1);
      // Plants of one row at one stop share more than chance: they count for fewer.
      const worth = 1 + Math.max(0, one.plants / one.stops - 1) * ALIKE_AT_STOP;
      const p = binomialUpperTail(
        Math.floor(one.late / worth),
        Math.round(one.plants / worth),
        share,
      );
      return [[one.row, { others, p }]];
    }),
  );
}

/** The middle of a stop's other rows, for each of its rows: sorted once, as long as no row is there twice. */
function middleOfOthers(here: readonly { row: number; value: number }[]) {
  const once = new Set(here.map(({ row }) => row)).size === here.length;
  const sorted = here.map(({ value }) => value).sort((a, b) => a - b);
  return (row: number, value: number): { sisters: number | undefined; others: number } => {
    if (!once) {
      const others = here.filter((one) => one.row !== row);
      return { sisters: median(others, (one) => one.value), others: others.length };
    }
    const others = sorted.length - 1;
    const out = sorted.indexOf(value);
    const at = (i: number) => sorted[i < out ? i : i + 1]!;
    const half = others >> 1;
    return {
      sisters: others % 2 === 1 ? at(half) : (at(half - 1) + at(half)) / 2,
      others,
    };
  };
}

/**
 * Rows thinner or thicker than the rows beside them, most certain first.
 * @returns rows whose corrected p is at most `level` and that do not hang on one place, each with its ratio to the others
 * @example rowsThatStandOut(standByRow(stops)) // [{ row: 9, ratio: 0.86, p: 0.003 }]
 */
export function rowsThatStandOut(
  rows: readonly RowStand[],
  level = LEVEL,
): { row: number; ratio: number; p: number }[] {
  requireOpenShare('level', level);
  return rows
    .flatMap(({ row, ratio, p, elsewhere }) =>
      ratio !== null && p <= level && elsewhere.p <= ELSEWHERE ? [{ row, ratio, p }] : [],
    )
    .sort((a, b) => a.p - b.p);
}

/** Rows of which clearly more plants are late, and by {@link LEAST_LATE} at least, than of the other rows. @example rowsThatAreLate(rows)[0].row // 4 */
export function rowsThatAreLate(rows: readonly RowStand[], level = LEVEL): RowStand[] {
  requireOpenShare('level', level);
  return rows.filter(
    ({ pLate, behind, othersBehind, elsewhere }) =>
      pLate <= level &&
      elsewhere.pLate <= ELSEWHERE &&
      behind !== null &&
      behind.share >= (othersBehind ?? 0) + LEAST_LATE,
  );
}

/**
 * Rows against their sisters within the same stops: which stand thinner, thicker or later.
 *
 * @param stops with the counts of each row; @param opts.sowing by a meter that singulates, or a drill
 * @returns rows called, p Holm-corrected over the rows; any of a faultless planter in under 5 %
 * @throws RangeError naming the stop, the count and the value that is wrong
 * @example compareRowStands(stops, { sowing: 'singulated' }).thin // [{ row: 4, ratio: 0.8, p: 0.001 }]
 */
export function compareRowStands(
  stops: readonly { id: string; counts: StopRows }[],
  { sowing }: { sowing: 'singulated' | 'drilled' },
): {
  thin: { row: number; ratio: number; p: number }[];
  thick: { row: number; ratio: number; p: number }[];
  late: { row: number; share: number; others: number; p: number }[];
} {
  const rows = standByRow(
    stops.map(({ counts }) => counts),
    { drilled: sowing === 'drilled' },
  );
  const apart = rowsThatStandOut(rows);
  return {
    thin: apart.filter(({ ratio }) => ratio < 1),
    thick: apart.filter(({ ratio }) => ratio > 1),
    late: rowsThatAreLate(rows).map(({ row, behind, othersBehind, pLate }) => ({
      row,
      share: behind!.share,
      others: othersBehind ?? 0,
      p: pLate,
    })),
  };
}
