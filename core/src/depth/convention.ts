import { requireNotNegative } from '../arguments/index.ts';
import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';

/** The point of the seed that a depth is read to: its bottom (the furrow floor) or its top. */
export const DEPTH_CONVENTIONS = ['bottom', 'top'] as const;
export type DepthConvention = (typeof DEPTH_CONVENTIONS)[number];

/**
 * A depth to the bottom of the seed, for comparison with a target or with another scout's readings.
 * What was read is kept as read; seed thickness is the crop's house default.
 *
 * @param depthM as read, m
 * @returns m to the furrow floor
 * @throws RangeError for a negative or missing depth
 * @example depthToBottom(0.045, 'top', 'corn') // 0.05
 */
export function depthToBottom(depthM: number, readTo: DepthConvention, crop: Crop): number {
  requireCrop(crop);
  requireNotNegative('depthM', depthM);
  return readTo === 'bottom' ? depthM : depthM + CROP_FACTS[crop].seedThicknessM;
}
