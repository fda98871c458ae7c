import { readTrial, type Kept, type TrialReading } from '@sendero/core';
import { group } from 'd3-array';
import { useMemo } from 'react';
import {
  useAll,
  useChildren,
  useChildrenOfEach,
  useOne,
  useWalksRead,
  useWorkspace,
} from '../data/hooks.ts';

const NOTHING: never[] = [];

/** A trial as it stands, with what its strips showed; undefined while walks are read, null when there is no such trial. */
export function useTrial(trialId: string | undefined): TrialReading | null | undefined {
  const trial = useOne('trial', trialId);
  const planting = useOne('planting', trial?.data.plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const strips = useChildren('trialStrip', 'trialId', trialId);
  const walks = useChildren('walk', 'plantingId', planting?.id);
  const read = useWalksRead(walks.map(({ id }) => id));
  const stops = useChildren('stop', 'trialId', trialId);
  const observations = useChildrenOfEach('observation', 'stopId', stops);
  const lengths = useChildren('flaggedLength', 'trialId', trialId);
  const emergence = useChildrenOfEach('emergenceCount', 'lengthId', lengths);
  const weights = useWorkspace()?.data.weights;
  const reading = useMemo(
    () =>
      trial && !trial.deletedAt && planting && field
        ? readTrial({
            trial,
            planting,
            field,
            strips,
            stops,
            seen: observations.flat(),
            walks,
            lengths,
            emergenceCounts: emergence.flat(),
            ...(weights ? { weights } : {}),
          })
        : null,
    [trial, planting, field, strips, stops, walks, observations, lengths, emergence, weights],
  );
  if (!trial || trial.deletedAt) return null;
  return read ? reading : undefined;
}

/** Every trial of the workspace by what was harvested: strips are held for all seasons, walks are not. */
export function useTrials(): TrialReading[] {
  const trials = useAll('trial');
  const plantings = useAll('planting');
  const fields = useAll('field');
  const strips = useAll('trialStrip');
  return useMemo(() => {
    const byId = <K extends 'planting' | 'field'>(all: readonly Kept<K>[]) =>
      new Map(all.map((one) => [one.id, one]));
    const [plantingOf, fieldOf] = [byId(plantings), byId(fields)];
    const stripsOf = group(strips, ({ data }) => data.trialId);
    return trials
      .filter(({ data }) => !data.archived)
      .flatMap((trial) => {
        const planting = plantingOf.get(trial.data.plantingId);
        const field = planting && fieldOf.get(planting.data.fieldId);
        return planting && field
          ? [
              readTrial({
                trial,
                planting,
                field,
                strips: stripsOf.get(trial.id) ?? NOTHING,
                stops: NOTHING,
                seen: NOTHING,
                walks: NOTHING,
                lengths: NOTHING,
                emergenceCounts: NOTHING,
              }),
            ]
          : [];
      });
  }, [trials, plantings, fields, strips]);
}
