import { requirePositive } from '../arguments/index.ts';
import { hoopArea } from '../targets/index.ts';

/** Ways to count at a stop. */
export const COUNT_METHODS = ['oneRow', 'bothSides', 'everyRow', 'hoop', 'perFoot'] as const;
export type CountMethod = (typeof COUNT_METHODS)[number];

/** What was laid on the ground: a length of row, or a hoop. */
export interface Measure {
  method: CountMethod;
  /** Length of tape, m (all but the hoop). */
  lengthM: number | null;
  /** Diameter of the hoop, m (hoop only). */
  hoopDiameterM: number | null;
  rowWidthM: number;
}

/**
 * Length of row that a measure covers, so that every method gives plants ÷ (length × row width):
 * both sides of the tape count two rows, a hoop covers its area ÷ row width.
 *
 * @throws RangeError when the length or the hoop the method needs is missing or not above zero
 * @example countedLength({ method: 'bothSides', lengthM: 5, hoopDiameterM: null, rowWidthM: 0.76 }) // 10
 */
export function countedLength({ method, lengthM, hoopDiameterM, rowWidthM }: Measure): number {
  requirePositive('rowWidthM', rowWidthM);
  if (lengthM !== null) requirePositive('lengthM', lengthM);
  if (hoopDiameterM !== null) requirePositive('hoopDiameterM', hoopDiameterM);
  if (method === 'hoop')
    return hoopArea(requirePositive('hoopDiameterM', hoopDiameterM ?? 0)) / rowWidthM;
  const length = requirePositive('lengthM', lengthM ?? 0);
  return method === 'bothSides' ? 2 * length : length;
}

/** Plants on a metre of row beyond which a count is a slip of the finger; drilled cereals stay below 150. */
export const MOST_PLANTS_PER_M = 150;
