import { geodesicDistance } from './geodesicDistance.ts';
import type { Position } from './boundary.ts';

/** Where one is, as a position source has it. */
export interface Fix {
  at: Position;
  /** How far off it may be, m. */
  accuracyM: number;
  /** Where one heads, degrees from north; null while standing. */
  headingDeg: number | null;
  /** When, ms. */
  atMs: number;
}

/** What is believed of the fixes so far. */
export interface Steady {
  fix: Fix | null;
  /** Fixes that lie too far off to have been walked: believed once they agree. */
  doubted: Fix[];
}

export const NO_FIX: Steady = { fix: null, doubted: [] };

/** Nobody walks faster, m/s; who drives is believed once his fixes agree. A default of this app. */
const FASTEST = 5;
/** Doubted fixes that agree before they are believed. */
const AGREEING = 3;
/** A fix rougher than this leads nobody to a place in a field, m. A default of this app. */
export const TOO_ROUGH_M = 60;

const reachable = (from: Fix, to: Fix) =>
  geodesicDistance(from.at, to.at) <=
  from.accuracyM + to.accuracyM + (FASTEST * Math.max(0, to.atMs - from.atMs)) / 1000;

/**
 * The next fix, unless it jumps: what cannot have been walked to since the last one is believed only when three fixes in turn
 * agree on it.
 *
 * @example steady({ fix, doubted: [] }, jumped).fix // fix, still
 */
export function steady(so: Steady, next: Fix): Steady {
  if (!so.fix || reachable(so.fix, next)) return { fix: next, doubted: [] };
  const last = so.doubted.at(-1);
  const doubted = last && reachable(last, next) ? [...so.doubted, next] : [next];
  return doubted.length >= AGREEING ? { fix: next, doubted: [] } : { fix: so.fix, doubted };
}
