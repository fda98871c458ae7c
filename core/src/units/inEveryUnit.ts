import { printQuantity } from './printQuantity.ts';
import { unitName, type QuantityKind } from './quantityKinds.ts';
import { fromSi, UNITS, type Unit, type UnitName } from './unitTable.ts';

/** Figures that a conversion is read to. */
const DIGITS = 5;

/**
 * One quantity in every unit of its dimension, to five significant figures.
 *
 * @param value SI
 * @throws RangeError when the value is not a finite number
 * @example inEveryUnit(0.762, 'rowWidth')[3] // { unit: 'in', text: '30 in' }
 */
export function inEveryUnit(value: number, kind: QuantityKind): { unit: UnitName; text: string }[] {
  if (!Number.isFinite(value)) throw new RangeError(`value: ${value} is not a number`);
  const { dimension }: Unit = UNITS[unitName(kind, 'metric')];
  return (Object.keys(UNITS) as UnitName[])
    .filter((unit) => (UNITS[unit] as Unit).dimension === dimension)
    .map((unit) => {
      const size = Math.abs(fromSi(value, unit));
      const before = size > 0 ? Math.floor(Math.log10(size)) + 1 : 1;
      const decimals = Math.min(8, Math.max(0, DIGITS - before));
      // Zeros after the last figure that says something are left out.
      const rounded = Number(fromSi(value, unit).toFixed(decimals));
      const needed = (String(rounded).split('.')[1] ?? '').length;
      return { unit, text: printQuantity(value, unit, { decimals: Math.min(decimals, needed) }) };
    });
}
