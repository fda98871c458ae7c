import { group } from 'd3-array';
import { analyseRowDepths, DEFAULT_DEPTH_STEP_M, isOff } from '../depth/index.ts';
import {
  CARD_MEASURES,
  intervalOf,
  inTolerances,
  judgeRows,
  MEASURE_FACTS,
  rowModel,
  rowPatterns,
  type CardMeasure,
  type JudgedRows,
  type RowPattern,
} from '../planter/index.ts';
import type { Planter } from '../records/index.ts';
import { holm, mean, twoSidedP } from '../stats/index.ts';
import {
  cardCells,
  rowFigures,
  type CardCell,
  type CardCells,
  type CardDepths,
  type CardCorrection,
  type CardRecords,
} from './cardCells.ts';
import { gradeOf, type CardGrade } from './cardGrade.ts';
import { readRowGaps, type RowGaps } from './rowGaps.ts';

/** What of a season is looked at; what is left out is all of it. */
export interface CardFilter {
  plantingIds?: readonly string[];
  /** ISO dates, both inclusive. */
  from?: string;
  to?: string;
  /** Local hours: from the first, before the second. */
  hours?: readonly [number, number];
  /** Of the planter, m/s: from the first, below the second; what was seen at no known speed is left out. */
  speeds?: readonly [number, number];
}

/** Something a row is named for. */
export interface CardFinding {
  measure: CardMeasure;
  /** Against what it was found: the sisters, or what it should be. */
  against: 'sisters' | 'target';
  side: 'above' | 'below';
  difference: number;
  interval: [number, number] | null;
  places: number;
  /** Plantings it was seen in. */
  plantingIds: string[];
  /** Of a single check of this planting; null: over the season. */
  check: string | null;
}

export interface CardRow {
  row: number;
  findings: CardFinding[];
  /** What its tapes say of its disc; null without a tape. */
  gaps: RowGaps | null;
  /** Sum over findings of how many tolerances the row lies off: what the order of badness goes by. */
  badness: number;
  /** Whether anything was measured of it. */
  seen: boolean;
}

/** What all rows of the machine share. */
export interface MachineFinding {
  measure: CardMeasure;
  value: number;
  interval: [number, number] | null;
  target: number;
  /** A depth that is off its target, but accepted for the crop: only said. */
  insideWindow: boolean;
}

export interface JudgedMeasure {
  measure: CardMeasure;
  cells: CardCell[];
  judged: JudgedRows;
  /** Rows that belong together, each against the others. */
  patterns: RowPattern[];
}

/** Rows that belong together and differ from the others. */
export interface PatternFinding extends RowPattern {
  measure: CardMeasure;
}

export interface PlanterCard {
  planter: Planter;
  rows: CardRow[];
  /** Row numbers, the worst first; rows without a finding are left out. */
  worst: number[];
  measures: JudgedMeasure[];
  machine: MachineFinding[];
  patterns: PatternFinding[];
  grade: CardGrade | null;
  /** Rows that were corrected behind the planter. */
  corrections: CardCorrection[];
  places: number;
  /** Ids of the places looked at, also of those without a figure of any row. */
  placeIds: ReadonlySet<string>;
  plantingIds: string[];
  /** What there is to filter by, whatever is filtered now. */
  all: { plantingIds: string[]; days: string[]; hours: number[]; speeds: number[] };
}

/** Chance of naming any row of a sound planter, over all measures together. */
const LEVEL = 0.05;

/** A planter's season over all its fields, row by row. @example readPlanterCard(records).worst // [4, 6] */
export const readPlanterCard = (records: CardRecords, filter: CardFilter = {}): PlanterCard =>
  judgeCard(records.planter.data, cardCells(records), filter);

/**
 * The rows of a planter judged on what was measured: each against its sisters, and its depth against the depth aimed for, over fields and
 * places (`judgePlanterRows`), with Holm's correction over rows and Bonferroni's over measures. Where a season has but one place of a row's
 * depth, the check itself says whether it is off (`analyseRowDepths`).
 */
