import { requireNotNegative } from '../arguments/index.ts';
import { median } from 'd3-array';
import { mean } from '../stats/index.ts';

/** Stops of two kinds: a field that stands, and places that do not. */
export interface TwoFields {
  /** Stops in the thin places, by id. */
  thin: string[];
  thinPerM2: number;
  restPerM2: number;
}

/** A stop is thin when it has at most this share of the middle one, and lies this many spreads of the others below them. Defaults of this app. */
export const THIN = { share: 0.75, spreads: 4 };

/**
 * Whether stops are of two kinds, so that a mean over all of them stands nowhere in the field.
 *
 * @param stops density of each, plants per m²; three at least, else null
 * @returns the thin stops and both means; null when the stops are of one kind, or most of them thin
 * @example twoFields([{ id: 'a', perM2: 7 }, { id: 'b', perM2: 7.2 }, { id: 'c', perM2: 7.1 }, { id: 'd', perM2: 3 }])!.thin // ['d']
 */
export function twoFields(stops: readonly { id: string; perM2: number }[]): TwoFields | null {
  stops.forEach(({ perM2 }, i) => requireNotNegative(`stops[${i}].perM2`, perM2));
  if (stops.length < 3) return null;
  const middle = median(stops, ({ perM2 }) => perM2)!;
  const candidates = stops.filter(({ perM2 }) => perM2 <= THIN.share * middle);
  const rest = stops.filter(({ perM2 }) => perM2 > THIN.share * middle);
  if (candidates.length === 0 || candidates.length > stops.length / 2) return null;
  const restPerM2 = mean(rest.map(({ perM2 }) => perM2))!;
  const spread =
    1.4826 * median(rest, ({ perM2 }) => Math.abs(perM2 - median(rest, (one) => one.perM2)!))!;
  const floor = 0.04 * restPerM2;
  const thin = candidates.filter(
    ({ perM2 }) => perM2 < restPerM2 - THIN.spreads * Math.max(spread, floor),
  );
  if (thin.length === 0) return null;
  return {
    thin: thin.map(({ id }) => id),
    thinPerM2: mean(thin.map(({ perM2 }) => perM2))!,
    restPerM2,
  };
}
