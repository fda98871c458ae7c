import { requirePositive } from '../arguments/index.ts';

/**
 * Distance between plants (or seeds) in the row at a population: area per plant ÷ row width. Exact geometry.
 *
 * @param rowWidthM distance between rows, m
 * @param populationPerM2 plants or seeds per m²
 * @returns in-row distance, m
 * @throws RangeError when an argument is not above zero
 * @example targetSpacing({ rowWidthM: 0.762, populationPerM2: 7.9074 }) // 0.16596 m: 6.534 in at 32,000/ac in 30 in rows
 */
export function targetSpacing({
  rowWidthM,
  populationPerM2,
}: {
  rowWidthM: number;
  populationPerM2: number;
}): number {
  return (
    1 /
    (requirePositive('rowWidthM', rowWidthM) * requirePositive('populationPerM2', populationPerM2))
  );
}

/**
 * The way back: the population that an in-row distance makes.
 * @example populationAtSpacing({ rowWidthM: 0.762, spacingM: 0.16596 }) // 7.907… per m²
 */
export function populationAtSpacing({
  rowWidthM,
  spacingM,
}: {
  rowWidthM: number;
  spacingM: number;
}): number {
  return 1 / (requirePositive('rowWidthM', rowWidthM) * requirePositive('spacingM', spacingM));
}
