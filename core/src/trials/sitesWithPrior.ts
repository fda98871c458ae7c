import {
  requireFinite,
  requireOpenShare,
  requirePositive,
  requireSome,
} from '../arguments/index.ts';
import { normalCdf } from '../stats/index.ts';

/** How much the difference of two treatments usually varies from site to site, SD as a share of the mean. A Sendero default. */
export const USUAL_BETWEEN_SITES = 0.025;

/** The difference of two treatments over sites, with what is usual between sites counted in. */
export interface SitesWithPrior {
  difference: number;
  interval: [number, number];
  /** Where nobody has tried it: the same, with what differs from site to site. */
  elsewhere: [number, number];
}

/** Spreads tried, in scales of the prior. */
const SPREADS = Array.from({ length: 60 }, (_, i) => 0.02 * 1.12 ** i);
const DEGREES = 3;

/**
 * The difference of two treatments over two sites or more. Few sites cannot tell how much it varies between them, so that an interval by their spread
 * alone is far too wide, and one that takes the spread for 0 too narrow: a half-t prior of 3 degrees of freedom on that spread (Gelman 2006, Bayesian
 * Analysis 1:515–533) says what is usual. Integrated over a grid of spreads, flat in the difference.
 *
 * @param sites difference at each, with its standard error, in any one unit
 * @param usualSd scale of the prior: how much the difference usually varies between sites, in the same unit, above zero
 * @throws RangeError naming the figure that is wrong
 * @example sitesWithPrior([{ difference: 6, se: 3 }, { difference: 9, se: 3 }], 5).interval // [−3.4, 18.2]
 */
export function sitesWithPrior(
  sites: readonly { difference: number; se: number }[],
  usualSd: number,
  confidence = 0.95,
): SitesWithPrior {
  requireSome('sites', sites);
  requirePositive('usualSd', usualSd);
  requireOpenShare('confidence', confidence);
  sites.forEach(({ difference, se }, i) => {
    requireFinite(`sites[${i}].difference`, difference);
    requirePositive(`sites[${i}].se`, se);
  });
  const parts = SPREADS.map((scale, i) => {
    const sd = scale * usualSd;
    const weights = sites.map(({ se }) => 1 / (se * se + sd * sd));
    const total = weights.reduce((sum, one) => sum + one, 0);
    const mean =
      sites.reduce((sum, { difference }, s) => sum + weights[s]! * difference, 0) / total;
    const squares = sites.reduce(
      (sum, { difference }, s) => sum + weights[s]! * (difference - mean) ** 2,
      0,
    );
    const log =
      0.5 * weights.reduce((sum, one) => sum + Math.log(one), 0) -
      0.5 * Math.log(total) -
      0.5 * squares -
      ((DEGREES + 1) / 2) * Math.log(1 + scale ** 2 / DEGREES) +
      // The grid is even in the logarithm of the spread.
      Math.log(SPREADS[i]!);
    return { log, mean, variance: 1 / total, sd };
  });
  const most = Math.max(...parts.map(({ log }) => log));
  const weighed = parts.map((part) => ({ ...part, weight: Math.exp(part.log - most) }));
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  const below = (x: number, more: (sd: number) => number) =>
    weighed.reduce(
      (sum, { weight, mean, variance, sd }) =>
        sum + (weight / total) * normalCdf((x - mean) / Math.sqrt(variance + more(sd))),
      0,
    );
  const interval = (more: (sd: number) => number): [number, number] => {
    const quantile = (p: number) => {
      const reach = Math.max(...weighed.map((one) => Math.sqrt(one.variance + more(one.sd))));
      let [low, high] = [
        Math.min(...weighed.map(({ mean }) => mean)) - 12 * reach,
        Math.max(...weighed.map(({ mean }) => mean)) + 12 * reach,
      ];
      for (let i = 0; i < 60; i++) {
        const middle = (low + high) / 2;
        if (below(middle, more) < p) low = middle;
        else high = middle;
      }
      return (low + high) / 2;
    };
    return [quantile((1 - confidence) / 2), quantile((1 + confidence) / 2)];
  };
  return {
    difference: weighed.reduce((sum, { weight, mean }) => sum + (weight / total) * mean, 0),
    interval: interval(() => 0),
    elsewhere: interval((sd) => sd * sd),
  };
}
