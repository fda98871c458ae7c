import { group } from 'd3-array';
import {
  daysOfMonths,
  heatSoFar,
  whenUp,
  type EmergencePrediction,
  type Kept,
} from '@sendero/core';
import { createSelector } from '@reduxjs/toolkit';

type Records = [
  plantings: readonly Kept<'planting'>[],
  fields: readonly Kept<'field'>[],
  months: readonly Kept<'weatherMonth'>[],
  today: string,
];

/**
 * When each planting comes up, by its id. Reckoned anew only when a planting, a field or the weather changed: not at
 * each count, and once for all who ask.
 */
export const predictions = createSelector(
  [
    (...[plantings]: Records) => plantings,
    (...[, fields]: Records) => fields,
    (...[, , months]: Records) => months,
    (...[, , , today]: Records) => today,
  ],
  (plantings, fields, months, today) => {
    const stationOf = new Map(fields.map(({ id, data }) => [id, data.stationId]));
    const daysOf = new Map(
      [...group(months, ({ data }) => data.stationId)].map(([id, own]) => [id, daysOfMonths(own)]),
    );
    return new Map(
      plantings.map(({ id, data }): [string, EmergencePrediction | null] => {
        const days = daysOf.get(stationOf.get(data.fieldId) ?? '') ?? [];
        return [id, whenUp(data, heatSoFar(data, days, today))];
      }),
    );
  },
);
