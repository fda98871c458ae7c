import { dunnettTail, studentizedRangeTail } from '../stats/index.ts';

/** Where a tail that falls is as small as wanted. */
function criticalOf(tail: (at: number) => number, wanted: number): number {
  let [low, high] = [0, 4];
  while (tail(high) > wanted && high < 1e4) high *= 2;
  for (let i = 0; i < 60 && high - low > 1e-9 * high; i++) {
    const middle = (low + high) / 2;
    if (tail(middle) > wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Looked for once: trials of one design ask for the same again and again, and each takes forty integrals. */
const found = new Map<string, number>();
const MOST = 500;
function once(key: string, find: () => number): number {
  const known = found.get(key);
  if (known !== undefined) return known;
  if (found.size >= MOST) found.clear();
  const value = find();
  found.set(key, value);
  return value;
}

/** t of a pair beyond which Tukey tells it, of so many means. @example tukeyCritical(3, 10, 0.05) // 2.74 */
export const tukeyCritical = (groups: number, df: number, alpha: number): number =>
  once(`tukey ${groups} ${df} ${alpha}`, () =>
    criticalOf((t) => studentizedRangeTail(t * Math.SQRT2, groups, df), alpha),
  );

/** t of a comparison with the check beyond which Dunnett tells it. @example dunnettCritical([Math.SQRT1_2, Math.SQRT1_2], 10, 0.05) // 2.57 */
export const dunnettCritical = (lambdas: readonly number[], df: number, alpha: number): number =>
  once(`dunnett ${lambdas.join(' ')} ${df} ${alpha}`, () =>
    criticalOf((t) => dunnettTail(t, lambdas, df), alpha),
  );
