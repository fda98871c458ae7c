import { useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import { useStable } from '../app/useStable.ts';
import type { RootState } from './store.ts';

/**
 * What is selected of the store, as it was when the store last rested so long. What it is for is not
 * drawn again with each tap, nor is anything selected for it.
 */
export function useRested<Selected>(
  select: (state: RootState) => Selected,
  restMs: number,
  same: (a: Selected, b: Selected) => boolean = Object.is,
): Selected {
  const store = useStore<RootState>();
  const [rested, setRested] = useState(() => select(store.getState()));
  const look = useStable(() => {
    const now = select(store.getState());
    setRested((before) => (same(before, now) ? before : now));
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const unsubscribe = store.subscribe(() => {
      clearTimeout(timer);
      timer = setTimeout(look, restMs);
    });
    look();
    return () => {
      clearTimeout(timer);
      unsubscribe();
    };
  }, [store, look, restMs]);
  return rested;
}
