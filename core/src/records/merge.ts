/** Whether two values say the same, whatever the order of their attributes. */
export const sameData = (a: unknown, b: unknown): boolean =>
  a === b || canonical(a) === canonical(b);
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    isPlain(v) ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1))) : v,
  ) ?? '';

const isPlain = (value: unknown): value is Record<string, unknown> =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

export interface Merge {
  /** Both edits together; where they clash, mine. */
  data: unknown;
  /** Attributes that both edits changed differently, dotted; empty when they go together. */
  clashes: string[];
}

/** How attributes of a kind merge, where not as most do; see `KindDeclaration`. */
export interface MergeRules {
  /** Attributes of `mine` that were changed by taps alone: their difference counts, not their value. */
  tapped?: readonly string[];
  /** Lists that merge by their items. */
  lists?: Readonly<Record<string, ListMerge>>;
  /** Attributes of which either value will do: what stands stays. */
  either?: readonly string[];
}

/** `set`: items come and go by themselves; `places`: each place of the list is a thing of its own. */
export type ListMerge = 'set' | 'places';

/**
 * Puts two edits of one record together that were made apart on the same version of it. What only one
 * of them changed is taken from that one; what both changed alike, or only one of several figures
 * beside each other in an object, goes together. What both changed differently clashes: then a person
 * must choose, and nothing may win silently.
 *
 * Taps are sums: a count that two people tapped on holds the taps of both.
 *
 * @param base what both edits started from; null when each made the record by itself
 * @param theirs what stands now
 * @param mine the edit to put in
 * @param rules how this kind's attributes merge; see `MergeRules`
 * @example mergeEdits({ n: 3 }, { n: 13 }, { n: 4 }, { tapped: ['n'] }).data // { n: 14 }
 */
export function mergeEdits(
  base: unknown,
  theirs: unknown,
  mine: unknown,
  { tapped = [], lists = {}, either = [] }: MergeRules = {},
): Merge {
  const clashes: string[] = [];
  // Each made the record by itself: what one of them left empty, the other fills in.
  const bothMade = base === null || base === undefined;
  const merge = (b: unknown, t: unknown, m: unknown, path: string): unknown => {
    // Taps first: two people who each tapped once agree on the figure, and yet it must go up by two.
    if (tapped.includes(path)) {
      const [was, now, wanted] = [b ?? 0, t ?? 0, m ?? 0].map(Number) as [number, number, number];
      return Math.max(0, now + wanted - was);
    }
    if (sameData(m, b) || (tapped.length === 0 && sameData(t, m))) return t;
    if (sameData(t, b)) return m;
    if (sameData(t, m) && !isPlain(t)) return t;
    if (either.includes(path)) return t;
    if (bothMade && path !== '' && (isEmpty(t) || isEmpty(m))) return isEmpty(m) ? t : m;
    if (Array.isArray(t) && Array.isArray(m)) {
      const before = Array.isArray(b) ? b : [];
      if (lists[path] === 'set') return mergedSet(before, t, m);
      const sameLength = t.length === m.length && (bothMade || before.length === t.length);
      if (lists[path] === 'places' && sameLength)
        return t.map((item, i) => merge(before[i], item, m[i], `${path}.${i}`));
    }
    if (isPlain(t) && isPlain(m)) {
      const before = isPlain(b) ? b : {};
      const names = [...new Set([...Object.keys(t), ...Object.keys(m)])];
      return Object.fromEntries(
        names.flatMap((name) => {
          const value = merge(before[name], t[name], m[name], path ? `${path}.${name}` : name);
          return value === undefined ? [] : [[name, value]];
        }),
      );
    }
    clashes.push(path);
    return m;
  };
  const data = merge(base ?? undefined, theirs, mine, '');
  return { data, clashes: clashes.sort() };
}

const isEmpty = (value: unknown): boolean =>
  value === null ||
  value === undefined ||
  value === '' ||
  (Array.isArray(value) && value.length === 0) ||
  (isPlain(value) && Object.keys(value).length === 0);

/** What stands, with what `mine` added to the base and without what it took out. */
function mergedSet(base: readonly unknown[], theirs: readonly unknown[], mine: readonly unknown[]) {
  const [before, now, wanted] = [base, theirs, mine].map((list) => new Set(list.map(canonical)));
  const goneOfMine = (item: unknown) =>
    before!.has(canonical(item)) && !wanted!.has(canonical(item));
  return [
    ...theirs.filter((item) => !goneOfMine(item)),
    ...mine.filter((item) => !now!.has(canonical(item)) && !before!.has(canonical(item))),
  ];
}
