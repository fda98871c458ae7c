import { isKind, kindOf, KIND_NAMES, type DataOf, type Kind } from './kinds.ts';

/** A record that a test may make. */
export interface ExampleRecord {
  kind: Kind;
  id: string;
  /** As a person who is asked for nothing more would send it. */
  data: DataOf<Kind>;
}

/**
 * The example of every kind as one family, parents first: each belongs to the others.
 * @param newId a fresh UUID at each call
 */
export function exampleFamily(newId: () => string): ExampleRecord[] {
  const ids = new Map(KIND_NAMES.map((kind) => [kind, newId()]));
  return KIND_NAMES.map((kind) => {
    const { example, parents } = kindOf(kind);
    const links = Object.entries(parents).map(([attribute, parent]) => [
      attribute,
      isKind(parent) ? ids.get(parent) : null,
    ]);
    const about = 'recordId' in (example as object) ? { recordId: ids.get('grower') } : {};
    return {
      kind,
      id: ids.get(kind)!,
      data: { ...(example as object), ...about, ...Object.fromEntries(links) } as DataOf<Kind>,
    };
  });
}
