import { max } from 'd3-array';
import { requireFinite, requireSome } from '../arguments/index.ts';
import { mean } from './moments.ts';
import { squaresWithin } from './pooledSpread.ts';

export interface RemlOneWay {
  /** Generalised least-squares mean over groups. */
  mean: number;
  /** SD within groups; null while no group has two values. */
  withinSd: number | null;
  /** SD between group means beyond what the spread within explains; null with one group or no spread to judge by. */
  betweenSd: number | null;
  /** Best linear unbiased prediction of each group, drawn toward the mean as far as its own spread asks. */
  blups: number[];
}

/**
 * One-way random effects by restricted maximum likelihood (Patterson & Thompson 1971, Biometrika 58:
 * 545–554): value = mean + group + residual. The likelihood is profiled over the ratio of the two
 * variances and its derivative solved by bisection, so it converges for every data set.
 *
 * @param groups values of each group, at least one group and one value each; any unit
 * @returns estimates in the unit of the values (see R's lme4, `reml.golden.R`)
 * @throws RangeError naming the group or value that is wrong
 * @example remlOneWay([[1, 2, 3], [4, 5, 6]]).withinSd // 1
 */
export function remlOneWay(groups: readonly (readonly number[])[]): RemlOneWay {
  requireSome('groups', groups);
  groups.forEach((values, g) => {
    requireSome(`groups[${g}]`, values);
    values.forEach((value, i) => requireFinite(`groups[${g}][${i}]`, value));
  });
  const sizes = groups.map((values) => values.length);
  const means = groups.map((values) => mean(values)!);
  const total = sizes.reduce((sum, n) => sum + n, 0);
  const within = squaresWithin(groups);
  const weighted = (ratio: number) => {
    const weights = sizes.map((n) => n / (1 + n * ratio));
    const sum = weights.reduce((s, w) => s + w, 0);
    const centre = weights.reduce((s, w, g) => s + w * means[g]!, 0) / sum;
    return { weights, sum, centre };
  };
  const plain = weighted(0);
  if (groups.length === 1 || total === groups.length) {
    // One group, or one value each: the two spreads cannot be told apart.
    const withinSd = total > groups.length ? Math.sqrt(within / (total - groups.length)) : null;
    return { mean: plain.centre, withinSd, betweenSd: null, blups: means };
  }
  const scale = Math.max(
    max(means, (value) => Math.abs(value - plain.centre))!,
    1e-300,
  );
  if (within <= 1e-24 * scale * scale) {
    const centre = mean(means)!;
    const between = means.reduce((s, value) => s + (value - centre) ** 2, 0);
    return {
      mean: centre,
      withinSd: 0,
      betweenSd: scale > 1e-299 ? Math.sqrt(between / (groups.length - 1)) : 0,
      blups: means,
    };
  }
  const varianceAt = (ratio: number) => {
    const { weights, centre } = weighted(ratio);
    const between = weights.reduce((s, w, g) => s + w * (means[g]! - centre) ** 2, 0);
    return (within + between) / (total - 1);
  };
  const deviance = (ratio: number) =>
    (total - 1) * Math.log(varianceAt(ratio)) +
    sizes.reduce((s, n) => s + Math.log1p(n * ratio), 0) +
    Math.log(weighted(ratio).sum);
  /** Derivative of the REML deviance in the ratio of the variances. */
  const slope = (ratio: number) => {
    const { weights, sum, centre } = weighted(ratio);
    const squares = weights.reduce((s, w) => s + w * w, 0);
    const pull = weights.reduce((s, w, g) => s + (w * (means[g]! - centre)) ** 2, 0);
    return sum - squares / sum - pull / varianceAt(ratio);
  };
  // Every downward crossing of the slope starts a basin: scan on a log scale, polish each, keep the best.
  const grid = [0, ...Array.from({ length: 145 }, (_, i) => 10 ** (-8 + i / 6))];
  let best = 0;
  for (let i = 1; i < grid.length; i++) {
    let [low, high] = [grid[i - 1]!, grid[i]!];
    if (!(slope(low) < 0 && slope(high) >= 0)) continue;
    for (let step = 0; step < 200 && high - low > 1e-15 * high; step++) {
      const middle = (low + high) / 2;
      if (slope(middle) < 0) low = middle;
      else high = middle;
    }
    if (deviance(high) < deviance(best)) best = high;
  }
  const { weights, centre } = weighted(best);
  const variance = varianceAt(best);
  return {
    mean: centre,
    withinSd: Math.sqrt(variance),
    betweenSd: Math.sqrt(variance * best),
    blups: means.map((value, g) => centre + best * weights[g]! * (value - centre)),
  };
}
