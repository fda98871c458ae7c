import { requireFinite } from '../arguments/index.ts';
import type { Interval } from './intervals.ts';

/** A figure with its interval. */
export interface Told extends Interval {
  value: number;
}

/**
 * The difference of two figures told apart from each other, with an interval from theirs, which need not be symmetric (Zou & Donner
 * 2008: method of variance estimates recovery).
 *
 * @returns `a` − `b`, in their unit
 * @throws RangeError for a figure that is none
 * @example differenceOf({ value: 0.9, lower: 0.8, upper: 0.95 }, { value: 0.7, lower: 0.6, upper: 0.79 }) // { value: 0.2, lower: 0.065…, upper: 0.312… }
 */
export function differenceOf(a: Told, b: Told): Told {
  for (const [name, one] of [
    ['a', a],
    ['b', b],
  ] as const)
    for (const part of ['value', 'lower', 'upper'] as const)
      requireFinite(`${name}.${part}`, one[part]);
  const value = a.value - b.value;
  return {
    value,
    lower: value - Math.hypot(a.value - a.lower, b.upper - b.value),
    upper: value + Math.hypot(a.upper - a.value, b.value - b.lower),
  };
}
