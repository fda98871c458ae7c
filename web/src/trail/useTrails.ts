import { trailOf, type Field, type Kept, type TrailMark } from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useToday } from '../data/hooks.ts';

export interface PlantingOnTrail {
  planting: Kept<'planting'>;
  field: { id: string; data: Field };
  growerName: string;
  walks: Kept<'walk'>[];
  open: Kept<'walk'> | undefined;
  marks: TrailMark[];
}

/** Every planting with its field, walks and trail; those that need work first. */
export function useTrails(): PlantingOnTrail[] {
  const plantings = useAll('planting');
  const fields = useAll('field');
  const growers = useAll('grower');
  const walks = useAll('walk');
  const today = useToday();
  return useMemo(() => {
    const urgency = ({ marks, open }: PlantingOnTrail) =>
      open
        ? 0
        : { overdue: 1, due: 2, later: 3, done: 4 }[
            marks.find(({ mark }) => mark === 'standWalk')!.state
          ];
    return plantings
      .flatMap((planting) => {
        const field = fields.find(({ id }) => id === planting.data.fieldId);
        if (!field) return [];
        const own = walks.filter(({ data }) => data.plantingId === planting.id);
        const finished = own.flatMap(({ data }) =>
          data.finishedAt ? [data.finishedAt.slice(0, 10)] : [],
        );
        return [
          {
            planting,
            field,
            walks: own,
            open: own.find(({ data }) => data.finishedAt === null),
            growerName: growers.find(({ id }) => id === field.data.growerId)?.data.name ?? '',
            marks: trailOf(planting.data, finished, today),
          },
        ];
      })
      .sort((a, b) => urgency(a) - urgency(b));
  }, [plantings, fields, growers, walks, today]);
}
