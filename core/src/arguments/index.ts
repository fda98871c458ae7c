/**
 * Checks shared by every public function of the core. Each throws a `RangeError` that names the
 * argument, the value it had and what would be accepted, so that no NaN ever travels on.
 */

/** Throws unless `value` is a finite number. @example requireFinite('depthM', 0.05) // 0.05 */
export function requireFinite(name: string, value: number): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) {
    throw new RangeError(`${name} must be a finite number, got ${String(value)}`);
  }
  return value;
}

/** Throws unless `value` is finite and above zero. @example requirePositive('lengthM', 5.3) // 5.3 */
export function requirePositive(name: string, value: number): number {
  requireFinite(name, value);
  if (value <= 0) throw new RangeError(`${name} must be above zero, got ${value}`);
  return value;
}

/** Throws unless `value` is finite and zero or more. @example requireNotNegative('inStep', 0) // 0 */
export function requireNotNegative(name: string, value: number): number {
  requireFinite(name, value);
  if (value < 0) throw new RangeError(`${name} must be zero or more, got ${value}`);
  return value;
}

/** Throws unless `value` lies strictly between 0 and 1. @example requireOpenShare('confidence', 0.95) // 0.95 */
export function requireOpenShare(name: string, value: number): number {
  requireFinite(name, value);
  if (value <= 0 || value >= 1)
    throw new RangeError(`${name} must lie between 0 and 1, got ${value}`);
  return value;
}

/** Throws unless `value` is a share from 0 to 1. @example requireShare('germination', 0.95) // 0.95 */
export function requireShare(name: string, value: number): number {
  requireFinite(name, value);
  if (value < 0 || value > 1)
    throw new RangeError(`${name} must be a share from 0 to 1, got ${value}`);
  return value;
}

/** Throws unless `value` is a share above 0, at most 1. @example requirePositiveShare('liveShare', 0.95) // 0.95 */
export const requirePositiveShare = (name: string, value: number): number =>
  requireShare(name, requirePositive(name, value));

/** Throws unless `value` is a whole number of at least `least`. @example requireWhole('rows', 12, 1) // 12 */
export function requireWhole(name: string, value: number, least: number): number {
  requireFinite(name, value);
  if (!Number.isInteger(value) || value < least) {
    throw new RangeError(`${name} must be a whole number of at least ${least}, got ${value}`);
  }
  return value;
}

/** Throws unless `list` has an entry. @example requireSome('stops', [1]) // [1] */
export function requireSome<T>(name: string, list: readonly T[]): readonly T[] {
  if (!Array.isArray(list) || list.length === 0)
    throw new RangeError(`${name} must have at least one entry, got none`);
  return list;
}

/** Throws unless every value is a finite number, naming the one that is none. @example requireEachFinite('groups[2]', [1, 2]) // [1, 2] */
export function requireEachFinite(name: string, values: ArrayLike<number>): ArrayLike<number> {
  for (let i = 0; i < values.length; i++)
    if (!Number.isFinite(values[i])) requireFinite(`${name}[${i}]`, values[i]!);
  return values;
}

/** Throws unless `value` is one of those known. @example requireOneOf('crop', 'corn', CROPS) // 'corn' */
export function requireOneOf<T extends string>(name: string, value: T, known: readonly T[]): T {
  if (!known.includes(value))
    throw new RangeError(`${name} must be one of ${known.join(', ')}, got ${String(value)}`);
  return value;
}

/** Throws unless `text` is an ISO date or time. @example requireDate('plantedOn', '2027-04-28') // '2027-04-28' */
export function requireDate(name: string, text: string): string {
  if (!/^\d{4}-\d\d-\d\d/.test(text) || !Number.isFinite(Date.parse(text)))
    throw new RangeError(
      `${name} must be written YYYY-MM-DD, or as an ISO time, got ${String(text)}`,
    );
  return text;
}
