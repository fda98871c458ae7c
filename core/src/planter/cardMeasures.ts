import { requireFinite } from '../arguments/index.ts';
import { INCH_M } from '../units/index.ts';

/** What the rows of a planter are judged by over a season. */
export const CARD_MEASURES = [
  'depth',
  'depthSpread',
  'contact',
  'closing',
  'feed',
  'skips',
  'doubles',
  'scatter',
  'monitor',
  'emergence',
  'emergenceSpread',
  'stand',
  'late',
  'digs',
] as const;
export type CardMeasure = (typeof CARD_MEASURES)[number];

export interface MeasureFacts {
  /** Which part of the work it belongs to. */
  part: 'placing' | 'metering' | 'plants';
  /** Which side of the others is bad. */
  worse: 'either' | 'above' | 'below';
  /** `length` m; `share` 0…1; `ratio` of what is expected; `hours` h. */
  unit: 'length' | 'share' | 'ratio' | 'hours';
  /** A row is beside its sisters from this difference on. Defaults of this app. */
  tolerance: number;
  /** What it should be, where that is the same everywhere. */
  target?: number;
  /** Told of seeds that are singled: a drill is not judged by it. */
  singled?: true;
}

/**
 * Each measure in the order of the work. Depth is the seed's less the depth aimed for; contact and closing are the share of furrows that
 * are not tight, or not closed and firm; feed is the quality-of-feed index; scatter the SD of single spacings over the target spacing;
 * monitor what the cab shows ÷ what was dug − 1; emergence the hours until half were up, its spread those from one in ten to nine in ten; stand plants ÷ expected live stand; digs the share of gaps and late plants dug that the planter made: no seed, or one placed elsewhere.
 */
export const MEASURE_FACTS: Record<CardMeasure, MeasureFacts> = {
  depth: { part: 'placing', worse: 'either', unit: 'length', tolerance: 0.25 * INCH_M, target: 0 },
  depthSpread: { part: 'placing', worse: 'above', unit: 'length', tolerance: 0.15 * INCH_M },
  contact: { part: 'placing', worse: 'above', unit: 'share', tolerance: 0.35 },
  closing: { part: 'placing', worse: 'above', unit: 'share', tolerance: 0.35 },
  feed: { part: 'metering', worse: 'below', unit: 'share', tolerance: 0.1, singled: true },
  skips: { part: 'metering', worse: 'above', unit: 'share', tolerance: 0.08, singled: true },
  doubles: { part: 'metering', worse: 'above', unit: 'share', tolerance: 0.08, singled: true },
  scatter: { part: 'metering', worse: 'above', unit: 'ratio', tolerance: 0.08, singled: true },
  monitor: { part: 'metering', worse: 'either', unit: 'ratio', tolerance: 0.15 },
  emergence: { part: 'plants', worse: 'above', unit: 'hours', tolerance: 18 },
  emergenceSpread: { part: 'plants', worse: 'above', unit: 'hours', tolerance: 24 },
  stand: { part: 'plants', worse: 'either', unit: 'ratio', tolerance: 0.1 },
  late: { part: 'plants', worse: 'above', unit: 'share', tolerance: 0.1 },
  digs: { part: 'plants', worse: 'above', unit: 'share', tolerance: 0.35 },
};

/** How many tolerances a row lies off: what measures of different units are weighed by. @example inTolerances('late', -0.2) // 2 */
export const inTolerances = (measure: CardMeasure, difference: number): number =>
  Math.abs(requireFinite('difference', difference)) / MEASURE_FACTS[measure].tolerance;
