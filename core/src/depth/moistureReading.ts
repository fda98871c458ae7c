import { INCH_M } from '../units/index.ts';
import { requireNotNegative, requirePositive } from '../arguments/index.ts';
import type { Feel } from './findings.ts';

/**
 * One look at the soil at a depth: felt by hand (a seed's own place as well), or a sensor's figure beside
 * the level its owner calls adequate for it. There is no built-in level.
 */
export type MoistureReading = { depthM: number } & (
  { feel: Feel } | { value: number; adequate: number }
);

/** Wetness of what is felt, 1 being adequate; defaults of this app, as are the figures below. */
const FELT: Record<Feel, number> = { dry: 0.8, marginal: 0.95, adequate: 1, wet: 1.05 };

/** How far to go at once, inches: a tenth short asks for all of it, less for less; and as far back up. */
const STEP = 0.5;
const SHORT_FOR_A_STEP = 0.1;
/** Two readings this far apart, inches, each count by themselves. */
const APART = 0.125;

/**
 * Wetness at a reading: its share of what is adequate.
 *
 * @returns 1 when adequate, less when drier
 * @throws RangeError for a negative depth or value, or a level that is not above zero
 * @example wetness({ depthM: 0.05, value: 18, adequate: 30 }) // 0.6
 */
export function wetness(reading: MoistureReading): number {
  requireNotNegative('depthM', reading.depthM);
  if ('feel' in reading) return FELT[reading.feel];
  requireNotNegative('value', reading.value);
  requirePositive('adequate', reading.adequate);
  return reading.value / reading.adequate;
}

/** How far from a reading the seed belongs by it alone, inches: deeper when short, back up when ample. */
const moved = (wet: number) => Math.min(STEP, ((1 - wet) / SHORT_FOR_A_STEP) * STEP);

/**
 * Where readings ask the seed to be set and read again. A dry one asks for up to half an inch deeper, but
 * not past what was read to be moist below it; an ample one lets the seed come up, half an inch at a time.
 *
 * It never jumps: each reading moves it by at most half an inch for a tenth of the adequate level, and
 * drier never asks for shallower.
 *
 * @param readings at least one
 * @returns depth in m to the bottom of the seed
 * @throws RangeError for no readings, and as `wetness`
 * @example depthByReadings([{ depthM: 0.0508, value: 18, adequate: 30 }]) // 0.0635: half an inch deeper
 */
export function depthByReadings(readings: readonly MoistureReading[]): number {
  if (readings.length === 0) throw new RangeError('readings: at least one is needed');
  const read = readings.map((one) => ({ at: one.depthM / INCH_M, wet: wetness(one) }));
  const asked = read.map(({ at, wet }) =>
    Math.min(
      at + moved(wet),
      ...read
        .filter((below) => below.at > at)
        .map(
          (below) =>
            below.at +
            Math.max(0, moved(below.wet)) +
            STEP * Math.max(0, 1 - (below.at - at) / APART),
        ),
    ),
  );
  const shallowest = Math.min(...read.map(({ at }) => at));
  return Math.max(0, shallowest - STEP, ...asked) * INCH_M;
}

/**
 * How dry it was read where seeds lie, from 0 (moist, or not looked at) to 1 (a tenth short or more).
 * What is read in the top does not count: it dries first.
 *
 * @param aimM where the seed would lie in moist soil, m
 */
export function drynessAt(readings: readonly MoistureReading[], aimM: number): number {
  const near = (depthM: number) => Math.min(1, Math.max(0, ((depthM - aimM) / INCH_M + 1) / STEP));
  return Math.max(
    0,
    ...readings.map((one) => (near(one.depthM) * Math.max(0, moved(wetness(one)))) / STEP),
  );
}

/** How ample the moisture is, from 0 to 1 (a quarter above adequate at every reading). */
export function ampleness(readings: readonly MoistureReading[]): number {
  if (readings.length === 0) return 0;
  return Math.min(1, Math.max(0, (Math.min(...readings.map(wetness)) - 1) / 0.25));
}
