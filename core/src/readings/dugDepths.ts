import { digOf, sinceAdjustment } from '../depth/index.ts';
import type { Crop } from '../crops/index.ts';
import type { Observation, TrenchWalk } from '../records/index.ts';
import { mean, sampleSd } from '../stats/index.ts';
import type { DugDepths } from '../weather/index.ts';

/**
 * The depths at which a planting lies by its trench check: of all rows, since each row's newest adjustment.
 *
 * @param seen observations of the check
 * @returns null where fewer than three depths were read
 * @example dugDepths(walk, 'corn', observations)?.meanM // 0.0492
 */
export function dugDepths(
  { readTo }: Pick<TrenchWalk, 'readTo'>,
  crop: Crop,
  seen: readonly Observation[],
): DugDepths | null {
  const digs = seen.flatMap((data) =>
    data.type === 'trench' ? [digOf(data, { readTo, crop })] : [],
  );
  const adjustments = seen.flatMap((data) => (data.type === 'adjustment' ? [data] : []));
  const depths = sinceAdjustment(digs, adjustments).now.flatMap(({ depthsM }) => depthsM);
  return depths.length < 3
    ? null
    : { seeds: depths.length, meanM: mean(depths)!, sdM: sampleSd(depths)! };
}
