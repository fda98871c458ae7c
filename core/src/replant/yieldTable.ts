import { requireFinite, requireNotNegative } from '../arguments/index.ts';
import { figureIn } from '../units/index.ts';
import { monotoneSpline } from './monotoneSpline.ts';

/** A local table: the share of a full yield by planting date and stand. */
export interface YieldTable {
  /** Days after the best date, rising. */
  daysAfterBest: readonly number[];
  /** Plants, per m², rising. */
  plantsPerM2: readonly number[];
  /** A line a date, a figure a stand: 0…1. */
  shares: readonly (readonly number[])[];
}

/**
 * What a local table says of a stand: a monotone curve over the stands of each date, then one over the dates. Below the thinnest stand it falls in
 * proportion to the plants, beyond the other edges it stays as at the edge.
 *
 * @throws RangeError for figures that are none
 * @example tableYield(table, { plantsPerM2: 5.5, daysAfterBest: 10 }) // 0.87
 */
export function tableYield(
  table: YieldTable,
  { plantsPerM2, daysAfterBest }: { plantsPerM2: number; daysAfterBest: number },
): number {
  requireNotNegative('plantsPerM2', plantsPerM2);
  requireFinite('daysAfterBest', daysAfterBest);
  const { daysAfterBest: dates, plantsPerM2: stands } = table;
  const least = stands[0]!;
  const few = plantsPerM2 < least ? plantsPerM2 / least : 1;
  const byDate = linesOf(table).map((line) => line(plantsPerM2));
  return few * monotoneSpline(dates, byDate)(daysAfterBest);
}

/** The curve of each date, made once for a table: a case asks it thousands of times. */
const lines = new WeakMap<YieldTable, ((plantsPerM2: number) => number)[]>();
function linesOf(table: YieldTable) {
  const known = lines.get(table);
  if (known) return known;
  const made = table.shares.map((line) => monotoneSpline(table.plantsPerM2, line));
  lines.set(table, made);
  return made;
}

export type ReadYieldTable = { ok: true; table: YieldTable } | { ok: false; problem: string };

const LEAST = 2;

/**
 * A local table from a file: stands along the first line, a line for each date beginning with its days after the best one, per cent of a full yield.
 *
 * @param lines split into cells; @param toPerM2 what one of its stands is in plants per m²
 * @example readYieldTable([['days', '20', '30'], ['0', '85', '98'], ['15', '78', '90']], 1000 / ACRE_M2)
 */
export function readYieldTable(
  lines: readonly (readonly string[])[],
  toPerM2: number,
): ReadYieldTable {
  const figure = (cell: string | undefined) => figureIn(cell?.replace('%', ''));
  const wrong = (problem: string): ReadYieldTable => ({ ok: false, problem });
  const [head = [], ...body] = lines.filter((line) => line.some((cell) => cell.trim() !== ''));
  const stands = head.slice(1).map(figure);
  if (stands.length < LEAST || body.length < LEAST)
    return wrong(
      'A table needs two stands and two dates or more: stands along its first line, a line for each date.',
    );
  const bad = stands.findIndex((stand) => stand === null || stand <= 0);
  if (bad >= 0)
    return wrong(`The stand “${head[bad + 1] ?? ''}” in the first line is no figure above zero.`);
  for (let i = 1; i < stands.length; i++)
    if (stands[i]! <= stands[i - 1]!)
      return wrong(
        `Stands must rise along the first line: ${stands[i]} comes after ${stands[i - 1]}.`,
      );
  const dates: number[] = [];
  const shares: number[][] = [];
  for (const line of body) {
    const day = figure(line[0]);
    if (day === null)
      return wrong(`The line “${line.join(' ')}” must begin with its days after the best date.`);
    if (dates.length > 0 && day <= dates.at(-1)!)
      return wrong(`Dates must rise down the table: day ${day} comes after day ${dates.at(-1)}.`);
    const own = stands.map((_, i) => figure(line[i + 1]));
    const missing = own.findIndex((share) => share === null || share < 0 || share > 100);
    if (missing >= 0)
      return wrong(`Day ${day}, stand ${stands[missing]}: enter a share from 0 to 100 %.`);
    const fall = own.findIndex((share, i) => i > 0 && share! < own[i - 1]!);
    if (fall >= 0)
      return wrong(
        `Day ${day}: a stand of ${stands[fall]} bears less than one of ${stands[fall - 1]}: more plants must not bear less.`,
      );
    const before = shares.at(-1);
    const rise = before ? own.findIndex((share, i) => share! / 100 > before[i]! + 1e-9) : -1;
    if (rise >= 0)
      return wrong(
        `Stand ${stands[rise]}: day ${day} bears more than day ${dates.at(-1)}: a later date must not bear more.`,
      );
    dates.push(day);
    shares.push(own.map((share) => share! / 100));
  }
  return {
    ok: true,
    table: { daysAfterBest: dates, plantsPerM2: stands.map((stand) => stand! * toPerM2), shares },
  };
}
