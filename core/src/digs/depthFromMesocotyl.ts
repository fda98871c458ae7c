import { requireNotNegative } from '../arguments/index.ts';
import { USUAL_CROWN_M } from '../depth/index.ts';
import { INCH_M } from '../units/index.ts';

/** Seed under this sets its crown shallower than usual: what is reckoned from a crown is then no depth any more. */
export const CROWN_HOLDS_FROM_M = 1.5 * INCH_M;

/**
 * Depth a seed was placed at, from a plant whose seed has rotted: its mesocotyl (seed scar or crook up to the crown) and the
 * depth of the crown. Common agronomy (field guide 8); the crown's ¾ in is rounded and may be given.
 *
 * @param mesocotylM m, zero or more; @param crownDepthM m under the soil line, ¾ in unless given
 * @returns depth in m, and whether it comes out under 1½ in, where the crown sits shallower and this way cannot tell
 * @throws RangeError for a length below zero
 * @example depthFromMesocotyl({ mesocotylM: 0.0318 }) // { depthM: 0.05085, tooShallowToTell: false }
 */
export function depthFromMesocotyl({
  mesocotylM,
  crownDepthM = USUAL_CROWN_M,
}: {
  mesocotylM: number;
  crownDepthM?: number;
}): { depthM: number; tooShallowToTell: boolean } {
  const depthM =
    requireNotNegative('mesocotylM', mesocotylM) + requireNotNegative('crownDepthM', crownDepthM);
  return { depthM, tooShallowToTell: depthM < CROWN_HOLDS_FROM_M - 1e-9 };
}
