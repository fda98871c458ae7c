import {
  requireNotNegative,
  requireOpenShare,
  requirePositive,
  requireWhole,
} from '../arguments/index.ts';
import { USUAL_CV } from '../stand/index.ts';
import { chiSquareQuantile, tQuantile } from '../stats/index.ts';

/** What a walk found: how its stops differed, as a share of their mean. */
export interface SpreadFound {
  cv: number;
  stops: number;
}

/** How much stops are expected to differ, and whose figure that is. */
export interface SpreadKnown {
  /** SD over stops ÷ mean. */
  cv: number;
  /** How well that is known: degrees of freedom. */
  df: number;
  /** Where most of it comes from. */
  from: 'field' | 'neighbours' | 'default';
}

/** Other fields say how fields differ inside, not how this one does: all of them count as so many stops. A default of this app. */
const NEIGHBOURS_COUNT = 4;

/**
 * What is known before a walk of how its stops will differ: from earlier walks of this field, from other fields, and from what
 * is usual (a default), each by how much it tells.
 *
 * @example spreadKnown({ field: [], neighbours: [] }) // { cv: 0.08, df: 2, from: 'default' }
 */
export function spreadKnown({
  field,
  neighbours,
}: {
  field: readonly SpreadFound[];
  neighbours: readonly SpreadFound[];
}): SpreadKnown {
  const pooled = (walks: readonly SpreadFound[], name: string) => {
    let df = 0;
    let squares = 0;
    walks.forEach(({ cv, stops }, i) => {
      requireNotNegative(`${name}[${i}].cv`, cv);
      df += requireWhole(`${name}[${i}].stops`, stops, 2) - 1;
      squares += (stops - 1) * cv ** 2;
    });
    return { df, square: df > 0 ? squares / df : 0 };
  };
  const own = pooled(field, 'field');
  const others = pooled(neighbours, 'neighbours');
  const sources = [
    { from: 'field' as const, ...own },
    {
      from: 'neighbours' as const,
      square: others.square,
      df: Math.min(NEIGHBOURS_COUNT, others.df),
    },
    { from: 'default' as const, square: USUAL_CV.cv ** 2, df: USUAL_CV.df },
  ];
  const df = sources.reduce((sum, one) => sum + one.df, 0);
  const square = sources.reduce((sum, one) => sum + one.df * one.square, 0) / df;
  const [most] = [...sources].sort((a, b) => b.df - a.df);
  return { cv: Math.sqrt(square), df, from: most!.from };
}

/** A number of stops and what it is likely to tell. */
export interface StopsTell {
  stops: number;
  /** Half of the 95 % interval ÷ mean, at the spread expected. */
  halfWidth: number;
  /** The same where the field differs as little, or as much, as it well may: three and one in five. */
  likely: [low: number, high: number];
}

/**
 * What more stops buy: how near the mean of so many is likely to be. As if places were drawn one by one: spread over the field
 * they do as well or better.
 *
 * @param most stops looked at; the curve begins at two
 * @example stopsCurve({ cv: 0.08, df: 2, from: 'default' }, 12).at(-1)?.halfWidth // 0.051
 */
export function stopsCurve({ cv, df }: SpreadKnown, most: number): StopsTell[] {
  requireNotNegative('cv', cv);
  requirePositive('df', df);
  requireWhole('most', most, 2);
  const [less, more] = [0.75, 0.2].map((p) => cv * Math.sqrt(df / chiSquareQuantile(p, df)));
  return Array.from({ length: most - 1 }, (_, i) => {
    const stops = i + 2;
    const per = tQuantile(0.975, stops - 1) / Math.sqrt(stops);
    return { stops, halfWidth: per * cv, likely: [per * less!, per * more!] };
  });
}

/**
 * Stops for an interval of ± this share of the mean, at the spread expected; null when more than `most` are needed.
 * @example stopsToReach({ cv: 0.08, df: 2, from: 'default' }, 0.05) // 13
 */
export function stopsToReach(spread: SpreadKnown, halfWidth: number, most = 200): number | null {
  requireOpenShare('halfWidth', halfWidth);
  return stopsCurve(spread, most).find((one) => one.halfWidth <= halfWidth)?.stops ?? null;
}

/**
 * The stand from one stop alone: an interval for the whole field from how stops are known to differ.
 *
 * @param perM2 plants per m² counted there; @param floorSdPerM2 what counting alone leaves
 * @returns 95 % interval, plants per m²
 * @example quickInterval(7.6, 0.1, { cv: 0.08, df: 11, from: 'field' }) // [6.26, 8.94]
 */
export function quickInterval(
  perM2: number,
  floorSdPerM2: number,
  { cv, df }: SpreadKnown,
): [lower: number, upper: number] {
  requireNotNegative('perM2', perM2);
  requireNotNegative('cv', cv);
  const sd = Math.max(cv * perM2, requireNotNegative('floorSdPerM2', floorSdPerM2));
  const half = tQuantile(0.975, requirePositive('df', df)) * sd;
  return [Math.max(0, perM2 - half), perM2 + half];
}
