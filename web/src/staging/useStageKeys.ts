import { stagesAtStop, type WalkFacts } from '@sendero/core';
import { useState } from 'react';
import { useStore } from 'react-redux';
import { selectChildren } from '../data/hooks.ts';
import type { RootState } from '../data/store.ts';
import { stageWindow } from './stageWindow.ts';

/**
 * The stages on the keys of a stop, around the one that is common there, or where the walk was staged last. A tap leaves them as they are: only
 * the person moves them.
 */
export function useStageKeys({ planting, stops }: WalkFacts, stopId: string) {
  const { crop } = planting.data;
  const store = useStore<RootState>();
  const [common] = useState(() => {
    const others = stops.filter(({ id }) => id !== stopId).map(({ id }) => id);
    for (const id of [stopId, ...others.toReversed()]) {
      const seen = selectChildren(store.getState(), 'observation', 'stopId', id);
      const staged = stagesAtStop(
        crop,
        seen.map(({ data }) => data),
      );
      if (staged) return staged.reading.mode;
    }
    return null;
  });
  const [moved, setMoved] = useState(0);
  return {
    keys: stageWindow(crop, common, moved),
    move: (by: number) => setMoved((before) => before + by),
  };
}
