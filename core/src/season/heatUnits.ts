import { requireFinite } from '../arguments/index.ts';

export interface DayTemperatures {
  minC: number;
  maxC: number;
}

/**
 * Heat units of each day, method 1 of McMaster & Wilhelm (1997), Agric. For. Meteorol. 87: 291–300:
 * daily maximum and minimum are held between base and cap, then their mean less the base.
 *
 * @param days daily extremes, °C
 * @param baseC floor, °C
 * @param capC cap on both extremes, °C; none when left out
 * @returns °C·day per day
 * @throws RangeError for a temperature that is not finite or a minimum above the maximum
 * @example heatUnits([{ minC: 4, maxC: 34 }], { baseC: 10, capC: 30 }) // [10]
 */
export function heatUnits(
  days: readonly DayTemperatures[],
  { baseC, capC = Infinity }: { baseC: number; capC?: number },
): number[] {
  requireFinite('baseC', baseC);
  if (!(capC > baseC)) throw new RangeError(`capC must be above baseC (${baseC}), got ${capC}`);
  const held = (celsius: number) => Math.min(capC, Math.max(baseC, celsius));
  return days.map(({ minC, maxC }, i) => {
    requireFinite(`days[${i}].minC`, minC);
    requireFinite(`days[${i}].maxC`, maxC);
    if (minC > maxC)
      throw new RangeError(`days[${i}].minC must not exceed maxC (${maxC}), got ${minC}`);
    return (held(minC) + held(maxC)) / 2 - baseC;
  });
}
