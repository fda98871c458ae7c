import { readEmergence, type EmergenceReading } from '@sendero/core';
import { useMemo } from 'react';
import { useChildren, useChildrenOfEach, useOne } from '../data/hooks.ts';

/** The emergence of a planting as the core reads it from what is kept; null when there is no such planting. */
export function useEmergence(plantingId: string | undefined): EmergenceReading | null {
  const planting = useOne('planting', plantingId);
  const lengths = useChildren('flaggedLength', 'plantingId', plantingId);
  const counts = useChildrenOfEach('emergenceCount', 'lengthId', lengths);
  return useMemo(
    () => (planting ? readEmergence(planting, lengths, counts.flat()) : null),
    [planting, lengths, counts],
  );
}
