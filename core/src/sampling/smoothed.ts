import { sum } from 'd3-array';
import { apart, type Metres } from '../geo/index.ts';
import { mean } from '../stats/index.ts';
import type { FieldFigure } from './fieldPatterns.ts';

/** A figure between stops, as far as they carry it. */
export interface Smoothed {
  /** How far a stop speaks, m: the width that foretells each stop best from the others. */
  reachM: number;
  /** For each place asked: the figure and its standard error; null where too few stops are near. */
  values: ({ value: number; se: number } | null)[];
}

/** Widths tried, in units of the distance between stops. */
const REACHES = [0.6, 0.8, 1, 1.4, 2];
/** Stops that must speak for a place, counted by how much each does. A default of this app. */
const LEAST_NEAR = 2.5;
/** Left-out stops must be foretold so much better than by the plain mean: squared misses, as a share. A default of this app. */
const TELLS = 0.8;
/** Fewer stops carry no surface. */
const LEAST_STOPS = 8;

/**
 * A figure smoothed between stops: a mean of the stops near by, the nearer the more (Nadaraya 1964, On estimating regression,
 * Theory of Probability and its Applications 9:141–142; Gaussian weights). The width is the one that foretells left-out stops
 * best; where no width foretells them clearly better than the plain mean, there is no surface.
 *
 * @param areaM2 of the field
 * @returns null when the stops carry none
 * @example smoothed(stops, places, 160_000)?.values[0] // { value: 7.2, se: 0.3 }
 */
export function smoothed(
  stops: readonly FieldFigure[],
  places: readonly Metres[],
  areaM2: number,
): Smoothed | null {
  if (stops.length < LEAST_STOPS) return null;
  const between = Math.sqrt(areaM2 / stops.length);
  const all = mean(stops.map(({ value }) => value))!;
  // Left out, the plain mean is of the others too.
  const plain = sum(
    stops.map(({ value }) => ((stops.length / (stops.length - 1)) * (value - all)) ** 2),
  );
  const tried = REACHES.map((times) => {
    const reachM = times * between;
    const misses = stops.map((stop) => {
      const others = stops.filter((one) => one !== stop);
      const told = at(stop.at, others, reachM);
      return stop.value - (told.near > 0 ? told.value : all);
    });
    return { reachM, squares: sum(misses.map((miss) => miss ** 2)) };
  });
  const best = tried.reduce((least, one) => (one.squares < least.squares ? one : least));
  if (!(best.squares < TELLS * plain)) return null;
  const variance = best.squares / stops.length;
  return {
    reachM: best.reachM,
    values: places.map((place) => {
      const { value, near, squares } = at(place, stops, best.reachM);
      return near >= LEAST_NEAR ? { value, se: Math.sqrt(variance * squares) } : null;
    }),
  };
}

/** The mean about a place, how many stops speak for it, and Σ of their squared shares. */
function at(place: Metres, stops: readonly FieldFigure[], reachM: number) {
  const weights = stops.map((stop) => Math.exp(-((apart(stop.at, place) / reachM) ** 2) / 2));
  const total = sum(weights);
  if (!(total > 1e-12)) return { value: 0, near: 0, squares: 1 };
  const squares = sum(weights.map((weight) => (weight / total) ** 2));
  return {
    value: sum(stops.map(({ value }, i) => (weights[i]! * value) / total)),
    // Weights that are all small are of stops that are all far.
    near: Math.min(total * 1.6, 1 / squares),
    squares,
  };
}
