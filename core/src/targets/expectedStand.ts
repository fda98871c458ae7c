import { requirePositive, requireShare } from '../arguments/index.ts';

/** Loss between live seed and plant assumed until the user says otherwise. A default of this app, nobody's research. */
export const DEFAULT_FIELD_LOSS = 0.05;

/**
 * Plants to expect from what was dropped: seeds × germination × (1 − expected field loss). What the
 * bag cannot give is not the planter's fault.
 *
 * @param seedsPerM2 seeds dropped per m²
 * @param germination share of the lot that germinates (tag figure)
 * @param fieldLoss further share expected to be lost in the field
 * @returns plants per m²
 * @example expectedStand({ seedsPerM2: 8, germination: 0.95, fieldLoss: 0.05 }) // 7.22
 */
export function expectedStand({
  seedsPerM2,
  germination,
  fieldLoss,
}: {
  seedsPerM2: number;
  germination: number;
  fieldLoss: number;
}): number {
  return (
    requirePositive('seedsPerM2', seedsPerM2) *
    requireShare('germination', germination) *
    (1 - requireShare('fieldLoss', fieldLoss))
  );
}
