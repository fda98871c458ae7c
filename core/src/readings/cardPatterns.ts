import { group, median } from 'd3-array';
import {
  driftOfDay,
  MEASURE_FACTS,
  neighboursAlike,
  type CardMeasure,
  type Drift,
  type NeighboursAlike,
} from '../planter/index.ts';
import { mean } from '../stats/index.ts';
import type { CardFinding, JudgedMeasure, PlanterCard } from './readPlanterCard.ts';

/** All rows together change through the day. */
export interface DriftFinding extends Drift {
  measure: CardMeasure;
}

/** Rows beside each other are alike. */
export interface AlikeFinding extends NeighboursAlike {
  measure: CardMeasure;
  /** What each row shows beside the mean of all. */
  rows: { row: number; off: number }[];
}

/** Measures that what changes in a day can change: plants do not. */
const OF_THE_DAY: readonly CardMeasure[] = ['depth', 'depthSpread', 'contact', 'closing'];
/** Chance of naming any, over the measures looked at; of rows that are alike, which point at no unit, a smaller one. Defaults. */
const LEVEL = 0.05;
const ALIKE_LEVEL = 0.01;

/** What changes through the day of a check, told from chance and by half a tolerance or more. @example driftsOf(card)[0]?.perHour */
export function driftsOf({ measures }: Pick<PlanterCard, 'measures'>): DriftFinding[] {
  const looked = measures.filter(({ measure }) => OF_THE_DAY.includes(measure));
  return looked.flatMap(({ measure, cells }): DriftFinding[] => {
    const told = driftOfDay(
      cells.map(({ row, plantingId, placeId, on, clockH, value }) => ({
        row,
        day: `${plantingId} ${on}`,
        stop: placeId,
        value,
        clockH,
      })),
    );
    return told &&
      told.p <= LEVEL / looked.length &&
      Math.abs(told.change) >= MEASURE_FACTS[measure].tolerance / 2
      ? [{ ...told, measure }]
      : [];
  });
}

/** Measures in which rows beside each other are alike; rows that are named by themselves are left out. @example alikeRows(card)[0]?.r */
export function alikeRows({ measures }: Pick<PlanterCard, 'measures'>): AlikeFinding[] {
  return measures.flatMap((one): AlikeFinding[] => {
    const rows = rowsOf(one);
    if (rows.length === 0) return [];
    const middle = mean(rows.map(({ value }) => value))!;
    const apart = Math.max(...rows.map(({ value }) => Math.abs(value - middle)));
    // What is too small to matter need not be shuffled.
    if (apart < MEASURE_FACTS[one.measure].tolerance / 2) return [];
    const told = neighboursAlike(rows);
    if (!told || told.p > ALIKE_LEVEL / measures.length) return [];
    return [
      {
        ...told,
        measure: one.measure,
        rows: rows.map(({ row, value }) => ({ row, off: value - middle })),
      },
    ];
  });
}

const rowsOf = ({ judged }: JudgedMeasure) =>
  judged.rows.flatMap(({ row, mean: value, standsOut }) => (standsOut ? [] : [{ row, value }]));

/** One place a row was seen at, beside its sisters there. */
export interface RowPlace {
  placeId: string;
  on: string;
  /** Its figure less the middle of its sisters’. */
  off: number;
  /** Off by more than the tolerance, to the side the row is named for. */
  is: boolean;
  /** Of the field, from 1; null: not known where it lies. */
  pass: number | null;
}

/**
 * A finding of a row place by place: everywhere, or at some places alone, or in one pass.
 *
 * @param passOf the pass a place lies in; null where nobody knows
 * @returns places in the order they were seen; none where a place has no sisters to compare with
 * @example rowPlaces(card, 4, finding).every(({ is }) => is) // true: wherever it was looked at
 */
export function rowPlaces(
  card: PlanterCard,
  row: number,
  { measure, side, against }: Pick<CardFinding, 'measure' | 'side' | 'against'>,
  passOf: (placeId: string) => number | null = () => null,
): RowPlace[] {
  const cells = card.measures.find((one) => one.measure === measure)?.cells ?? [];
  const { tolerance, target = 0 } = MEASURE_FACTS[measure];
  const at = group(cells, ({ placeId }) => placeId);
  return [...at]
    .flatMap(([placeId, all]): RowPlace[] => {
      const own = all.find((one) => one.row === row);
      const sisters = all.filter((one) => one.row !== row);
      const usual = against === 'target' ? target : median(sisters, ({ value }) => value);
      if (!own || usual === undefined) return [];
      const off = own.value - usual;
      const is = (side === 'above' ? off : -off) >= tolerance / 2;
      return [{ placeId, on: own.on, off, is, pass: passOf(placeId) }];
    })
    .sort((a, b) => a.on.localeCompare(b.on));
}

/** How a finding lies over the places and passes a row was seen at. */
export interface Spread {
  is: number;
  of: number;
  /** Passes it was seen in, and in how many of them it shows; null: not known. */
  passes: { is: number; of: number; only: number | null } | null;
}

/** @example spreadOf(rowPlaces(card, 4, finding)) // { is: 6, of: 6, passes: null } */
export function spreadOf(places: readonly RowPlace[]): Spread {
  const known = places.filter(({ pass }) => pass !== null);
  const passes = [...group(known, ({ pass }) => pass!)].map(([pass, own]) => ({
    pass,
    is: 2 * own.filter(({ is }) => is).length >= own.length,
  }));
  const hit = passes.filter(({ is }) => is);
  return {
    is: places.filter(({ is }) => is).length,
    of: places.length,
    passes:
      passes.length < 2
        ? null
        : {
            is: hit.length,
            of: passes.length,
            only: hit.length === 1 ? hit[0]!.pass : null,
          },
  };
}