export function judgeCard(planter: Planter, all: CardCells, filter: CardFilter = {}): PlanterCard {
  const wanted = (one: Pick<CardCell, 'plantingId' | 'on' | 'hour' | 'speedMPerS'>) =>
    (!filter.plantingIds || filter.plantingIds.includes(one.plantingId)) &&
    (!filter.from || one.on >= filter.from) &&
    (!filter.to || one.on <= filter.to) &&
    (!filter.hours || (one.hour >= filter.hours[0] && one.hour < filter.hours[1])) &&
    (!filter.speeds ||
      (one.speedMPerS !== undefined &&
        one.speedMPerS >= filter.speeds[0] &&
        one.speedMPerS < filter.speeds[1]));
  const cells = all.cells.filter(wanted);
  const dug = new Set(
    cells.flatMap((one) => (one.measure === 'depth' ? [`${one.placeId} ${one.row}`] : [])),
  );
  const depths = all.depths.filter(({ placeId, row }) => dug.has(`${placeId} ${row}`));
  const { withFigures, choices } = rangeOf(all);
  const placeIds = new Set([
    ...cells.map(({ placeId }) => placeId),
    ...all.places.flatMap((one) =>
      !withFigures.has(one.placeId) && wanted(one) ? [one.placeId] : [],
    ),
  ]);
  const byMeasure = group(cells, ({ measure }) => measure);
  const measures = CARD_MEASURES.flatMap((measure): JudgedMeasure[] => {
    const own = byMeasure.get(measure);
    if (!own || (MEASURE_FACTS[measure].singled && planter.type === 'drill')) return [];
    const { tolerance, target } = MEASURE_FACTS[measure];
    const model = rowModel(rowFigures(own));
    const judged = judgeRows(model, {
      tolerance,
      figuresByField: true,
      ...(target === undefined ? {} : { target }),
    });
    const out = judged.rows.flatMap(({ row, standsOut }) => (standsOut ? [row] : []));
    return [
      {
        measure,
        cells: own,
        judged,
        patterns: rowPatterns(model, planter, out),
      },
    ];
  });
  const checks = checksOf(depths);
  const machine = machineFindings(measures, depths, checks);
  // Tapes of the places that are looked at; seeds of a log lie at places of a check.
  const looked = new Set(cells.map(({ placeId }) => placeId));
  const tapes = all.tapes.filter(({ placeId }) => looked.has(placeId));
  const gaps = new Map(readRowGaps(tapes, planter.cells).map((one) => [one.row, one]));
  const rows = Array.from({ length: planter.rows }, (_, i): CardRow => {
    const row = i + 1;
    const findings = measures.flatMap(
      (one) =>
        seasonFinding(one, row, {
          measures: measures.length,
          shared: machine.some(({ measure }) => measure === one.measure),
        }) ?? [],
    );
    return {
      row,
      findings,
      gaps: gaps.get(row) ?? null,
      badness: 0,
      seen: cells.some((one) => one.row === row),
    };
  });
  for (const found of findingsOfChecks(depths, checks))
    if (!rows[found.row - 1]?.findings.some(({ measure }) => measure === found.finding.measure))
      rows[found.row - 1]?.findings.push(found.finding);
  for (const row of rows) {
    row.findings = withoutTwins(row.findings);
    row.badness = row.findings.reduce(
      (sum, { measure, difference }) => sum + inTolerances(measure, difference),
      // A dead cell is a fault however few seeds it costs.
      row.gaps?.repeating ? 1 : 0,
    );
  }
  return {
    planter,
    rows,
    worst: rows
      .filter(({ badness }) => badness > 0)
      .sort((a, b) => b.badness - a.badness)
      .map(({ row }) => row),
    measures,
    machine,
    patterns: measures.flatMap(({ measure, patterns }) =>
      patterns
        .filter((one) => isPattern(one, measure, measures.length))
        .map((one) => ({ ...one, measure })),
    ),
    grade: gradeOf(measures, depths, rows),
    corrections: all.corrections,
    places: new Set(cells.map(({ placeId }) => placeId)).size,
    placeIds,
    plantingIds: unique(cells.map(({ plantingId }) => plantingId)),
    all: choices,
  };
}

