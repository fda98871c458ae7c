import { CROP_FACTS, type Crop } from '../crops/index.ts';
import type { Workspace } from '../records/index.ts';
import { relativeYield, STAND_SCHOOLS } from '../replant/index.ts';
import { costOfSpacing } from '../spacing/index.ts';
import type { WalkStand } from './readWalkStand.ts';
import { fieldSpacing } from './fieldSpacing.ts';

type Range = [low: number, high: number];

/** What a stand costs against the one expected, kg/m²; the schools and the walk's own interval make the range. */
export interface StandCost {
  /** Plants missing and behind. */
  stand: Range;
  /** Uneven spacing: nothing by one school. */
  spacing: Range | null;
  total: Range;
  fullYieldKgPerM2: number;
  /** The full yield is a default of this app. */
  byDefault: boolean;
}

/** Yield of a full, timely stand: the workspace's own, or the house default. */
export function fullYieldOf(
  crop: Crop,
  workspace: Pick<Workspace, 'fullYields'> | null,
): { kgPerM2: number; byDefault: boolean } {
  const own = workspace?.fullYields?.[crop] ?? null;
  return { kgPerM2: own ?? CROP_FACTS[crop].fullYieldKgPerM2, byDefault: own === null };
}

/**
 * What the stand of a walk costs as a range: from every plant counted at the upper end of its interval, to laggards discounted at
 * the lower end; by both schools of soybean stands, and of spacing in corn.
 *
 * @returns null before anything is counted
 * @example readStandCost(stand, workspace)?.total // [0.004, 0.03] kg/m²
 */
export function readStandCost(
  { summary, expectedPerM2, planting, planter, stops, spacingM }: WalkStand,
  workspace: Pick<Workspace, 'fullYields'> | null,
): StandCost | null {
  if (!summary) return null;
  const { crop } = planting.data;
  const { kgPerM2, byDefault } = fullYieldOf(crop, workspace);
  const losses = (plantsPerM2: number) =>
    STAND_SCHOOLS.map((school) => {
      const bears = (plants: number) =>
        relativeYield({ crop, plantsPerM2: Math.max(0, plants), daysAfterBest: 0, school });
      return kgPerM2 * Math.max(0, bears(expectedPerM2) - bears(plantsPerM2));
    });
  const most = summary.intervalPerM2?.[1] ?? summary.meanPerM2;
  const least = summary.effective.intervalPerM2?.[0] ?? summary.effective.meanPerM2;
  const stand: Range = [Math.min(...losses(most)), Math.max(...losses(least))];
  const sdM =
    fieldSpacing(stops, { referenceM: spacingM, rows: planter?.rows ?? null })?.sdM?.value ?? null;
  const spacing: Range | null =
    crop === 'corn' && sdM !== null ? [0, costOfSpacing(sdM).everyInchKgPerM2] : null;
  return {
    stand,
    spacing,
    total: [stand[0], stand[1] + (spacing?.[1] ?? 0)],
    fullYieldKgPerM2: kgPerM2,
    byDefault,
  };
}
