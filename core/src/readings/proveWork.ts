import { digsToSettle } from '../depth/index.ts';
import {
  MEASURE_FACTS,
  rowModel,
  rowNow,
  rowsAgainst,
  type CardMeasure,
  type UnitMoved,
} from '../planter/index.ts';
import type { WorkItem } from '../records/index.ts';
import { requirePositive, requireWhole } from '../arguments/index.ts';
import { mean, normalQuantile, pooledSpread, tCdf, tInterval } from '../stats/index.ts';
import { rowFigures, type CardCells } from './cardCells.ts';

/** How some rows stood by one measure: against their target where it has one, else against their sisters. */
export interface WorkFigure {
  difference: number;
  se: number;
  df: number;
  interval: [number, number];
  /** Seeds of their depth, else places: what more of would tell. */
  n: number;
  /** SD of one seed in its row, m; null for what is no depth. */
  sd: number | null;
}

export const WORK_PROOFS = ['worked', 'didNot', 'cannotTell', 'notSeen'] as const;

export interface WorkProof {
  proof: (typeof WORK_PROOFS)[number];
  before: WorkFigure | null;
  after: WorkFigure | null;
  /** That the rows moved toward where they should be by no more than chance, one-sided; null where one of the two is missing. */
  p: number | null;
  /** Seeds, or places, that would tell beside those seen; null where none would, or it is told. */
  more: [number, number] | null;
  tolerance: number;
}

/** Probability of lying inside the tolerance from which a repair worked, and outside from which it did not. Defaults of this app. */
const INSIDE = 0.85;
const OUTSIDE = 0.75;
const LEVEL = 0.05;

/**
 * Whether a repair worked: the measure it was found by, before against after, on the same rows. It worked where they lie inside the tolerance now (85 %)
 * and moved there by more than chance (one-sided t, 5 %); it did not where they still lie outside on the same side (75 %); else it cannot be told yet.
 *
 * @param before what was measured in the season it was found in; @param after what was since it was done
 * @param moves units that changed places since: the proof is looked for where they sit now
 * @example proveWork(item, cells2026, cells2027).proof // 'worked'
 */
export function proveWork(
  { rows, measure, doneOn }: Pick<WorkItem, 'rows' | 'measure' | 'doneOn'>,
  before: CardCells,
  after: CardCells,
  moves: readonly UnitMoved[] = [],
): WorkProof | null {
  if (measure === null) return null;
  const { tolerance } = MEASURE_FACTS[measure];
  const then = figureOf(measure, rows, before, '');
  const lastSeen = before.cells.reduce((last, { on }) => (on > last ? on : last), '');
  const sit = rows.map((row) => rowNow(row, moves, lastSeen));
  const now = figureOf(measure, sit, after, doneOn ?? '');
  const told = { before: then, after: now, tolerance };
  if (!now) return { ...told, proof: 'notSeen', p: null, more: null };
  const chance = (limit: number) => tCdf((limit - now.difference) / now.se, now.df);
  const [below, above] = [chance(-tolerance), 1 - chance(tolerance)];
  const side = then ? Math.sign(then.difference) : 0;
  const p = then ? towardZero(then, now) : null;
  const outside = side < 0 ? below : side > 0 ? above : Math.max(below, above);
  const proof =
    1 - below - above >= INSIDE && p !== null && p <= LEVEL
      ? 'worked'
      : outside >= OUTSIDE
        ? 'didNot'
        : 'cannotTell';
  return {
    ...told,
    proof,
    p,
    more:
      proof === 'cannotTell'
        ? digsToSettle(
            { mean: now.difference, n: now.n, variance: now.se ** 2 * now.n, df: now.df },
            [-tolerance, tolerance],
            { out: 0.5 },
            { centreM: 0, alikeSdM: tolerance, outSdM: 4 * tolerance },
            { off: () => OUTSIDE, on: INSIDE },
          )
        : null,
  };
}

/**
 * Seeds of a row that tell, in four of five cases, that a repair of its depth worked: from how its seeds vary and what still is on target.
 *
 * @param sdM spread of seeds in the row, m; @param places at which they are dug
 * @returns null where no number would at so few places
 * @example seedsToProve({ sdM: 0.006, toleranceM: 0.00635, places: 1 }) // 9
 */
export function seedsToProve({
  sdM,
  toleranceM,
  places,
}: {
  sdM: number;
  toleranceM: number;
  places: number;
}): number | null {
  requirePositive('sdM', sdM);
  requirePositive('toleranceM', toleranceM);
  requireWhole('places', places, 1);
  const wanted = toleranceM / (normalQuantile(INSIDE) + normalQuantile(0.8));
  const room = (wanted / sdM) ** 2 - SHARED ** 2 / places;
  return room > 0 && 1 / room <= 60 ? Math.max(3, Math.ceil(1 / room)) : null;
}

/** How likely rows that did not move look as if they had moved so far toward zero. */
function towardZero(then: WorkFigure, now: WorkFigure): number {
  const moved = Math.sign(then.difference) * (then.difference - now.difference);
  const se = Math.hypot(then.se, now.se);
  // Welch and Satterthwaite: each with the degrees of freedom of its own.
  const df = se ** 4 / (then.se ** 4 / then.df + now.se ** 4 / now.df);
  return tCdf(-moved / se, Math.max(1, df));
}

/** The rows’ figure from all places since a day; null where they were not seen, or nothing tells how sure it is. */
export function figureOf(
  measure: CardMeasure,
  rows: readonly number[],
  { cells, depths }: CardCells,
  since: string,
): WorkFigure | null {
  const own = cells.filter((one) => one.measure === measure && one.on >= since);
  const ofRows = rows.length === 0 ? own : own.filter(({ row }) => rows.includes(row));
  if (ofRows.length === 0) return null;
  if (measure === 'depth') return depthOf(rows, depths, new Set(own.map(({ placeId }) => placeId)));
  const model = rowModel(rowFigures(own));
  const others = model.rows.filter((row) => !rows.includes(row));
  if (!model.fixed || rows.length === 0 || others.length === 0) return null;
  const seen = model.rows.filter((row) => rows.includes(row));
  const { estimate, se, df } = rowsAgainst({ ...model, fixed: model.fixed }, seen, others);
  return told(estimate, se, Math.max(1, df), ofRows.length);
}

/** Seeds of these rows, or of all, against the depth aimed for; rows borrow each other’s spread. */
function depthOf(
  rows: readonly number[],
  depths: CardCells['depths'],
  places: ReadonlySet<string>,
): WorkFigure | null {
  const seen = depths.filter(({ placeId }) => places.has(placeId));
  const byRow = new Map<string, number[]>();
  for (const { row, placeId, offM } of seen) byRow.set(`${placeId} ${row}`, [...offM]);
  const spread = pooledSpread([...byRow.values()].filter(({ length }) => length > 0));
  const own = seen
    .filter(({ row }) => rows.length === 0 || rows.includes(row))
    .map(({ offM }) => offM);
  const off = own.flat();
  if (!spread || off.length === 0 || spread.sd === 0) return null;
  // Each place adds what neighbouring seeds share: the bounce of the unit there, two fifths of a seed’s own spread (default).
  const se = spread.sd * Math.sqrt(1 / off.length + SHARED ** 2 / own.length);
  return told(mean(off)!, se, spread.df, off.length, spread.sd);
}
const SHARED = 0.4;

const told = (
  difference: number,
  se: number,
  df: number,
  n: number,
  sd: number | null = null,
): WorkFigure | null =>
  se > 0 ? { difference, se, df, interval: tInterval(difference, se, df), n, sd } : null;
