import { daysBetween, type WalkFacts } from '@sendero/core';
import { useStore } from 'react-redux';
import { useStable } from '../app/useStable.ts';
import { selectChildren, useDevice } from '../data/hooks.ts';
import type { RootState } from '../data/store.ts';

/** Keeps with the walk the day plants were first dug on it, which its trail tells; call it after each change of a dig. */
export function useDugDay({ walk, stops }: WalkFacts): () => void {
  const device = useDevice();
  const store = useStore<RootState>();
  return useStable(() => {
    const dug = stops.some(({ id }) =>
      selectChildren(store.getState(), 'observation', 'stopId', id).some(
        ({ data }) => data.type === 'plantDig',
      ),
    );
    if (dug === (walk.data.dugOn !== null)) return;
    const today = device.moment().on;
    // A walk that began days ago is entered from paper: its plants were dug then.
    const on = daysBetween(walk.data.startedOn, today) > 2 ? walk.data.startedOn : today;
    device.change('walk', walk.id, (data) => ({ ...data, dugOn: dug ? on : null }));
  });
}
