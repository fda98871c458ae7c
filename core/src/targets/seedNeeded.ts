import {
  requireNotNegative,
  requirePositive,
  requirePositiveShare,
  requireShare,
} from '../arguments/index.ts';

/**
 * Seeds along a length of row: rate × row width × length. Exact.
 * @param seedsPerM2 rate; @param rowWidthM and @param lengthM in m
 * @example seedsInLength({ seedsPerM2: 8, rowWidthM: 0.75, lengthM: 5 }) // 30
 */
export function seedsInLength({
  seedsPerM2,
  rowWidthM,
  lengthM,
}: {
  seedsPerM2: number;
  rowWidthM: number;
  lengthM: number;
}): number {
  return (
    requirePositive('seedsPerM2', seedsPerM2) *
    requirePositive('rowWidthM', rowWidthM) *
    requirePositive('lengthM', lengthM)
  );
}

/**
 * Rate that gives a wanted live stand: stand ÷ (germination × (1 − field loss)); the way back from
 * `expectedStand`. Exact once the shares are given.
 * @throws RangeError when no seed would live
 * @example rateForStand({ standPerM2: 7.22, germination: 0.95, fieldLoss: 0.05 }) // 8
 */
export function rateForStand({
  standPerM2,
  germination,
  fieldLoss,
}: {
  standPerM2: number;
  germination: number;
  fieldLoss: number;
}): number {
  requirePositive('standPerM2', standPerM2);
  requirePositiveShare('germination', germination);
  requireShare('fieldLoss', fieldLoss);
  if (fieldLoss === 1) throw new RangeError('fieldLoss must be below 1: nothing would come up');
  return standPerM2 / (germination * (1 - fieldLoss));
}

export interface SeedNeeded {
  seeds: number;
  /** Whole bags to carry to the field; null without seeds per bag. */
  bags: number | null;
  /** Mass of the seed, kg; null without seeds per kg. */
  massKg: number | null;
  /** Drill setting, kg per m²; null without seeds per kg. */
  massKgPerM2: number | null;
}

/**
 * Seed to bring for a field: rate × area, with a reserve.
 *
 * @param areaM2 field; @param reserve extra share, e.g. 0.03
 * @param seedsPerBag and @param seedsPerKg from the tag; null when not known
 * @example seedNeeded({ seedsPerM2: 8, areaM2: 100_000, reserve: 0, seedsPerBag: 80_000, seedsPerKg: null }).bags // 10
 */
export function seedNeeded({
  seedsPerM2,
  areaM2,
  reserve,
  seedsPerBag,
  seedsPerKg,
}: {
  seedsPerM2: number;
  areaM2: number;
  reserve: number;
  seedsPerBag: number | null;
  seedsPerKg: number | null;
}): SeedNeeded {
  const seeds =
    requirePositive('seedsPerM2', seedsPerM2) *
    requirePositive('areaM2', areaM2) *
    (1 + requireNotNegative('reserve', reserve));
  return {
    seeds,
    bags:
      seedsPerBag === null
        ? null
        : Math.ceil(seeds / requirePositive('seedsPerBag', seedsPerBag) - 1e-9),
    massKg: seedsPerKg === null ? null : seeds / requirePositive('seedsPerKg', seedsPerKg),
    massKgPerM2: seedsPerKg === null ? null : seedsPerM2 / seedsPerKg,
  };
}
