import { requireFinite, requireSome } from '../arguments/index.ts';

/** Names in the order they are met. */
export const levelsOf = (names: readonly string[]): string[] => [...new Set(names)];

/** 1 where a name is the level, else 0; the first level is left to the intercept. */
export const dummies = (levels: readonly string[], name: string): number[] =>
  levels.slice(1).map((level) => (level === name ? 1 : 0));

/** @throws RangeError without a plot, for a figure that is none or a name that is empty */
export function requirePlots<P extends { value: number }>(
  plots: readonly P[],
  names: readonly (keyof P & string)[],
): void {
  requireSome('plots', plots);
  plots.forEach((plot, i) => {
    requireFinite(`plots[${i}].value`, plot.value);
    for (const name of names)
      if (typeof plot[name] !== 'string' || plot[name] === '')
        throw new RangeError(`plots[${i}].${name} must be a name, got “${String(plot[name])}”`);
  });
}
