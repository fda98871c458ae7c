import type { Cover } from '../belowGround/index.ts';
import type { Feel } from '../depth/index.ts';
import { plantDepth, type MeasuredPlant } from './plantDepth.ts';
import { PLACED_APART_M } from './rootSigns.ts';

/** Why a plant is late, by what was dug beside its neighbour. */
export const LATE_CAUSES = [
  'shallower',
  'deeper',
  'cover',
  'dry',
  'wet',
  'sameDepth',
  'untold',
] as const;
export type LateCause = (typeof LATE_CAUSES)[number];

/** Those that placing the seed explains. */
export const PLACED: readonly LateCause[] = ['shallower', 'deeper'];

/** Two depths are rounded to the graduation they are read in: ½ in apart as read is ½ in apart. */
const ROUNDING_M = 1e-6;

/**
 * Why a late plant is late: its seed lies ½ in (default) or more from its neighbour's, so placing explains it; else what lies over
 * it, how dry or wet its soil is, or nothing that one sees (seed, cold).
 *
 * @example whyLate({ plant, neighbour, cover: ['crust'], feel: null }) // 'cover'
 */
export function whyLate({
  plant,
  neighbour,
  cover,
  feel,
}: {
  plant: MeasuredPlant;
  neighbour: MeasuredPlant | null;
  cover: readonly Cover[];
  feel: Feel | null;
}): LateCause {
  const [own, beside] = [plantDepth(plant), neighbour && plantDepth(neighbour)];
  if (own && beside) {
    const apart = own.depthM - beside.depthM;
    if (Math.abs(apart) >= PLACED_APART_M - ROUNDING_M) return apart < 0 ? 'shallower' : 'deeper';
  }
  if (cover.length > 0) return 'cover';
  if (feel === 'dry' || feel === 'marginal') return 'dry';
  if (feel === 'wet') return 'wet';
  return own && beside ? 'sameDepth' : 'untold';
}
