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

/** Levels of two factors that are crossed. @throws RangeError for a factor of one level, or a combination without a plot */
export function crossedLevels<A extends string, B extends string>(
  plots: readonly (Record<A | B, string> & { block: string })[],
  a: A,
  b: B,
): { as: string[]; bs: string[]; blocks: string[] } {
  const of = (name: A | B) => levelsOf(plots.map((plot) => plot[name]));
  const [as, bs] = [of(a), of(b)];
  for (const [name, levels] of [
    [a, as],
    [b, bs],
  ] as const)
    if (levels.length < 2)
      throw new RangeError(`plots must hold two levels of ${name} or more, got ${levels.length}`);
  const met = new Set(plots.map((plot) => JSON.stringify([plot[a], plot[b]])));
  for (const first of as)
    for (const second of bs)
      if (!met.has(JSON.stringify([first, second])))
        throw new RangeError(`plots must hold “${first}” with “${second}”: no plot has both`);
  return { as, bs, blocks: levelsOf(plots.map(({ block }) => block)) };
}
