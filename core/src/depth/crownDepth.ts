import { INCH_M } from '../units/index.ts';
import { requireNotNegative } from '../arguments/index.ts';
import { requireCrop, type Crop } from '../crops/index.ts';

/** Depth at which corn and the cereals usually set crown and nodal roots; common agronomy, rounded. */
export const USUAL_CROWN_M = 0.75 * INCH_M;

/**
 * Depth at which the crown and its nodal roots will sit: ¾ in under the surface where the seed leaves
 * ¾ in of mesocotyl below it, shallower over shallower seed. A default of this app for what the field
 * knows as “too shallow under 1½ in”. Soybean has no such crown.
 *
 * @param seedDepthM to the bottom of the seed
 * @returns m under the surface; null for soybean
 * @example crownDepth(0.0508, 'corn') // 0.01905
 */
export function crownDepth(seedDepthM: number, crop: Crop): number | null {
  requireCrop(crop);
  requireNotNegative('seedDepthM', seedDepthM);
  if (crop === 'soybean') return null;
  return Math.max(0, Math.min(USUAL_CROWN_M, seedDepthM - USUAL_CROWN_M));
}
