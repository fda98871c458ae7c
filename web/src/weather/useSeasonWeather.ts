import { readSeasonWeather, type SeasonWeather, type WeatherRecords } from '@sendero/core';
import { createSelector } from '@reduxjs/toolkit';
import { useAll, useToday } from '../data/hooks.ts';
import { useDugDepths } from '../depth/useDugDepths.ts';

type Given = WeatherRecords & { today: string };

/** Reckoned anew only when something it goes by has changed: not at each tap of a count, and once for all who ask. */
const reckoned = createSelector(
  [
    (given: Given) => given.plantings,
    (given: Given) => given.fields,
    (given: Given) => given.months,
    (given: Given) => given.forecasts,
    (given: Given) => given.lengths,
    (given: Given) => given.counts,
    (given: Given) => given.dug,
    (given: Given) => given.today,
  ],
  (plantings, fields, months, forecasts, lengths, counts, dug, today) =>
    readSeasonWeather({ plantings, fields, months, forecasts, lengths, counts, dug }, today),
);

/** When plantings come up by their weather, and how such sayings did. */
export function useSeasonWeather(): SeasonWeather {
  const plantings = useAll('planting');
  const fields = useAll('field');
  const months = useAll('weatherMonth');
  const forecasts = useAll('weatherForecast');
  const lengths = useAll('flaggedLength');
  const counts = useAll('emergenceCount');
  const dug = useDugDepths();
  const today = useToday();
  return reckoned({ plantings, fields, months, forecasts, lengths, counts, dug, today });
}
