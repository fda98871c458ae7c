import { FURTHEST_EAST_MIN, localDay } from '../season/index.ts';
import type { DataOf, Kept, Kind, Problems } from './kinds.ts';
import { KINDS } from './kinds.ts';

/** Finds a record by kind and id; undefined when there is none. */
export type LookUp = <K extends Kind>(kind: K, id: string) => Kept<K> | undefined;

/** The records that a record names as its parents: [attribute, kind, id]. */
export function parentsOf<K extends Kind>(
  kind: K,
  data: DataOf<K>,
): { attribute: string; kind: Kind; id: string }[] {
  return Object.entries(KINDS[kind].parents).flatMap(([attribute, parentKind]) => {
    const id = (data as Record<string, unknown>)[attribute];
    return typeof id === 'string' ? [{ attribute, kind: parentKind as Kind, id }] : [];
  });
}

/**
 * Checks what one record alone cannot show: that its parents exist, and that it agrees with them.
 * Runs on the device beside the field and again on the server.
 *
 * @returns problems by attribute; empty when all is well
 * @example checkRelations('walk', walkBeforePlanting, lookUp) // { startedAt: 'This walk is dated before …' }
 */
export function checkRelations<K extends Kind>(kind: K, data: DataOf<K>, lookUp: LookUp): Problems {
  const problems: Problems = {};
  for (const parent of parentsOf(kind, data)) {
    if (!lookUp(parent.kind, parent.id))
      problems[parent.attribute] =
        `This ${kind} belongs to a ${parent.kind} that is not in this workspace: choose it again.`;
  }
  if (Object.keys(problems).length > 0) return problems;
  if (kind === 'walk') {
    const walk = data as DataOf<'walk'>;
    const planting = lookUp('planting', walk.plantingId)!;
    // Where no zone was noted, the walk gets the benefit of the latest day it can have been.
    const day =
      walk.zoneOffsetMin === null ? localDay(walk.startedAt, FURTHEST_EAST_MIN) : walk.startedOn;
    if (day < planting.data.plantedOn) {
      problems.startedAt = `This walk is dated ${day}, before planting on ${planting.data.plantedOn}: correct one of the two dates.`;
    }
  }
  if (kind === 'observation') {
    const observation = data as DataOf<'observation'>;
    const { stopId } = observation;
    const rows =
      observation.type === 'adjustment' ? (observation.rows ?? []) : [observation.row ?? 0];
    const row = rows.reduce((most, one) => Math.max(most, one), 0);
    const walk = lookUp('walk', lookUp('stop', stopId)!.data.walkId);
    const planting = walk && lookUp('planting', walk.data.plantingId);
    const planter = planting?.data.planterId
      ? lookUp('planter', planting.data.planterId)
      : undefined;
    if (planter && row > planter.data.rows)
      problems[observation.type === 'adjustment' ? 'rows' : 'row'] =
        `${planter.data.name} has ${planter.data.rows} rows: choose a row from 1 to ${planter.data.rows}.`;
  }
  return problems;
}
