import { requireEachFinite } from '../arguments/index.ts';
import { mean } from './moments.ts';

/** Sum of squares of values about the mean of their own group. @example squaresWithin([[1, 3], [5]]) // 2 */
export const squaresWithin = (groups: readonly (readonly number[])[]): number =>
  groups.reduce((sum, values, g) => {
    requireEachFinite(`groups[${g}]`, values);
    const centre = mean(values) ?? 0;
    return sum + values.reduce((s, value) => s + (value - centre) ** 2, 0);
  }, 0);

/**
 * SD within groups, pooled over them, with its degrees of freedom; null while no group has two values.
 * @param groups values of each group, one value each at least; any unit
 * @example pooledSpread([[1, 3], [5, 7]]) // { sd: 1.414…, df: 2 }
 */
export function pooledSpread(
  groups: readonly (readonly number[])[],
): { sd: number; df: number } | null {
  const squares = squaresWithin(groups);
  const df = groups.reduce((sum, values) => sum + values.length - 1, 0);
  return df > 0 ? { sd: Math.sqrt(squares / df), df } : null;
}