const unique = <T>(values: readonly T[]) => [...new Set(values)].sort();
const ranges = new WeakMap<CardCells, ReturnType<typeof findRange>>();
/** What there is to choose from in a season: the same for each of its cards. */
function rangeOf(all: CardCells) {
  const known = ranges.get(all) ?? findRange(all);
  ranges.set(all, known);
  return known;
}
const findRange = ({ cells }: CardCells) => ({
  /** Places that any figure is from. */
  withFigures: new Set(cells.map(({ placeId }) => placeId)),
  choices: {
    plantingIds: unique(cells.map(({ plantingId }) => plantingId)),
    days: unique(cells.map(({ on }) => on)),
    hours: [...new Set(cells.map(({ hour }) => hour))].sort((a, b) => a - b),
    speeds: [...new Set(cells.flatMap(({ speedMPerS }) => speedMPerS ?? []))].sort((a, b) => a - b),
  },
});

function seasonFinding(
  { measure, cells, judged }: JudgedMeasure,
  row: number,
  { measures, shared }: { measures: number; shared: boolean },
): CardFinding | null {
  const own = judged.rows.find((one) => one.row === row);
  if (!own) return null;
  const { worse } = MEASURE_FACTS[measure];
  // What all rows share is the machine’s: then a row is named for what sets it apart.
  for (const against of shared ? (['sisters'] as const) : (['target', 'sisters'] as const)) {
    const told = own.against[against];
    if (!told || (told.verdict !== 'above' && told.verdict !== 'below')) continue;
    if (worse !== 'either' && told.verdict !== worse) continue;
    if (told.pHolm > LEVEL / measures) continue;
    const seen = cells.filter((one) => one.row === row);
    return {
      measure,
      against,
      side: told.verdict,
      difference: told.difference,
      interval: intervalOf(told),
      places: new Set(seen.map(({ placeId }) => placeId)).size,
      plantingIds: [...new Set(seen.map(({ plantingId }) => plantingId))],
      check: null,
    };
  }
  return null;
}

/** Groups known beforehand are told from half a row's tolerance on. */
function isPattern({ difference, pHolm }: RowPattern, measure: CardMeasure, measures: number) {
  const { worse, tolerance } = MEASURE_FACTS[measure];
  const side = difference > 0 ? 'above' : 'below';
  return (
    pHolm <= LEVEL / measures &&
    Math.abs(difference) >= tolerance / 2 &&
    (worse === 'either' || worse === side)
  );
}

/** What each check by itself says of rows that no other place tells of. */
function findingsOfChecks(
  depths: readonly CardDepths[],
  checks: readonly Check[],
): { row: number; finding: CardFinding }[] {
  const places = new Map<number, number>();
  for (const { row } of depths) places.set(row, (places.get(row) ?? 0) + 1);
  return checks.flatMap((check) => {
    const { plantingId } = check;
    if (check.own.every(({ row }) => places.get(row)! > 1)) return [];
    const read = check.read();
    if (!read) return [];
    const apart = apartFromMachine(read);
    return read.rows.flatMap((one) => {
      if (places.get(one.row)! > 1) return [];
      const base = { places: 1, plantingIds: [plantingId], check: plantingId };
      const off = one.meanM - read.targetM;
      const found: { row: number; finding: CardFinding }[] = [];
      if (isOff(one.verdict) && (read.machine.shiftM === 0 || apart.includes(one.row)))
        found.push({
          row: one.row,
          finding: {
            ...base,
            measure: 'depth',
            against: 'target',
            side: one.verdict === 'deep' ? 'above' : 'below',
            difference: off,
            interval: one.intervalM && [
              one.intervalM[0] - read.targetM,
              one.intervalM[1] - read.targetM,
            ],
          },
        });
      if (one.loose && one.sdM !== null && read.withinRowSdM !== null)
        found.push({
          row: one.row,
          finding: {
            ...base,
            measure: 'depthSpread',
            against: 'sisters',
            side: 'above',
            difference: one.sdM - read.withinRowSdM,
            interval: null,
          },
        });
      return found;
    });
  });
}

/** Rows that lie off the machine’s own depth by more than the tolerance, told from chance. */
function apartFromMachine({ rows, machine, toleranceM }: NonNullable<ReturnType<typeof depthsOf>>) {
  const p = holm(rows.map(({ meanM, se }) => twoSidedP(meanM - machine.depthM, se.m, se.df)));
  return rows.flatMap(({ row, meanM }, r) =>
    p[r]! <= LEVEL && Math.abs(meanM - machine.depthM) > toleranceM ? [row] : [],
  );
}

