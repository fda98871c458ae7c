import { requireNotNegative, requirePositive, requireWhole } from '../arguments/index.ts';
import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';
import { INCH_M } from '../units/index.ts';
import type { LocalHeat } from './learnHeat.ts';

/** Heat that a planting needs until it is up, °C·day. */
export interface HeatNeeded {
  /** Of the middle plant. */
  mean: number;
  /** How far this planting's own can be from it, SD. */
  sd: number;
  /** How its seeds differ among each other, SD. */
  seedSd: number;
}

/** Depths that a trench check found, all rows together. */
export interface DugDepths {
  seeds: number;
  meanM: number;
  sdM: number;
}

/** How much the heat that a field's plants need differs from the usual, SD as a share of it. A default of this app. */
const NEEDED_SD = 0.11;
/** How seeds of one field differ in the heat they need, SD as a share. A default of this app. */
const SEED_SD = 0.09;
/** How far a planter's mean depth is from its target where nobody dug, SD. A default of this app. */
const UNDUG_SD_M = 0.25 * INCH_M;
/** How much of a check's mean other places of the field can differ, SD. A default of this app. */
const PLACES_SD_M = 0.1 * INCH_M;

/**
 * Heat to emergence of a planting: at the depth its trench check found, else at its target; as the workspace's own
 * fields needed it, where some were seen (field guide 3, house defaults).
 *
 * @param dug of its trench check, m; @param local of `learnHeat`
 * @example heatNeeded('wheat', { depthTargetM: 0.0318, dug: { seeds: 40, meanM: 0.044, sdM: 0.008 } }).mean // 92.6
 */
export function heatNeeded(
  crop: Crop,
  {
    depthTargetM,
    dug = null,
    local = null,
  }: { depthTargetM: number; dug?: DugDepths | null; local?: LocalHeat | null },
): HeatNeeded {
  requireCrop(crop);
  requirePositive('depthTargetM', depthTargetM);
  const { heatToEmergence } = CROP_FACTS[crop];
  const factor = local?.factor ?? 1;
  const at = (depthM: number) => factor * heatToEmergence(depthM);
  if (dug) {
    requireWhole('dug.seeds', dug.seeds, 1);
    requirePositive('dug.meanM', dug.meanM);
    requireNotNegative('dug.sdM', dug.sdM);
  }
  const depthM = dug?.meanM ?? depthTargetM;
  const depthSdM = dug
    ? Math.hypot(dug.sdM / Math.sqrt(dug.seeds), PLACES_SD_M)
    : Math.min(UNDUG_SD_M, depthTargetM / 4);
  // Over the width of the depths, so that a bend of the line between them counts.
  const across = (widthM: number) =>
    Math.abs(at(depthM + widthM) - at(Math.max(0, depthM - widthM))) / 2;
  const mean = at(depthM);
  return {
    mean,
    sd: Math.hypot(NEEDED_SD * mean, across(depthSdM)),
    seedSd: Math.hypot(SEED_SD * mean, across(dug?.sdM ?? 0)),
  };
}
