import { placeOfStop, type Position, type SamplingPlan, type WalkFacts } from '@sendero/core';
import { fieldFeatures } from '../map/fieldFeatures.ts';
import type { MapFeature } from '../map/looks.ts';

/** The way on the map: what is walked, what comes, and where one is. */
export function wayFeatures(
  { stops, field, planting }: WalkFacts,
  plan: SamplingPlan,
  parts: Parameters<typeof fieldFeatures>[1],
  order: readonly number[],
  fix: { at: Position; accuracyM: number } | null,
): MapFeature[] {
  const last = stops.at(-1);
  const here = fix?.at ?? (last && placeOfStop(last.data, plan)) ?? plan.car;
  const at = order.map((i) => plan.places[i]!.at);
  const way = [...(here ? [here] : []), ...at, ...(plan.car ? [plan.car] : [])];
  const made = stops.length;
  return [
    ...fieldFeatures({ id: planting.data.fieldId, data: field }, parts, { label: false }),
    ...(way.length > 1 ? [{ id: 'way', look: 'way' as const, line: way }] : []),
    ...stops.flatMap(({ id, data }): MapFeature[] => {
      const place = placeOfStop(data, plan);
      return place
        ? [
            {
              id,
              look: data.chosen ? 'badStop' : 'doneStop',
              at: place,
              label: String(data.ordinal),
            },
          ]
        : [];
    }),
    ...at
      .map((place, i): MapFeature => ({
        id: `place ${order[i]}`,
        look: i === 0 ? 'nextStop' : 'stop',
        at: place,
        label: String(made + i + 1),
      }))
      .reverse(),
    ...(fix ? [{ id: 'here', look: 'here' as const, at: fix.at, size: fix.accuracyM }] : []),
  ];
}
