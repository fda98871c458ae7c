import { linksTo } from './relations.ts';
import { kindOf, KIND_NAMES, type DataOf, type Kept, type Kind } from './kinds.ts';

/** What putting two records together changes. */
export interface Combined<K extends Kind = Kind> {
  /** The one that stays, with what it lacked taken from the other. */
  into: DataOf<K>;
  /** What belonged to the other, now belonging to the one that stays. */
  moved: { kind: Kind; id: string; data: DataOf<Kind> }[];
}

/**
 * Puts together two records that are the same thing entered twice: what belongs to the one then belongs
 * to the other, which fills in what it did not know. The one left over is then to be deleted.
 *
 * @param all records of a kind; those deleted are passed over
 * @throws RangeError when the two are one
 * @example combine('grower', twice, quill, all).moved // the fields of `twice`, with growerId: quill.id
 */
export function combine<K extends Kind>(
  kind: K,
  from: Pick<Kept<K>, 'id' | 'data'>,
  into: Pick<Kept<K>, 'id' | 'data'>,
  all: (kind: Kind) => readonly Pick<Kept, 'id' | 'data' | 'deletedAt'>[],
): Combined<K> {
  if (from.id === into.id)
    throw new RangeError('from: a record cannot be put together with itself');
  const moved = KIND_NAMES.flatMap((child) => {
    const links = linksTo(child, kind);
    return all(child).flatMap(({ id, data, deletedAt }) => {
      const own = links.filter((link) => (data as Record<string, unknown>)[link] === from.id);
      if (own.length === 0 || deletedAt !== null) return [];
      const changed = Object.fromEntries(own.map((link) => [link, into.id]));
      return [{ kind: child, id, data: { ...data, ...changed } as DataOf<Kind> }];
    });
  });
  return { into: filledFrom(into.data, from.data), moved };
}

const empty = (value: unknown) => value === null || value === undefined || value === '';

/** `own` with what is empty in it taken from `other`, and each figure as it was typed. */
function filledFrom<T extends object>(own: T, other: T): T {
  const filled = Object.entries(own).map(([name, value]) => [
    name,
    empty(value) ? ((other as Record<string, unknown>)[name] ?? value) : value,
  ]);
  const typed = (data: T) => (data as { asTyped?: Record<string, string> }).asTyped;
  const asTyped = typed(own) ? { asTyped: { ...typed(other), ...dropEmpty(typed(own)!) } } : {};
  return { ...Object.fromEntries(filled), ...asTyped } as T;
}

const dropEmpty = (typed: Record<string, string>) =>
  Object.fromEntries(Object.entries(typed).filter(([, text]) => text !== ''));

/** Whether two of a kind can be the same thing at all. @example canCombine('planting', corn, soybean) // false */
export function canCombine<K extends Kind>(kind: K, a: DataOf<K>, b: DataOf<K>): boolean {
  const same = kindOf(kind).sameWhen;
  return same.every(
    (name) => (a as Record<string, unknown>)[name] === (b as Record<string, unknown>)[name],
  );
}
