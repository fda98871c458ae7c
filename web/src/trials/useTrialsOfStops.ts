import type { Kept, TrialOfWalk } from '@sendero/core';
import { useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { selectChildren } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** The trials in whose strips some stops stand, with their strips; usually none. @param all trials of the plantings of these stops */
export function useTrialsOfStops(
  all: readonly Kept<'trial'>[],
  stops: readonly Kept<'stop'>[],
): TrialOfWalk[] {
  const ids = useMemo(() => new Set(stops.flatMap(({ data }) => data.trialId ?? [])), [stops]);
  const strips = useAppSelector(
    (state) =>
      all.flatMap((trial) =>
        ids.has(trial.id) ? selectChildren(state, 'trialStrip', 'trialId', trial.id) : [],
      ),
    shallowEqual,
  );
  return useMemo(
    () =>
      all.flatMap((trial) =>
        ids.has(trial.id)
          ? [{ trial, strips: strips.filter(({ data }) => data.trialId === trial.id) }]
          : [],
      ),
    [all, ids, strips],
  );
}
