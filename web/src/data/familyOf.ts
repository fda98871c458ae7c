import { KIND_NAMES, linksTo, type Kept, type Kind } from '@sendero/core';
import type { RootState } from './store.ts';

/** All that this device shows below a record, what hangs on something before that; the record itself is not among it. */
export function familyOf(state: RootState, kind: Kind, id: string): Kept[] {
  const family = new Map<string, Kept>();
  const gather = (above: Kind, aboveId: string): void => {
    for (const child of KIND_NAMES)
      for (const link of linksTo(child, above))
        for (const one of state.records[child].children[link]!.get(aboveId) ?? []) {
          const key = `${one.kind} ${one.id}`;
          if (family.has(key)) continue;
          gather(child, one.id);
          family.set(key, one);
        }
  };
  gather(kind, id);
  return [...family.values()];
}
