import { requirePositive } from '../arguments/index.ts';

/**
 * Length of one row that covers an area, e.g. 1/1000 acre: area ÷ row width. Exact geometry.
 *
 * @param rowWidthM distance between rows, m
 * @param areaM2 area to cover, m²
 * @returns length of row, m
 * @throws RangeError when an argument is not above zero
 * @example rowLengthForArea({ rowWidthM: 0.762, areaM2: 4.0468564224 }) // 5.3108…: 17 ft 5.1 in
 */
export function rowLengthForArea({
  rowWidthM,
  areaM2,
}: {
  rowWidthM: number;
  areaM2: number;
}): number {
  return requirePositive('areaM2', areaM2) / requirePositive('rowWidthM', rowWidthM);
}

/** Area inside a hoop of the given diameter, m². @example hoopArea(0.75) // 0.4417… */
export function hoopArea(diameterM: number): number {
  return (Math.PI * requirePositive('diameterM', diameterM) ** 2) / 4;
}
