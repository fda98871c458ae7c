import {
  trailOf,
  urgencyOf,
  type Kept,
  type StandWalk,
  type TrailMark,
  type TrenchWalk,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useToday } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

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
  const today = useToday();
  const season = useAppSelector((state) => state.sync.season);
  return useMemo(() => {
    const urgency = ({ marks }: PlantingOnTrail) =>
      marks.reduce(
        (least, mark) => Math.min(least, urgencyOf(mark) ?? (mark.state === 'later' ? 3 : 4)),
        4,
      );
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
            marks: trailOf({ planting, walks: own, today }),
          },
        ];
      })
      .sort((a, b) => urgency(a) - urgency(b));
  }, [plantings, fields, growers, walks, today, season]);
}
