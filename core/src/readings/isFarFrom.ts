import { requireFinite } from '../arguments/index.ts';

/** Share of a stand by which two walks of it may differ without anybody asking. Sendero default. */
const FAR = 0.25;

/**
 * Whether a stand differs so much from the one before that somebody should look at it before going by it.
 *
 * @param perM2 found now, plants/m²; @param beforePerM2 found before, plants/m²
 * @throws RangeError when one is no finite number
 * @example isFarFrom(3.6, 7.3) // true
 */
export const isFarFrom = (perM2: number, beforePerM2: number): boolean =>
  Math.abs(requireFinite('perM2', perM2) - requireFinite('beforePerM2', beforePerM2)) >
  FAR * Math.abs(beforePerM2);
