/**
 * A figure of several normal deviates over an SD of its own: what the range of means or the furthest of them is held against when the SD is
 * estimated. What holds at each bound is asked for once a table and read off it after, so that a trial of many pairs stays quick.
 */

/** Steps of the table; a cubic between them is good to 1e-8. */
const STEP = 0.04;
const MOST = 12;
/** Of Simpson's rule over the SD; even. */
const PIECES = 320;

/** P(figure ≤ bound) with the SD known, from 0 up; made where it is first asked for. */
export interface BoundTable {
  (bound: number): number;
}

export function boundTable(exact: (bound: number) => number): BoundTable {
  const known = new Float64Array(Math.ceil(MOST / STEP) + 4).fill(NaN);
  const at = (i: number) => {
    // Even about 0: the figure is a size.
    const place = Math.abs(i);
    if (Number.isNaN(known[place])) known[place] = exact(place * STEP);
    return known[place]!;
  };
  return (bound) => {
    if (bound >= MOST) return 1;
    const i = Math.floor(bound / STEP);
    const t = bound / STEP - i;
    // Four points about the bound; before the first the curve is taken to go on as it came.
    const [a, b, c, d] =
      i === 0
        ? [4 * at(0) - 6 * at(1) + 4 * at(2) - at(3), at(0), at(1), at(2)]
        : [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const lagrange =
      (-t * (t - 1) * (t - 2) * a) / 6 +
      ((t + 1) * (t - 1) * (t - 2) * b) / 2 -
      ((t + 1) * t * (t - 2) * c) / 2 +
      ((t + 1) * t * (t - 1) * d) / 6;
    return Math.max(0, Math.min(1, lagrange));
  };
}

/** P(figure ÷ s > at) where s² is chi-square over its degrees of freedom. */
export function studentizedTail(within: BoundTable, at: number, df: number): number {
  const spread = 1 / Math.sqrt(2 * df);
  const [low, high] = [Math.max(1e-9, 1 - 10 * spread), 1 + 10 * spread + 3 / df];
  const step = (high - low) / PIECES;
  let [held, weight] = [0, 0];
  for (let i = 0; i <= PIECES; i++) {
    const s = low + i * step;
    const density = Math.exp((df - 1) * Math.log(s) - (df / 2) * (s * s - 1));
    const share = (i === 0 || i === PIECES ? 1 : i % 2 === 1 ? 4 : 2) * density;
    weight += share;
    if (density > 1e-15) held += share * within(at * s);
  }
  return Math.max(0, Math.min(1, 1 - held / weight));
}
