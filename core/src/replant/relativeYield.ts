import {
  requireOneOf,
  requireFinite,
  requireNotNegative,
  requirePositive,
  requireShare,
} from '../arguments/index.ts';
import { requireCrop, type Crop } from '../crops/index.ts';
import { ACRE_M2, FOOT_M } from '../units/index.ts';
import { STAND_SCHOOLS, type StandSchool } from './replantOptions.ts';
import { tableYield, type YieldTable } from './yieldTable.ts';

/** Full from here on; below it falls by the square; below the third figure in proportion to the plants. */
const CORN = { full: 32.5, square: 0.00085, few: 5 };
const SATURATING = {
  soybean: { compensating: { rate: 0.039, full: 140 }, strict: { rate: 0.02, full: 125 } },
  wheat: { rate: 0.11, full: 30 },
};
/** Per cent lost a day after the best date: linear and square part. */
const LATE: Record<Crop, [number, number]> = {
  corn: [0.25, 0.022],
  soybean: [0.25, 0.008],
  wheat: [0.2, 0.01],
};
/** Of the yield of a row that is all long gaps. */
export const GAPS_COST = 0.25;

const saturating = (plants: number, { rate, full }: { rate: number; full: number }) =>
  plants >= full ? 1 : (1 - Math.exp(-rate * plants)) / (1 - Math.exp(-rate * full));

/** What a date leaves of a full stand’s yield, by the house curves. */
export function ofDate(crop: Crop, daysAfterBest: number): number {
  const days = Math.max(0, daysAfterBest);
  const [linear, square] = LATE[crop];
  return Math.max(0, 1 - (linear * days + square * days ** 2) / 100);
}

/** What a stand bears of a full one’s yield, by the house curves. */
export function ofStand(crop: Crop, plantsPerM2: number, school: StandSchool): number {
  if (crop === 'wheat') return saturating(plantsPerM2 * FOOT_M ** 2, SATURATING.wheat);
  const thousandsPerAc = (plantsPerM2 * ACRE_M2) / 1000;
  if (crop === 'soybean') return saturating(thousandsPerAc, SATURATING.soybean[school]);
  if (thousandsPerAc >= CORN.full) return 1;
  const at = (plants: number) => 1 - CORN.square * (CORN.full - plants) ** 2;
  return thousandsPerAc >= CORN.few
    ? at(thousandsPerAc)
    : (at(CORN.few) * thousandsPerAc) / CORN.few;
}

/**
 * Share of a full yield that a stand bears: by its date, its plants and its long gaps. House curves of the field guide (11.3),
 * defaults of this app and nobody's research: replace them with local figures.
 *
 * @param plantsPerM2 zero or more; effective plants where laggards are discounted
 * @param daysAfterBest days after the best planting date; below zero counts as 0
 * @param longGapShare of row length in gaps longer than 3 ft, 0…1
 * @param school of soybean stands; @param curves a local table in place of date and stand; @param standPower of what a stand bears, by one's own strips: see `fitBend`
 * @returns 0…1
 * @throws RangeError for a stand below zero or a share outside 0…1
 * @example relativeYield({ crop: 'corn', plantsPerM2: 5.5, daysAfterBest: 0 }) // 0.911
 */
export function relativeYield({
  crop,
  plantsPerM2,
  daysAfterBest,
  longGapShare = 0,
  school = 'compensating',
  curves,
  standPower = 1,
}: {
  crop: Crop;
  plantsPerM2: number;
  daysAfterBest: number;
  longGapShare?: number;
  school?: StandSchool;
  curves?: YieldTable;
  standPower?: number;
}): number {
  requireCrop(crop);
  requireOneOf('school', school, STAND_SCHOOLS);
  requireNotNegative('plantsPerM2', plantsPerM2);
  const days = Math.max(0, requireFinite('daysAfterBest', daysAfterBest));
  const even = 1 - GAPS_COST * requireShare('longGapShare', longGapShare);
  requirePositive('standPower', standPower);
  if (curves) {
    const at = (plants: number) => tableYield(curves, { plantsPerM2: plants, daysAfterBest: days });
    const full = at(curves.plantsPerM2.at(-1)!);
    return full <= 0 ? 0 : even * full * (at(plantsPerM2) / full) ** standPower;
  }
  return ofDate(crop, days) * ofStand(crop, plantsPerM2, school) ** standPower * even;
}