/** The check of one planting: its depths, and what the trench check makes of them once that is asked for. */
interface Check {
  plantingId: string;
  own: readonly CardDepths[];
  read(): ReturnType<typeof depthsOf>;
}

const checksOf = (depths: readonly CardDepths[]): Check[] =>
  [...group(depths, ({ plantingId }) => plantingId)].map(([plantingId, own]) => {
    let read: ReturnType<typeof depthsOf> | undefined;
    return { plantingId, own, read: () => (read === undefined ? (read = depthsOf(own)) : read) };
  });

/** Depths of one planting's check as the trench check reads them. */
function depthsOf(own: readonly CardDepths[]) {
  const [first] = own;
  const readings = own.flatMap(({ row, offM, placeId }) =>
    offM.map((off) => ({ row, depthM: Math.max(0, first!.targetM + off), place: placeId })),
  );
  if (!first || readings.length === 0) return null;
  const { targetM, toleranceM, windowM } = first;
  return {
    targetM,
    toleranceM,
    ...analyseRowDepths(readings, {
      targetM,
      toleranceM,
      stepM: DEFAULT_DEPTH_STEP_M,
      ...(windowM ? { windowM } : {}),
    }),
  };
}

/** A poor feed that skips or doubles explain is told once. */
const withoutTwins = (findings: CardFinding[]): CardFinding[] =>
  findings.some(({ measure }) => measure === 'skips' || measure === 'doubles')
    ? findings.filter(({ measure }) => measure !== 'feed')
    : findings;

/** The whole machine beside what it should be: its mean over places, or, of a single check, what that check says. */
function machineFindings(
  measures: readonly JudgedMeasure[],
  depths: readonly CardDepths[],
  checks: readonly Check[],
): MachineFinding[] {
  return measures.flatMap(({ measure, cells, judged }): MachineFinding[] => {
    const { target, tolerance } = MEASURE_FACTS[measure];
    if (target === undefined) return [];
    const places = new Set(cells.map(({ placeId }) => placeId)).size;
    if (places > 1 && judged.meanInterval) {
      const [low, high] = judged.meanInterval;
      const off = judged.mean - target;
      const told = Math.abs(off) > tolerance && (low > target || high < target);
      const insideWindow =
        measure === 'depth' &&
        depths.every(
          ({ targetM, windowM }) =>
            windowM !== null && targetM + off >= windowM[0] && targetM + off <= windowM[1],
        );
      return told
        ? [{ measure, value: judged.mean, interval: judged.meanInterval, target, insideWindow }]
        : [];
    }
    const read = checks.length === 1 ? checks[0]!.read() : null;
    if (!read) return [];
    const { depthM, shiftM, acceptedInWindow } = read.machine;
    return shiftM !== 0 || acceptedInWindow
      ? [
          {
            measure,
            value: depthM - read.targetM,
            interval: null,
            target,
            insideWindow: acceptedInWindow,
          },
        ]
      : [];
  });
}

/** What one row showed on one visit: the mean over its places there. */
export interface RowVisit {
  plantingId: string;
  /** The walk or check; null: flagged lengths. */
  walkId: string | null;
  on: string;
  figures: { measure: CardMeasure; value: number; places: number }[];
  depthsM: number[];
}

/** A row's season, visit by visit, oldest first. @example rowYear(card, cells.depths, 4)[0].figures[0].measure // 'depth' */
export function rowYear(
  { measures }: PlanterCard,
  depths: readonly CardDepths[],
  row: number,
): RowVisit[] {
  const own = measures.flatMap(({ cells }) => cells.filter((one) => one.row === row));
  const visits = group(own, ({ plantingId, walkId }) => JSON.stringify([plantingId, walkId]));
  return [...visits.values()]
    .map((cells): RowVisit => {
      const { plantingId, walkId, on } = cells[0]!;
      const places = new Set(cells.map(({ placeId }) => placeId));
      return {
        plantingId,
        walkId,
        on,
        figures: [...group(cells, ({ measure }) => measure)].map(([measure, figures]) => ({
          measure,
          value: mean(figures.map(({ value }) => value))!,
          places: figures.length,
        })),
        depthsM: depths.flatMap((one) =>
          one.row === row && places.has(one.placeId)
            ? one.offM.map((off) => one.targetM + off)
            : [],
        ),
      };
    })
    .sort((a, b) => a.on.localeCompare(b.on));
}
