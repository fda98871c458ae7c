import { requireNotNegative, requirePositive, requireShare } from '../arguments/index.ts';
import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';

/** Moistures a grain meter can read of a harvest that was meant; others are asked about. A default of this app. */
export const HARVEST_MOISTURES = [0.05, 0.45] as const;

/**
 * Yield of a strip at the moisture its crop is sold at (corn 15.5 %, soybean 13 %, wheat 13.5 %; field guide 11.2).
 *
 * @param weightKg as weighed; @param moisture share of the weight that is water
 * @returns kg/m²
 * @throws RangeError for a figure that cannot be
 * @example stripYield({ crop: 'corn', weightKg: 2800, moisture: 0.2, lengthM: 400, widthM: 6.1 }) // 1.086
 */
export function stripYield({
  crop,
  weightKg,
  moisture,
  lengthM,
  widthM,
}: {
  crop: Crop;
  weightKg: number;
  moisture: number;
  lengthM: number;
  widthM: number;
}): number {
  requireCrop(crop);
  requireNotNegative('weightKg', weightKg);
  requireShare('moisture', moisture);
  requirePositive('lengthM', lengthM);
  requirePositive('widthM', widthM);
  const { soldAtMoisture } = CROP_FACTS[crop];
  return (weightKg * (1 - moisture)) / (1 - soldAtMoisture) / (lengthM * widthM);
}
