import { group } from 'd3-array';
import { mean } from './moments.ts';

type Metres = readonly [east: number, north: number];

/** A stop of a spread sample: where it lies and what was found there. */
export interface PlacedValue {
  value: number;
  at: Metres;
  /** The zone it was drawn in; stops are compared within it only. */
  zone?: string;
  /** The planter rows counted there. What one block of rows has more than another is not chance when all are counted alike. */
  block?: string;
}

/**
 * Stops that a stop is compared with, itself among them. Stevens & Olsen 2003 take four or more; three are nearer to each
 * other, and on simulated patchy fields (of other seeds than those the rates are stated for) overstate the error less.
 */
const NEIGHBOURHOOD = 3;

/** What the places of stops make of figures found there: worked out once, for as many figures as are asked. */
export interface NeighbourForm {
  /** Of the variance. */
  df: number;
  /** @param values one a stop */
  variance(values: readonly number[]): number;
}

/**
 * How stops are compared with their neighbours, by their places alone: see `localVariance`.
 * @returns null where no zone has two stops
 */
export function neighbourForm(
  stops: readonly Omit<PlacedValue, 'value'>[],
  neighbourhood = NEIGHBOURHOOD,
): NeighbourForm | null {
  const many = stops.length;
  const numbers = stops.map((_, i) => i);
  // variance = y' form y ÷ its trace
  const form = new Float64Array(many * many);
  let compared = 0;
  for (const own of group(numbers, (i) => stops[i]!.zone ?? '').values()) {
    if (own.length < 2) continue;
    const size = Math.min(neighbourhood, own.length);
    for (const i of own) {
      const near = [...own]
        .sort((a, b) => squared(stops[i]!.at, stops[a]!.at) - squared(stops[i]!.at, stops[b]!.at))
        .slice(0, size);
      // Of places on top of each other another may come first.
      if (!near.includes(i)) near[0] = i;
      const weights = near.map((k) => [k, (k === i ? 1 : 0) - 1 / size] as const);
      for (const [a, wa] of weights)
        for (const [b, wb] of weights) form[a * many + b]! += (wa * wb * size) / (size - 1);
      compared += 1;
    }
  }
  if (compared === 0) return null;
  sweep(form, [...group(numbers, (i) => stops[i]!.block ?? '').values()], many);
  let trace = 0;
  let squares = 0;
  for (let a = 0; a < many; a++) {
    trace += form[a * many + a]!;
    for (let b = 0; b < many; b++) squares += form[a * many + b]! * form[b * many + a]!;
  }
  return {
    df: trace ** 2 / squares,
    variance(values) {
      const middle = mean(values)!;
      let total = 0;
      for (let a = 0; a < many; a++)
        for (let b = 0; b < many; b++)
          total += form[a * many + b]! * (values[a]! - middle) * (values[b]! - middle);
      return Math.max(0, total / trace);
    },
  };
}

/**
 * How much stops of a spatially balanced sample differ from their neighbours: what is left of chance once the places cover the
 * field (the local mean variance of Stevens & Olsen 2003, Variance estimation for spatially balanced samples of environmental
 * resources, Environmetrics 14:593–610, in the form of Grafström & Schelin 2014 for equal shares). What changes slowly over
 * the field does not count. Alike zones are taken as equally variable. Freedom by Satterthwaite, from the neighbourhoods.
 *
 * @param neighbourhood stops that each is compared with, itself among them
 * @returns variance in the values' own unit squared and its degrees of freedom; null where no zone has two stops
 * @example localVariance([{ value: 7.1, at: [0, 0] }, { value: 7.5, at: [90, 0] }]) // { variance: 0.08, df: 1 }
 */
export function localVariance(
  stops: readonly PlacedValue[],
  neighbourhood = NEIGHBOURHOOD,
): { variance: number; df: number } | null {
  const form = neighbourForm(stops, neighbourhood);
  return form && { variance: form.variance(stops.map(({ value }) => value)), df: form.df };
}

/** Takes the means of blocks out of a quadratic form, where each block stands at two stops or more. */
function sweep(form: Float64Array, blocks: readonly number[][], many: number): void {
  if (blocks.length < 2 || blocks.some(({ length }) => length < 2)) return;
  const centre = (entry: (other: number, i: number) => number) => {
    for (let other = 0; other < many; other++)
      for (const block of blocks) {
        const middle = block.reduce((sum, i) => sum + form[entry(other, i)]!, 0) / block.length;
        for (const i of block) form[entry(other, i)]! -= middle;
      }
  };
  centre((other, i) => other * many + i);
  centre((other, i) => i * many + other);
}

const squared = ([ax, ay]: Metres, [bx, by]: Metres) => (bx - ax) ** 2 + (by - ay) ** 2;
