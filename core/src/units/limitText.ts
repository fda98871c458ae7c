import { show, unitName, type QuantityKind, type UnitSystem } from './quantityKinds.ts';
import { parseQuantity } from './parseQuantity.ts';
import { fromSi, toSi, UNITS } from './unitTable.ts';

/** What a quantity in a record can be, SI. */
export interface Limits {
  kind: QuantityKind;
  low: number;
  high: number;
  /** As it stands after "Enter", with its article. */
  what: string;
}

/**
 * What to enter, in the units of whoever reads it; in both systems where that is not known, as in an answer of the server.
 * Limits are rounded to what is still accepted.
 *
 * @example limitText({ kind: 'seedDepth', low: 0, high: 0.1, what: 'a crust' }, 'metric') // 'Enter a crust up to 10 cm.'
 */
export function limitText({ kind, low, high, what }: Limits, system?: UnitSystem): string {
  const say = (value: number, round: typeof Math.floor, of: UnitSystem) => {
    const unit = unitName(kind, of);
    const inUnit = fromSi(value, unit);
    const digits = Math.ceil(Math.log10(Math.abs(inUnit) || 1));
    const steps = [3, 2, 1].map((kept) => 10 ** (digits - kept));
    if (unit === 'in') steps.unshift(1 / 8);
    const texts = steps.map((step) => {
      // 20 cm is 7.874 in and not a hair less.
      const hair = round === Math.floor ? 1e-6 : -1e-6;
      const si = toSi(round(inUnit / step + hair) * step, unit);
      const text = show(si, kind, of).replace(/\.0+(?!\d)/, '');
      const back = parseQuantity(text, UNITS[unit].dimension, unit);
      return { text, exact: back.ok && Math.abs(back.value - si) <= 1e-6 * Math.abs(si) };
    });
    // The closest one that is printed without being rounded once more.
    return (texts.find(({ exact }) => exact) ?? texts.at(-1)!).text;
  };
  const range = (of: UnitSystem) => {
    const [from, to] = [say(low, Math.ceil, of), say(high, Math.floor, of)];
    if (low === -high && kind !== 'temperature') return `up to ${to} either way`;
    if (!/[1-9¼-¾⅐-⅞]/.test(from)) return low > 0 ? `above 0 and up to ${to}` : `up to ${to}`;
    return `from ${from} to ${to}`;
  };
  return system
    ? `Enter ${what} ${range(system)}.`
    : `Enter ${what} ${range('us')} (${range('metric')}).`;
}
