import { depthFromMesocotyl } from './depthFromMesocotyl.ts';
import type { DigWay } from './rootSigns.ts';

/** What was measured of a dug plant; see `DugPlant`. */
export interface MeasuredPlant {
  way: DigWay;
  depthM: number | null;
  mesocotylM: number | null;
  crownM: number | null;
}

/**
 * The depth a dug plant was placed at: read from the soil line to its seed, or reckoned from its crown where the seed has gone.
 *
 * @returns m; null where it was not measured
 * @example plantDepth({ way: 'mesocotyl', depthM: null, mesocotylM: 0.03, crownM: null })?.depthM // 0.04905
 */
export function plantDepth({
  way,
  depthM,
  mesocotylM,
  crownM,
}: MeasuredPlant): { depthM: number; tooShallowToTell: boolean } | null {
  if (way === 'seed' || way === 'hypocotyl')
    return depthM === null ? null : { depthM, tooShallowToTell: false };
  return mesocotylM === null
    ? null
    : depthFromMesocotyl({ mesocotylM, ...(crownM === null ? {} : { crownDepthM: crownM }) });
}
