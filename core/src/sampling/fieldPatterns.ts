import { group } from 'd3-array';
import { compassWord, type Metres } from '../geo/index.ts';
import {
  fitLine,
  fUpperTail,
  holm,
  mean,
  neighbourForm,
  sampleSd,
  seededRandom,
  shuffled,
} from '../stats/index.ts';

/** What was found at a stop, and where it lies. */
export interface FieldFigure {
  value: number;
  at: Metres;
  /** '' or left out: in none. */
  zone?: string;
  /** To the nearest edge of the field, m. */
  fromEdgeM?: number;
}

/** A pattern that stops show, and how much of it: in the unit of the figures. */
export type FieldPattern = { p: number; pHolm: number } & (
  | { pattern: 'zone'; zones: { zone: string; mean: number; stops: number }[] }
  | {
      pattern: 'along' | 'across';
      /** Where it is more, and by how much from one end to the other. */
      toward: ReturnType<typeof compassWord>;
      change: number;
    }
  /** `change`: more near the edge than inside, or less. */
  | { pattern: 'edge'; change: number; withinM: number }
  | { pattern: 'patches' }
);

/** Fewer stops show no pattern that could be told from chance. A default of this app. */
const LEAST_STOPS = 8;
/** Calls at or above this are chance. */
const LEVEL = 0.05;
/** Shuffles behind the test for patches. */
const SHUFFLES = 499;

/**
 * Patterns in a field that its stops show: zones that differ, a slope along the passes or across them, an edge unlike the
 * inside, and neighbours more alike than chance makes them. Each is tested by itself, Holm over all of them.
 *
 * @param alongDeg where passes head, degrees from north; north where nobody said
 * @returns those that chance does not explain at 5 %, the plainest first; none with fewer than eight stops
 * @example fieldPatterns(stops, 0) // [{ pattern: 'along', toward: 'south', change: 0.8, p: 0.001, pHolm: 0.004 }]
 */
export function fieldPatterns(stops: readonly FieldFigure[], alongDeg: number): FieldPattern[] {
  if (stops.length < LEAST_STOPS) return [];
  const sd = sampleSd(stops.map(({ value }) => value))!;
  if (!(sd > 0)) return [];
  const found = [
    zonesOf(stops),
    slopeOf(stops, 'along', alongDeg),
    slopeOf(stops, 'across', alongDeg + 90),
    edgeOf(stops),
    patchesOf(stops, sd ** 2),
  ].filter((one) => one !== null);
  const adjusted = holm(found.map(({ p }) => p));
  return found
    .map((one, i) => ({ ...one, pHolm: adjusted[i]! }))
    .filter(({ pHolm }) => pHolm < LEVEL)
    .sort((a, b) => a.p - b.p);
}

type Found = FieldPattern extends infer One
  ? One extends unknown
    ? Omit<One, 'pHolm'>
    : never
  : never;

/** One-way analysis of variance over zones with two stops or more. */
function zonesOf(stops: readonly FieldFigure[]): Found | null {
  const zones = [...group(stops, ({ zone = '' }) => zone)]
    .filter(([, own]) => own.length >= 2)
    .map(([zone, own]) => [zone, own.map(({ value }) => value)] as const);
  const many = zones.reduce((sum, [, values]) => sum + values.length, 0);
  if (zones.length < 2 || many - zones.length < 1) return null;
  const all = mean(zones.flatMap(([, values]) => values))!;
  let [between, within] = [0, 0];
  for (const [, values] of zones) {
    const own = mean(values)!;
    between += values.length * (own - all) ** 2;
    for (const value of values) within += (value - own) ** 2;
  }
  if (!(within > 0)) return null;
  const [df1, df2] = [zones.length - 1, many - zones.length];
  return {
    pattern: 'zone',
    p: fUpperTail(between / df1 / (within / df2), df1, df2),
    zones: zones
      .map(([zone, values]) => ({ zone, mean: mean(values)!, stops: values.length }))
      .sort((a, b) => a.mean - b.mean),
  };
}

function slopeOf(
  stops: readonly FieldFigure[],
  pattern: 'along' | 'across',
  deg: number,
): Found | null {
  const angle = (deg * Math.PI) / 180;
  const places = stops.map(({ at: [x, y] }) => x * Math.sin(angle) + y * Math.cos(angle));
  const line = fitLine(stops.map(({ value }, i) => [places[i]!, value]));
  if (!line) return null;
  const reach = Math.max(...places) - Math.min(...places);
  return {
    pattern,
    p: line.p,
    toward: compassWord(line.slope > 0 ? deg : deg + 180),
    change: Math.abs(line.slope) * reach,
  };
}

/** The third of the stops nearest an edge against the others. */
function edgeOf(stops: readonly FieldFigure[]): Found | null {
  if (stops.some(({ fromEdgeM }) => fromEdgeM === undefined)) return null;
  const ordered = [...stops].sort((a, b) => a.fromEdgeM! - b.fromEdgeM!);
  const near = Math.floor(stops.length / 3);
  const line = fitLine(ordered.map(({ value }, i) => [i < near ? 1 : 0, value]));
  return (
    line && {
      pattern: 'edge',
      p: line.p,
      change: line.slope,
      withinM: ordered[near - 1]!.fromEdgeM!,
    }
  );
}

/** Whether neighbours are more alike than the same figures dealt out to the places by chance. */
function patchesOf(stops: readonly FieldFigure[], variance: number): Found | null {
  const form = neighbourForm(stops.map(({ at }) => ({ at })))!;
  const alike = (values: readonly number[]) => form.variance(values) / variance;
  const values = stops.map(({ value }) => value);
  const seen = alike(values);
  const random = seededRandom(stops.length);
  let asAlike = 1;
  for (let run = 0; run < SHUFFLES; run++)
    if (alike(shuffled(values, random)) <= seen + 1e-12) asAlike += 1;
  return { pattern: 'patches', p: asAlike / (SHUFFLES + 1) };
}
