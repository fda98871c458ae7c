import { group } from 'd3-array';
import { digOf, sinceAdjustment } from '../depth/index.ts';
import type { Crop } from '../crops/index.ts';
import type { Observation, Planting, Stop, TrenchWalk, Walk } from '../records/index.ts';
import { mean, sampleSd } from '../stats/index.ts';
import type { DugDepths } from '../weather/index.ts';
import type { Held } from './held.ts';

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

/**
 * The depths of several plantings, each by its newest finished trench check; read alike on a device and on the server.
 *
 * @param checks walks of any purpose; @param stops and @param seen of theirs, in any order
 * @example depthsDug(plantings, walks, stops, observations).get(planting.id)?.seeds // 72
 */
export function depthsDug(
  plantings: readonly Held<Pick<Planting, 'crop'>>[],
  checks: readonly Held<Walk>[],
  stops: readonly Held<Pick<Stop, 'walkId'>>[],
  seen: readonly { data: Observation }[],
): Map<string, DugDepths> {
  const newest = new Map<string, Held<TrenchWalk>>();
  for (const { id, data } of checks) {
    if (data.purpose !== 'trench' || data.finishedAt === null) continue;
    const before = newest.get(data.plantingId);
    if (!before || before.data.startedAt < data.startedAt)
      newest.set(data.plantingId, { id, data });
  }
  const walkOf = new Map(stops.map(({ id, data }) => [id, data.walkId]));
  const seenIn = group(seen, ({ data }) => walkOf.get(data.stopId));
  return new Map(
    plantings.flatMap(({ id, data: { crop } }) => {
      const check = newest.get(id);
      const dug =
        check &&
        dugDepths(
          check.data,
          crop,
          (seenIn.get(check.id) ?? []).map(({ data }) => data),
        );
      return dug ? [[id, dug] as const] : [];
    }),
  );
}
