import {
  readFacts,
  trailOf,
  urgencyOf,
  type Kept,
  type PlantingFacts,
  type StandWalk,
  type TrailMark,
  type TrenchWalk,
} from '@sendero/core';
import { createSelector } from '@reduxjs/toolkit';
import { useMemo } from 'react';
import { useAll, useToday } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { useSeasonWeather } from '../weather/useSeasonWeather.ts';

export interface PlantingOnTrail {
  planting: Kept<'planting'>;
  field: Kept<'field'>;
  growerName: string;
  /** Stand walks, oldest first. */
  walks: { id: string; data: StandWalk }[];
  /** Trench checks, oldest first. */
  checks: { id: string; data: TrenchWalk }[];
  /** What its marks and visits are judged by. */
  facts: PlantingFacts;
  marks: TrailMark[];
  /** Put out of the way, or on a field or with a grower that is. */
  archived: boolean;
}

interface Given {
  plantings: Kept<'planting'>[];
  fields: Kept<'field'>[];
  growers: Kept<'grower'>[];
  facts: Map<string, PlantingFacts>;
}

/** Put together once for all who ask. */
const together = createSelector(
  [
    (given: Given) => given.plantings,
    (given: Given) => given.fields,
    (given: Given) => given.growers,
    (given: Given) => given.facts,
  ],
  (plantings, fields, growers, factsOf) => {
    const fieldOf = new Map(fields.map((field) => [field.id, field]));
    const growerOf = new Map(growers.map((grower) => [grower.id, grower]));
    return plantings
      .flatMap((planting): PlantingOnTrail[] => {
        const facts = factsOf.get(planting.id);
        const field = fieldOf.get(planting.data.fieldId);
        if (!facts || !field) return [];
        const grower = growerOf.get(field.data.growerId);
        return [
          {
            planting,
            field,
            walks: facts.walks.flatMap(({ id, data }) =>
              data.purpose === 'stand' ? [{ id, data }] : [],
            ),
            checks: facts.walks.flatMap(({ id, data }) =>
              data.purpose === 'trench' ? [{ id, data }] : [],
            ),
            growerName: grower?.data.name ?? '',
            archived: [planting, field, grower].some((held) => held?.data.archived),
            facts,
            marks: trailOf(facts),
          },
        ];
      })
      .sort((a, b) => urgency(a) - urgency(b));
  },
);

const urgency = ({ marks }: PlantingOnTrail) =>
  marks.reduce(
    (least, mark) => Math.min(least, urgencyOf(mark) ?? (mark.state === 'later' ? 3 : 4)),
    4,
  );

/** Every planting of the season on the screen with its field, walks and trail; those that need work first. */
export function useTrails(): PlantingOnTrail[] {
  const plantings = useAll('planting');
  const planters = useAll('planter');
  const fields = useAll('field');
  const growers = useAll('grower');
  const walks = useAll('walk');
  const lengths = useAll('flaggedLength');
  const counts = useAll('emergenceCount');
  const digs = useAll('belowGround');
  const { predicted } = useSeasonWeather();
  const today = useToday();
  const season = useAppSelector((state) => state.sync.season) ?? 0;
  const facts = useMemo(
    () =>
      readFacts({ plantings, planters, walks, lengths, counts, digs }, predicted, {
        season,
        today,
      }),
    [plantings, planters, walks, lengths, counts, digs, predicted, season, today],
  );
  return together({ plantings, fields, growers, facts });
}
