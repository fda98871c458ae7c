import { requireFinite, requireNotNegative, requirePositive } from '../arguments/index.ts';
import { requireCrop, type Crop } from '../crops/index.ts';
import { relativeYield } from './relativeYield.ts';
import type { StandSchool } from './replantOptions.ts';
import type { YieldTable } from './yieldTable.ts';

/** More plants than any crop is sown with, per m². */
const MOST_PER_M2 = 1000;

/**
 * The stand at which keeping and replanting return the same: above it keeping pays more.
 *
 * @param daysAfterBest of the stand that is there; @param replant its stand and date, costPerM2 of ending the old one, seed and planting
 * @returns plants per m²; null where replanting pays nothing at all, or more than any stand kept
 * @throws RangeError for a yield or price that is not above zero, or a cost below it
 * @example breakEvenStand({ crop: 'corn', daysAfterBest: 0, replant: { plantsPerM2: 7.9, daysAfterBest: 25 }, fullYieldKgPerM2: 1.25, pricePerKg: 0.16, costPerM2: 0.02 }) // 3.6 per m²
 */
export function breakEvenStand({
  crop,
  daysAfterBest,
  replant,
  fullYieldKgPerM2,
  pricePerKg,
  costPerM2,
  school,
  curves,
  standPower,
}: {
  crop: Crop;
  daysAfterBest: number;
  replant: { plantsPerM2: number; daysAfterBest: number };
  fullYieldKgPerM2: number;
  pricePerKg: number;
  costPerM2: number;
  school?: StandSchool;
  curves?: YieldTable;
  standPower?: number;
}): number | null {
  requireCrop(crop);
  requireFinite('daysAfterBest', daysAfterBest);
  requirePositive('fullYieldKgPerM2', fullYieldKgPerM2);
  requirePositive('pricePerKg', pricePerKg);
  requireNotNegative('costPerM2', costPerM2);
  const bears = (plantsPerM2: number, days: number) =>
    relativeYield({
      crop,
      plantsPerM2,
      daysAfterBest: days,
      ...(school ? { school } : {}),
      ...(curves ? { curves } : {}),
      ...(standPower ? { standPower } : {}),
    });
  const wanted =
    bears(replant.plantsPerM2, replant.daysAfterBest) - costPerM2 / (fullYieldKgPerM2 * pricePerKg);
  if (wanted <= 0 || bears(MOST_PER_M2, daysAfterBest) < wanted) return null;
  let [low, high] = [0, MOST_PER_M2];
  for (let i = 0; i < 200 && high - low > 1e-12 * high; i++) {
    const middle = (low + high) / 2;
    if (bears(middle, daysAfterBest) < wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
