import {
  requireOneOf,
  requireFinite,
  requireNotNegative,
  requirePositive,
  requireShare,
} from '../arguments/index.ts';
import { requireCrop, type Crop } from '../crops/index.ts';
import type { StandBend } from './fitBend.ts';
import { STAND_SCHOOLS, type StandSchool } from './replantOptions.ts';
import type { YieldTable } from './yieldTable.ts';

/** A part of the field with a stand of its own. */
export interface ReplantZone {
  /** Of the field’s area, 0…1. */
  share: number;
  plantsPerM2: number;
  /** How well it is known; left out: as the whole stand is. */
  sePerM2?: number;
  longGapShare?: number;
}

/** A weak stand, the calendar and the money; SI, money in the workspace’s own. */
export interface ReplantCase {
  crop: Crop;
  school?: StandSchool;
  /** A local table in place of the house curves. */
  curves?: YieldTable;
  /** How one’s own strips bend what a stand bears: see `fitBend`. */
  bend?: Pick<StandBend, 'power' | 'se'>;
  /** The effective stand, and how well it is known. */
  stand: { plantsPerM2: number; sePerM2: number; longGapShare?: number };
  /** Plants that may still come, or outgrow what hurt them: from so many to so many, per m². */
  toCome?: readonly [number, number];
  /** Parts of the field; left out: it is alike. */
  zones?: readonly ReplantZone[];
  /** When it was planted, and when it could be again. */
  daysAfterBest: number;
  replant: { daysAfterBest: number; plantsPerM2: number; sePerM2?: number };
  /** Days after the best date from which on a replanted crop no longer ripens. */
  seasonEndsDaysAfterBest?: number;
  /** Of a full, timely stand, with its spread as a share (default 0.15). */
  fullYieldKgPerM2: number;
  yieldSpread?: number;
  pricePerKg: number;
  /** As a share (default 0.1). */
  priceSpread?: number;
  costs: {
    seedPerM2: number;
    /** What the seed’s maker bears of it, 0…1. */
    seedAllowance?: number;
    /** Ending the old stand. */
    endPerM2: number;
    plantPerM2: number;
    /** Drying, and what a late harvest costs, for each kg of the replanted crop. */
    dryPerKg?: number;
  };
  /** Seed drilled into the stand; what it adds, and what that costs. */
  fillIn?: { plantsPerM2: number; costPerM2: number };
  changeCrop?: {
    crop: Crop;
    daysAfterBest: number;
    plantsPerM2: number;
    fullYieldKgPerM2: number;
    pricePerKg: number;
    costPerM2: number;
  };
  /** Days until a recount would be made (default 4). */
  recountAfterDays?: number;
}

/** @throws RangeError naming the figure that is wrong */
export function requireCase(one: ReplantCase): void {
  requireCrop(one.crop);
  if (one.school !== undefined) requireOneOf('school', one.school, STAND_SCHOOLS);
  if (one.changeCrop) requireCrop(one.changeCrop.crop, 'changeCrop.crop');
  requireNotNegative('stand.plantsPerM2', one.stand.plantsPerM2);
  requireNotNegative('stand.sePerM2', one.stand.sePerM2);
  requireShare('stand.longGapShare', one.stand.longGapShare ?? 0);
  requireFinite('daysAfterBest', one.daysAfterBest);
  requireFinite('replant.daysAfterBest', one.replant.daysAfterBest);
  requirePositive('replant.plantsPerM2', one.replant.plantsPerM2);
  requirePositive('fullYieldKgPerM2', one.fullYieldKgPerM2);
  requirePositive('pricePerKg', one.pricePerKg);
  for (const cost of ['seedPerM2', 'endPerM2', 'plantPerM2'] as const)
    requireNotNegative(`costs.${cost}`, one.costs[cost]);
  requireNotNegative('costs.dryPerKg', one.costs.dryPerKg ?? 0);
  requireShare('costs.seedAllowance', one.costs.seedAllowance ?? 0);
  if (one.toCome) {
    requireNotNegative('toCome[0]', one.toCome[0]);
    if (!(one.toCome[1] >= one.toCome[0]))
      throw new RangeError(`toCome[1] must be at least ${one.toCome[0]}, got ${one.toCome[1]}`);
  }
  if (one.replant.daysAfterBest < one.daysAfterBest)
    throw new RangeError(
      `replant.daysAfterBest must not be before ${one.daysAfterBest}, got ${one.replant.daysAfterBest}`,
    );
  let shares = 0;
  one.zones?.forEach(({ share, plantsPerM2 }, i) => {
    shares += requireShare(`zones[${i}].share`, share);
    requireNotNegative(`zones[${i}].plantsPerM2`, plantsPerM2);
  });
  if (one.zones && Math.abs(shares - 1) > 1e-6)
    throw new RangeError(`zones: their shares must add up to 1, got ${shares}`);
}
