import { readBelow, type BelowReading } from '@sendero/core';
import { useMemo } from 'react';
import { useChildren, useOne } from '../data/hooks.ts';
import { usePlantingWeather } from '../weather/usePlantingWeather.ts';

/** The newest below-ground check of a planting; null before the first. */
export function useBelow(plantingId: string | undefined): BelowReading | null {
  const planting = useOne('planting', plantingId);
  const digs = useChildren('belowGround', 'plantingId', plantingId);
  const weather = usePlantingWeather(planting);
  return useMemo(
    () => (planting ? readBelow(planting, digs, weather) : null),
    [planting, digs, weather],
  );
}
