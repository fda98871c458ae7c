import { requireEachFinite } from '../arguments/index.ts';

/** Arithmetic mean; `null` for an empty list. @example mean([1, 2, 6]) // 3 */
export function mean(values: ArrayLike<number>): number | null {
  if (values.length === 0) return null;
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  // Looked at one by one only when something is wrong: the mean is taken a million times.
  if (!Number.isFinite(sum)) requireEachFinite('values', values);
  return sum / values.length;
}

/** Sample standard deviation (n − 1), two passes; `null` below two values. @example sampleSd([2, 4]) // 1.414… */
export function sampleSd(values: ArrayLike<number>): number | null {
  const n = values.length;
  if (n < 2) {
    requireEachFinite('values', values);
    return null;
  }
  const centre = mean(values)!;
  let squares = 0;
  for (let i = 0; i < n; i++) squares += (values[i]! - centre) ** 2;
  return Math.sqrt(squares / (n - 1));
}
