import type { Kept } from '@sendero/core';
import { useAll } from '../../data/hooks.ts';
import { backgroundMapChosen } from '../../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../../data/store.ts';

/** The background maps of the workspace, and the one that this person chose on this device; null for none. */
export function useBackground(): {
  maps: Kept<'backgroundMap'>[];
  map: Kept<'backgroundMap'> | null;
  choose(id: string | null): void;
} {
  const dispatch = useAppDispatch();
  const maps = useAll('backgroundMap');
  const chosen = useAppSelector((state) => state.preferences.backgroundMap);
  return {
    maps,
    map: maps.find(({ id }) => id === chosen) ?? null,
    choose: (id) => dispatch(backgroundMapChosen(id)),
  };
}
