import { requireFinite } from '../arguments/index.ts';

export interface DayTemperatures {
  minC: number;
  maxC: number;
}

/**
 * Heat units of each day, by either reading of the formula that McMaster & Wilhelm (1997), Agric. For.
 * Meteorol. 87: 291–300, tell apart. Their second holds daily maximum and minimum between base and cap, then
 * takes their mean less the base: corn and soybean. Their first takes the mean of the two as they are, and
 * holds that between base and cap: small grains.
 *
 * @param days daily extremes, °C
 * @param baseC floor, °C
 * @param capC cap, °C; none when left out
 * @param limits on each extreme (method 2, the default) or on the daily mean (method 1)
 * @returns °C·day per day
 * @throws RangeError for a temperature that is not finite or a minimum above the maximum
 * @example heatUnits([{ minC: 4, maxC: 34 }], { baseC: 10, capC: 30 }) // [10]
 */
export function heatUnits(
  days: readonly DayTemperatures[],
  {
    baseC,
    capC = Infinity,
    limits = 'extremes',
  }: { baseC: number; capC?: number; limits?: 'extremes' | 'mean' },
): number[] {
  requireFinite('baseC', baseC);
  if (!(capC > baseC)) throw new RangeError(`capC must be above baseC (${baseC}), got ${capC}`);
  const held = (celsius: number) => Math.min(capC, Math.max(baseC, celsius));
  return days.map(({ minC, maxC }, i) => {
    requireFinite(`days[${i}].minC`, minC);
    requireFinite(`days[${i}].maxC`, maxC);
    if (minC > maxC)
      throw new RangeError(`days[${i}].minC must not exceed maxC (${maxC}), got ${minC}`);
    return (limits === 'mean' ? held((minC + maxC) / 2) : (held(minC) + held(maxC)) / 2) - baseC;
  });
}
