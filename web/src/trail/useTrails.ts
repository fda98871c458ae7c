import {
  readFacts,
  trailOf,
  urgencyOf,
  type Kept,
  type Kind,
  type PlantingFacts,
  type SeasonWeather,
  type StandWalk,
  type TrailMark,
  type TrenchWalk,
  type WorkRecords,
} from '@sendero/core';
import { createSelector } from '@reduxjs/toolkit';
import { useAll, useEach, useToday } from '../data/hooks.ts';
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

/** Which records say what was done and is to be done. */
const WORK = {
  plantings: 'planting',
  planters: 'planter',
  walks: 'walk',
  lengths: 'flaggedLength',
  counts: 'emergenceCount',
  digs: 'belowGround',
  tags: 'taggedPlant',
  outcomes: 'tagOutcome',
  cases: 'replantCase',
  trials: 'trial',
  strips: 'trialStrip',
} as const satisfies Record<keyof WorkRecords, Kind>;
const WORK_NAMES = Object.keys(WORK) as (keyof WorkRecords)[];

type Given = WorkRecords & {
  plantings: Kept<'planting'>[];
  fields: Kept<'field'>[];
  growers: Kept<'grower'>[];
  predicted: SeasonWeather['predicted'];
  season: number;
  today: string;
};

/** The same records as long as none of them changed. */
const workOf = createSelector(
  WORK_NAMES.map((name) => (given: Given) => given[name]),
  (...held) => Object.fromEntries(WORK_NAMES.map((name, i) => [name, held[i]])) as never,
) as (given: Given) => WorkRecords;

/** What each planting is judged by: reckoned once for all who ask. */
const factsOf = createSelector(
  [
    workOf,
    (given: Given) => given.predicted,
    (given: Given) => given.season,
    (given: Given) => given.today,
  ],
  (work, predicted, season, today) => readFacts(work, predicted, { season, today }),
);

/** Put together once for all who ask. */
const together = createSelector(
  [
    (given: Given) => given.plantings,
    (given: Given) => given.fields,
    (given: Given) => given.growers,
    factsOf,
  ],
  (plantings, fields, growers, facts) => {
    const fieldOf = new Map(fields.map((field) => [field.id, field]));
    const growerOf = new Map(growers.map((grower) => [grower.id, grower]));
    return plantings
      .flatMap((planting): PlantingOnTrail[] => {
        const own = facts.get(planting.id);
        const field = fieldOf.get(planting.data.fieldId);
        if (!own || !field) return [];
        const grower = growerOf.get(field.data.growerId);
        return [
          {
            planting,
            field,
            walks: own.walks.flatMap(({ id, data }) =>
              data.purpose === 'stand' ? [{ id, data }] : [],
            ),
            checks: own.walks.flatMap(({ id, data }) =>
              data.purpose === 'trench' ? [{ id, data }] : [],
            ),
            growerName: grower?.data.name ?? '',
            archived: [planting, field, grower].some((held) => held?.data.archived),
            facts: own,
            marks: trailOf(own),
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
  const work = useEach(WORK) as Pick<Given, keyof WorkRecords>;
  const fields = useAll('field');
  const growers = useAll('grower');
  const { predicted } = useSeasonWeather();
  const today = useToday();
  const season = useAppSelector((state) => state.sync.season) ?? 0;
  return together({ ...work, fields, growers, predicted, season, today });
}
