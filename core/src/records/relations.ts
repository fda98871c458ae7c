import type { DataOf, Kept, Kind, Problems } from './kinds.ts';
import { isKind, kindOf } from './kinds.ts';
import { v5 as uuidv5 } from 'uuid';

/** Finds a record by kind and id; undefined when there is none. */
export type LookUp = <K extends Kind>(kind: K, id: string) => Kept<K> | undefined;

/** The records that a record names as its parents: [attribute, kind, id]. */
export function parentsOf<K extends Kind>(
  kind: K,
  data: DataOf<K>,
): { attribute: string; kind: Kind; id: string }[] {
  return Object.entries(kindOf(kind).parents).flatMap(([attribute, parentKind]) => {
    const id = (data as Record<string, unknown>)[attribute];
    return typeof id === 'string' ? [{ attribute, kind: parentKind as Kind, id }] : [];
  });
}

/** Attributes by which records of a kind hang on one of another. @example linksTo('field', 'grower') // ['growerId'] */
export const linksTo = (child: Kind, parent: Kind): string[] =>
  Object.entries(kindOf(child).parents).flatMap(([link, kind]) => (kind === parent ? link : []));

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
  return kindOf(kind).relations(data, lookUp as never);
}

/**
 * The id of what is there once below its parent (a count of a row, a tape in it): made from the place, so
 * that two devices that observe it apart meet in one record. A fresh id for anything else.
 *
 * @example idFor('observation', { stopId, type: 'tape', row: 4 }, newId)
 */
export function idFor<K extends Kind>(
  kind: K,
  data: Partial<DataOf<K>>,
  fresh: () => string,
): string {
  const { identity, parents } = kindOf(kind);
  const own = identity(data as DataOf<K>);
  const [above] = Object.keys(parents);
  const place = above && (data as Record<string, unknown>)[above];
  return own !== null && typeof place === 'string' ? uuidv5(own, place) : fresh();
}

/**
 * Names a record as a person knows it: what it belongs to first, as far as that is held.
 *
 * @example nameRecord('observation', id, lookUp) // 'Long Forty, stop 3, row 4'
 */
export function nameRecord(kind: string, id: string, lookUp: LookUp): string {
  // A newer app may have made something this one does not know.
  if (!isKind(kind)) return kind;
  const record = lookUp(kind, id);
  if (!record) return kind;
  const own = kindOf(kind).words.own(record.data);
  return [...namesAbove(kind, record.data, lookUp), own].filter(Boolean).join(', ') || kind;
}

function namesAbove(kind: Kind, data: DataOf<Kind>, lookUp: LookUp): string[] {
  const [parent] = kindOf(kind).words.alone ? [] : parentsOf(kind, data);
  const record = parent && lookUp(parent.kind, parent.id);
  if (!record) return [];
  const { words } = kindOf(parent.kind);
  const above = namesAbove(parent.kind, record.data, lookUp);
  return words.inside === null ? above : [...above, words.own(record.data)];
}
