import { ticks } from 'd3-array';
import { requireFinite, requirePositive } from '../arguments/index.ts';
import { printNumber } from './printQuantity.ts';
import { unitName, type QuantityKind, type UnitSystem } from './quantityKinds.ts';
import { fromSi, toSi } from './unitTable.ts';

/** A mark on an axis: where it stands, SI, and what is written there. */
export interface AxisTick {
  value: number;
  text: string;
}

/**
 * Marks at round figures of the person's own unit.
 *
 * @param low, high ends of the axis, SI
 * @param about how many there should be
 * @throws RangeError when an end is not a number
 * @example axisTicks(0, 0.11, 'plantSpacing', 'us', 4).map(({ text }) => text) // ['0', '1', '2', '3', '4']
 */
export function axisTicks(
  low: number,
  high: number,
  kind: QuantityKind,
  system: UnitSystem,
  about = 6,
): AxisTick[] {
  requireFinite('low', low);
  requireFinite('high', high);
  requirePositive('about', about);
  const unit = unitName(kind, system);
  const round = ticks(fromSi(low, unit), fromSi(high, unit), about);
  const step = round.length > 1 ? round[1]! - round[0]! : 1;
  const decimals = Math.max(0, -Math.floor(Math.log10(step) + 1e-9));
  // Inches are halved and halved again; elsewhere a half is 0.5.
  const inFractions = unit === 'in' && Number.isInteger(step * 8) && step % 1 !== 0;
  return round.map((figure) => {
    const value = toSi(figure, unit);
    return {
      value,
      text: inFractions
        ? printNumber(value, unit, { fraction: 8 })
        : decimals === 0
          ? printNumber(value, unit, { roundTo: 1 })
          : printNumber(value, unit, { decimals }),
    };
  });
}
