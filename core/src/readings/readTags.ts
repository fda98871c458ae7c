import { group } from 'd3-array';
import type { Kept, TaggedPlant, TagOutcome } from '../records/index.ts';
import { estimateWeights, type OwnWeight, type TagGroup } from '../staging/index.ts';
import { mean } from '../stats/index.ts';
import type { Held } from './held.ts';

/** A tagged plant with what was seen of it since. */
export interface TagRead {
  id: string;
  data: TaggedPlant;
  flowering: Held<TagOutcome> | null;
  grainFill: Held<TagOutcome> | null;
  /** Its tag hangs on another plant of the planting too. */
  twice: boolean;
}

/** What tagged plants say of the weights of plants behind their neighbours. */
export interface OwnWeights {
  /** What it was told from; null while nothing was weighed or counted in step and behind. */
  by: 'weight' | 'count' | null;
  oneBehind: OwnWeight | null;
  twoBehind: OwnWeight | null;
  plants: number;
  plantings: number;
}

const sameTag = (tag: string) => tag.trim().toLowerCase();

/** Tagged plants of a planting, each late one followed by its neighbours, in the order they were tagged. */
export function readTags(
  tags: readonly Kept<'taggedPlant'>[],
  outcomes: readonly Kept<'tagOutcome'>[],
): TagRead[] {
  const seenOf = group(outcomes, ({ data }) => data.plantId);
  const named = group(tags, ({ data }) => sameTag(data.tag));
  const read = ({ id, data }: Kept<'taggedPlant'>): TagRead => {
    const at = (visit: TagOutcome['visit']) => {
      const found = seenOf.get(id)?.find((one) => one.data.visit === visit);
      return found ? { id: found.id, data: found.data } : null;
    };
    return {
      id,
      data,
      flowering: at('flowering'),
      grainFill: at('grainFill'),
      twice: named.get(sameTag(data.tag))!.length > 1,
    };
  };
  const beside = group(tags, ({ data }) => data.beside);
  const known = new Set(tags.map(({ id }) => id));
  return [...tags]
    .filter(({ data }) => data.beside === null || !known.has(data.beside))
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .flatMap((late) => [late, ...(beside.get(late.id) ?? [])].map(read));
}

/**
 * The person's own weights of plants behind, from tagged plants that were weighed, or whose kernels or pods were counted; fields and
 * seasons add up: each plant counts as a share of those in step in its own planting.
 *
 * @example ownWeights(tags, outcomes).oneBehind // { weight: 0.71, lower: 0.62, upper: 0.8, n: 19 }
 */
export function ownWeights(
  tags: readonly Kept<'taggedPlant'>[],
  outcomes: readonly Kept<'tagOutcome'>[],
): OwnWeights {
  const filled = new Map(
    outcomes.flatMap(({ data }) => (data.visit === 'grainFill' ? [[data.plantId, data]] : [])),
  );
  const borne = (by: 'weight' | 'count') =>
    tags.flatMap(({ id, data }) => {
      const seen = filled.get(id);
      if (!seen) return [];
      const amount = seen.bears === 'barren' ? 0 : by === 'weight' ? seen.weightKg : seen.count;
      return amount === null ? [] : [{ plantingId: data.plantingId, group: data.group, amount }];
    });
  const estimate = (by: 'weight' | 'count') => {
    const byPlanting = group(borne(by), ({ plantingId }) => plantingId);
    const plants = [...byPlanting.values()].flatMap((own) => {
      const full = mean(own.flatMap((one) => (one.group === 'inStep' ? one.amount : [])));
      return full
        ? own.map((one): { group: TagGroup; yield: number } => ({
            group: one.group,
            yield: one.amount / full,
          }))
        : [];
    });
    const weights = estimateWeights(plants);
    return { ...weights, plants: plants.length, plantings: byPlanting.size };
  };
  const [weighed, counted] = [estimate('weight'), estimate('count')];
  const better = counted.plants > weighed.plants ? 'count' : 'weight';
  const best = better === 'count' ? counted : weighed;
  return { by: best.oneBehind || best.twoBehind ? better : null, ...best };
}
