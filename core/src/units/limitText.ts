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

/** Relative slack for limits that are exact in one unit and not in another: 20 cm is 7.874… in. */
const SLACK = 1e-6;

/**
 * The message for a value outside its limits, in the unit system of the reader; in both systems when the reader is unknown, as in
 * a server response. Printed limits are rounded inward, so that they are accepted themselves.
 *
 * @example limitText({ kind: 'seedDepth', low: 0, high: 0.1, what: 'a crust' }, 'metric') // 'Enter a crust up to 10 cm.'
 */
export function limitText(limits: Limits, system?: UnitSystem): string {
  return system
    ? `Enter ${limits.what} ${rangeText(limits, system)}.`
    : `Enter ${limits.what} ${rangeText(limits, 'us')} (${rangeText(limits, 'metric')}).`;
}

function rangeText({ kind, low, high }: Limits, system: UnitSystem): string {
  const to = rounded(high, 'down', kind, system);
  if (low === -high && kind !== 'temperature') return `up to ${to} either way`;
  const from = rounded(low, 'up', kind, system);
  // Too small for the last digit that is printed.
  if (!/[1-9¼-¾⅐-⅞]/.test(from)) return low > 0 ? `above 0 and up to ${to}` : `up to ${to}`;
  return `from ${from} to ${to}`;
}

/** A limit rounded to the finest step that is printed exactly: eighths of an inch, or up to three digits. */
function rounded(value: number, way: 'up' | 'down', kind: QuantityKind, system: UnitSystem) {
  const unit = unitName(kind, system);
  const inUnit = fromSi(value, unit);
  const digits = Math.ceil(Math.log10(Math.abs(inUnit) || 1));
  const steps = [3, 2, 1].map((kept) => 10 ** (digits - kept));
  if (unit === 'in') steps.unshift(1 / 8);
  let text = '';
  for (const step of steps) {
    const count =
      way === 'down' ? Math.floor(inUnit / step + SLACK) : Math.ceil(inUnit / step - SLACK);
    const si = toSi(count * step, unit);
    text = show(si, kind, system).replace(/\.0+(?!\d)/, '');
    const back = parseQuantity(text, UNITS[unit].dimension, unit);
    if (back.ok && Math.abs(back.value - si) <= SLACK * Math.abs(si)) break;
  }
  return text;
}
