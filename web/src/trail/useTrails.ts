import {
  emergenceVisits,
  NO_EMERGENCE,
  trailOf,
  urgencyOf,
  type Kept,
  type StandWalk,
  type TrailMark,
  type TrenchWalk,
} from '@sendero/core';
import { group } from 'd3-array';
import { useMemo } from 'react';
import { useAll, useToday } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { predictions } from '../weather/predictions.ts';

export interface PlantingOnTrail {
  planting: Kept<'planting'>;
  field: Kept<'field'>;
  growerName: string;
  /** Stand walks, oldest first. */
  walks: { id: string; data: StandWalk }[];
  /** Trench checks, oldest first. */
  checks: { id: string; data: TrenchWalk }[];
  marks: TrailMark[];
  /** Put out of the way, or on a field or with a grower that is. */
  archived: boolean;
}

/** Every planting of the season on the screen with its field, walks and trail; those that need work first. */
export function useTrails(): PlantingOnTrail[] {
  const plantings = useAll('planting');
  const fields = useAll('field');
  const growers = useAll('grower');
  const walks = useAll('walk');
  const lengths = useAll('flaggedLength');
  const counts = useAll('emergenceCount');
  const digs = useAll('belowGround');
  const months = useAll('weatherMonth');
  const today = useToday();
  const season = useAppSelector((state) => state.sync.season);
  return useMemo(() => {
    const urgency = ({ marks }: PlantingOnTrail) =>
      marks.reduce(
        (least, mark) => Math.min(least, urgencyOf(mark) ?? (mark.state === 'later' ? 3 : 4)),
        4,
      );
    const lengthsOf = group(lengths, ({ data }) => data.plantingId);
    const predicted = predictions(plantings, fields, months, today);
    const digsOf = group(digs, ({ data }) => data.plantingId);
    const countsOf = group(counts, ({ data }) => data.lengthId);
    return plantings
      .filter(({ data }) => data.season === season)
      .flatMap((planting) => {
        const field = fields.find(({ id }) => id === planting.data.fieldId);
        if (!field) return [];
        const grower = growers.find(({ id }) => id === field.data.growerId);
        const own = walks.filter(({ data }) => data.plantingId === planting.id);
        const stand = own.flatMap(({ id, data }) =>
          data.purpose === 'stand' ? [{ id, data }] : [],
        );
        const checks = own.flatMap(({ id, data }) =>
          data.purpose === 'trench' ? [{ id, data }] : [],
        );
        return [
          {
            planting,
            field,
            walks: stand,
            checks,
            growerName: grower?.data.name ?? '',
            archived: [planting, field, grower].some((held) => held?.data.archived),
            marks: trailOf({
              planting,
              walks: own,
              predicted: predicted.get(planting.id) ?? null,
              below: [
                ...new Set((digsOf.get(planting.id) ?? []).map(({ data }) => data.on)),
              ].sort(),
              emergence: standing(planting, lengthsOf.get(planting.id) ?? [], countsOf),
              today,
            }),
          },
        ];
      })
      .sort((a, b) => urgency(a) - urgency(b));
  }, [plantings, fields, growers, walks, lengths, counts, digs, months, today, season]);
}

/** What the trail knows of a planting's flagged lengths. */
function standing(
  planting: Kept<'planting'>,
  lengths: readonly Kept<'flaggedLength'>[],
  countsOf: ReadonlyMap<string, readonly Kept<'emergenceCount'>[]>,
) {
  if (lengths.length === 0) return NO_EMERGENCE;
  const { visits, coming, lookAgainOn } = emergenceVisits(
    planting.data,
    lengths,
    lengths.flatMap(({ id }) => countsOf.get(id) ?? []),
  );
  return { lengths: lengths.length, visits: visits.map(({ on }) => on), coming, lookAgainOn };
}
