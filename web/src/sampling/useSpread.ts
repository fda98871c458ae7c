import { spreadOfWalks, type Kept, type SpreadKnown } from '@sendero/core';
import { useMemo } from 'react';
import { sameItems, selectAll, selectChildren, useAll, useWalksRead } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { useAppSelector } from '../data/store.ts';

/** Walks of neighbours looked at: the newest say enough. */
const NEIGHBOURS = 8;

/** How the stops of a planting are likely to differ: from its own walks, from others of its crop, or as is usual. */
export function useSpread(planting: Kept<'planting'>): SpreadKnown {
  const plantings = useAll('planting');
  const walks = useAppSelector(
    (state) => selectAll(state, 'walk').filter(({ data }) => data.purpose === 'stand'),
    sameItems,
  );
  const looked = useMemo(() => {
    const fieldOf = new Map(plantings.map(({ id, data }) => [id, data]));
    const own = walks.filter(
      ({ data }) => fieldOf.get(data.plantingId)?.fieldId === planting.data.fieldId,
    );
    const others = walks
      .filter((walk) => !own.includes(walk))
      .filter(({ data }) => fieldOf.get(data.plantingId)?.crop === planting.data.crop)
      .sort(newestFirst)
      .slice(0, NEIGHBOURS);
    return [
      ...own.map(({ id }) => ({ id, own: true })),
      ...others.map(({ id }) => ({ id, own: false })),
    ];
  }, [walks, plantings, planting]);
  const read = useWalksRead(looked.map(({ id }) => id));
  const stops = useAppSelector(
    (state) => looked.map(({ id }) => selectChildren(state, 'stop', 'walkId', id)),
    sameItems,
  );
  const observed = useAppSelector(
    (state) => stops.flat().map(({ id }) => selectChildren(state, 'observation', 'stopId', id)),
    sameItems,
  );
  return useMemo(() => {
    let from = 0;
    return spreadOfWalks(
      read
        ? looked.map(({ own }, i) => {
            const mine = stops[i]!;
            const all = observed.slice(from, (from += mine.length));
            return { own, stops: mine, observed: all };
          })
        : [],
    );
  }, [read, looked, stops, observed]);
}
