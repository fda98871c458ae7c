import { requireNotNegative, requireWhole } from '../arguments/index.ts';
import { requireCrop, type Crop } from '../crops/index.ts';
import { depthToBottom, type DepthConvention } from './convention.ts';
import type { Dig } from './sinceAdjustment.ts';

/** One opened row as it was written down. */
export interface ReadRow {
  row: number;
  at: string;
  /** Depth as read, null for a seed kicked out of place; seen in moist soil, null: as the dry layer says. */
  seeds: readonly { depthM: number | null; moist: boolean | null }[];
}

/** How a check reads depth. */
export interface Reading {
  readTo: DepthConvention;
  crop: Crop;
}

/** The depths of a row to the bottom of the seed; lost seeds give none. @example digOf(row, { readTo: 'top', crop: 'corn' }).depthsM */
export function digOf({ row, at, seeds }: ReadRow, { readTo, crop }: Reading): Dig {
  requireCrop(crop);
  return {
    row: requireWhole('row', row, 1),
    at,
    depthsM: seeds.flatMap(({ depthM }) =>
      depthM === null ? [] : [depthToBottom(depthM, readTo, crop)],
    ),
  };
}

/**
 * Whether a seed lies in moist soil: as seen, else under the dry layer; null when neither is known.
 * @example liesMoist({ depthM: 0.05, moist: null }, 0.03, { readTo: 'bottom', crop: 'corn' }) // true
 */
export function liesMoist(
  { depthM, moist }: ReadRow['seeds'][number],
  dryLayerM: number | null,
  { readTo, crop }: Reading,
): boolean | null {
  requireCrop(crop);
  if (dryLayerM !== null) requireNotNegative('dryLayerM', dryLayerM);
  if (moist !== null) return moist;
  if (depthM === null || dryLayerM === null) return null;
  return depthToBottom(depthM, readTo, crop) > dryLayerM;
}
