import type { Position } from './boundary.ts';

/**
 * A place as it is typed or pasted: decimal degrees, degrees and minutes, or degrees, minutes and seconds; latitude first, or
 * told apart by N, S, E, W or by size. A decimal comma, a `geo:` address and a link of a map with its coordinates are read too.
 *
 * The packages that were tried read `-34.5, 150.1` as degrees and minutes, or do not take a longitude first.
 *
 * @returns longitude and latitude in degrees; null where the text is no place
 * @example readPlace('44.6012, -138.6034') // [-138.6034, 44.6012]
 * @example readPlace(`44°36'4.3"N 138°36'12"W`) // [-138.60333, 44.60119]
 */
export function readPlace(text: string): Position | null {
  const plain = withPoints(withoutAddress(text.replace(/[−–]/g, '-').trim().slice(0, 500)));
  if (/[^\d\s.,;:+\-°ºd'’′"”″()NSEWnsew]/.test(plain)) return null;
  const numbers = [...plain.matchAll(/[-+]?\d+(?:\.\d+)?/g)].map(([number]) => number);
  const letters = [...plain.matchAll(/[NSEW]/gi)].map(([letter]) => letter.toUpperCase());
  if (![2, 4, 6].includes(numbers.length) || ![0, 2].includes(letters.length)) return null;
  const half = numbers.length / 2;
  const first = degreesOf(numbers.slice(0, half), letters[0]);
  const second = degreesOf(numbers.slice(half), letters[1]);
  if (first === null || second === null) return null;
  const isEast = (letter: string | undefined) => letter === 'E' || letter === 'W';
  if (letters.length > 0 && isEast(letters[0]) === isEast(letters[1])) return null;
  const eastFirst = letters.length > 0 ? isEast(letters[0]) : Math.abs(first) > 90;
  const [longitude, latitude] = eastFirst ? [first, second] : [second, first];
  return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? [longitude, latitude] : null;
}

/** Of an address only the two numbers that stand together. */
function withoutAddress(text: string): string {
  if (!/^(geo:|https?:)/i.test(text)) return text;
  return /-?\d{1,3}\.\d+(?:,|%2C)\s*-?\d{1,3}\.\d+/i.exec(text)?.[0].replace(/%2C/i, ',') ?? '';
}

/** Commas between digits are decimals where each of two figures has one and no point does. */
const withPoints = (text: string): string =>
  !text.includes('.') && (text.match(/\d,\d/g) ?? []).length === 2
    ? text.replace(/(\d),(\d)/g, '$1.$2')
    : text;

/** Degrees of a figure, or of degrees with minutes and seconds. */
function degreesOf(parts: readonly string[], letter: string | undefined): number | null {
  const [degrees = NaN, minutes = 0, seconds = 0] = parts.map(Number);
  const whole = parts.slice(0, -1).every((part) => !part.includes('.'));
  if (!whole || minutes < 0 || minutes >= 60 || seconds < 0 || seconds >= 60) return null;
  const negative = parts[0]!.startsWith('-') || letter === 'S' || letter === 'W';
  return (negative ? -1 : 1) * (Math.abs(degrees) + minutes / 60 + seconds / 3600);
}
