import {
  dayOfHeat,
  daysOfMonths,
  heatAhead,
  heatSoFar,
  spellsSince,
  type Kept,
} from '@sendero/core';
import { useMemo } from 'react';
import { useChildren, useOne, useToday } from '../data/hooks.ts';
import { useSeasonWeather } from './useSeasonWeather.ts';

/** Heat of the slowest plants against the usual. A default of this app. */
const SLOWEST = 1.4;

/** The weather of a planting's field since planting: heat, rain, spells; null where the field has no station. */
export function usePlantingWeather(planting: Kept<'planting'> | undefined) {
  const field = useOne('field', planting?.data.fieldId);
  const station = useOne('weatherStation', field?.data.stationId);
  const months = useChildren('weatherMonth', 'stationId', station?.id);
  const forecast = useChildren('weatherForecast', 'stationId', station?.id)[0];
  const today = useToday();
  const season = useSeasonWeather();
  return useMemo(() => {
    const needed = planting && season.needed.get(planting.id);
    if (!planting || !station || !needed) return null;
    const { crop, plantedOn } = planting.data;
    const days = daysOfMonths(months);
    const heat = heatSoFar(planting.data, days, today);
    const toEmergence = needed.heat.mean;
    // What comes once the slowest plants are up is no risk to seed any more.
    const allUp = dayOfHeat(heat, SLOWEST * toEmergence);
    const reached = dayOfHeat(heat, toEmergence);
    return {
      station,
      days,
      /** When it should come up, and its leaves after that. */
      predicted: season.predicted.get(planting.id) ?? null,
      forecast: forecast?.data ?? null,
      /** Heat that the forecast lets expect. */
      ahead: heatAhead(crop, heat, days, forecast?.data.days ?? []).filter(
        ({ on }) => on >= plantedOn,
      ),
      local: needed.local,
      dug: needed.dug,
      newest: days.at(-1)?.on ?? null,
      heat,
      toEmergence,
      /** When that heat was there; null while it is not, or not measured. */
      reached,
      spells: spellsSince(plantedOn, days, {
        cold: crop !== 'wheat',
        until: allUp ?? heat.at(-1)?.on ?? today,
      }),
    };
  }, [planting, station, months, forecast, season, today]);
}
