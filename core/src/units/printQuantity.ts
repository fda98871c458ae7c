import { requireFinite } from '../arguments/index.ts';
import { fromSi, UNITS, type UnitName } from './unitTable.ts';

/** How a number is written: decimals, decimals where they say something, the nearest multiple of a step, inch fractions, or feet with inches. */
export type NumberStyle =
  | { decimals: number }
  | { upTo: number }
  | { roundTo: number }
  | { fraction: 4 | 8 | 16 }
  | { feetInches: number; wholeFromFt?: number };

const SIGNS: Record<string, string> = {
  '1/2': '½',
  '1/4': '¼',
  '3/4': '¾',
  '1/8': '⅛',
  '3/8': '⅜',
  '5/8': '⅝',
  '7/8': '⅞',
};

/** 1234567 → "1,234,567": US grouping, or thin spaces for metric. */
const grouped = (digits: string, separator: string) => {
  const [whole = '', decimals] = digits.split('.');
  const parts = whole.replace(/\B(?=(\d{3})+(?!\d))/g, separator);
  return decimals === undefined ? parts : `${parts}.${decimals}`;
};

function fractionText(value: number, denominator: number): string {
  const pieces = Math.round(Math.abs(value) * denominator);
  const whole = Math.floor(pieces / denominator);
  let top = pieces % denominator;
  let bottom = denominator;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  const sign = value < 0 && pieces > 0 ? '−' : '';
  if (top === 0) return `${sign}${whole}`;
  const fraction = SIGNS[`${top}/${bottom}`] ?? `${whole === 0 ? '' : ' '}${top}/${bottom}`;
  return `${sign}${whole === 0 ? '' : whole}${fraction}`;
}

/**
 * The number alone, as people of that unit write it.
 * @example printNumber(0.04445, 'in', { fraction: 8 }) // '1¾'
 */
export function printNumber(value: number, unit: UnitName, style: NumberStyle): string {
  const amount = fromSi(requireFinite('value', value), unit);
  const separator = unit === 'perHa' || unit === 'ha' ? '\u202f' : ',';
  if ('fraction' in style) return fractionText(amount, style.fraction);
  const rounded =
    'roundTo' in style
      ? (Math.round(amount / style.roundTo) * style.roundTo).toFixed(0)
      : 'upTo' in style
        ? String(Number(amount.toFixed(style.upTo)))
        : amount.toFixed('decimals' in style ? style.decimals : style.feetInches);
  return grouped(rounded.replace(/^-(?=0(\.0*)?$)/, ''), separator).replace(/^-/, '−');
}

/**
 * A quantity with its unit. What it prints, `parseQuantity` reads back to within half the last
 * printed digit.
 *
 * @param value SI value
 * @example printQuantity(5.3108, 'ft', { feetInches: 1 }) // '17 ft 5.1 in'
 */
export function printQuantity(value: number, unit: UnitName, style: NumberStyle): string {
  if ('feetInches' in style) {
    requireFinite('value', value);
    const { wholeFromFt = Infinity } = style;
    const decimals = Math.abs(fromSi(value, 'ft')) >= wholeFromFt ? 0 : style.feetInches;
    const scale = 10 ** decimals;
    const inches = Math.round(Math.abs(fromSi(value, 'in')) * scale) / scale;
    const feet = Math.floor(inches / 12 + 1e-9);
    const rest = Math.max(0, inches - feet * 12);
    const sign = value < 0 && inches > 0 ? '−' : '';
    const restText = rest.toFixed(decimals).replace(/\.0+$/, '');
    return feet === 0
      ? `${sign}${restText} in`
      : restText === '0'
        ? `${sign}${feet} ft`
        : `${sign}${feet} ft ${restText} in`;
  }
  const { symbol } = UNITS[unit];
  const gap = symbol.startsWith('/') ? '' : '\u00a0';
  return `${printNumber(value, unit, style)}${gap}${symbol}`;
}
