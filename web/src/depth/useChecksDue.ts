import { checksDue, FIELD_CHANGES, type CheckDue, type FieldChange } from '@sendero/core';
import { useMemo } from 'react';
import { nowOn, useAll, useGrouped, useToday } from '../data/hooks.ts';
import { useTrails, type PlantingOnTrail } from '../trail/useTrails.ts';

export interface PlantingDay {
  one: PlantingOnTrail;
  due: CheckDue[];
  /** The check that is under way or newest; null before the first. */
  walkId: string | null;
  open: boolean;
}

/** Plantings being planted today, with the trench checks that are due on each. */
export function usePlantingDays(): PlantingDay[] {
  const trails = useTrails();
  const today = useToday();
  const planters = useAll('planter');
  const stopsOf = useGrouped('stop', 'walkId');
  const observationsOf = useGrouped('observation', 'stopId');
  const eventsOf = useGrouped('event', 'plantingId');
  return useMemo(
    () =>
      trails.flatMap((one): PlantingDay[] => {
        const { planting, checks } = one;
        const events = (eventsOf.get(planting.id) ?? []).map(({ data }) => data);
        if (planting.data.plantedOn !== today) return [];
        if (events.some(({ type }) => type === 'plantingDone')) return [];
        const seen = checks
          .flatMap(({ id }) => stopsOf.get(id) ?? [])
          .flatMap(({ id }) => observationsOf.get(id) ?? [])
          .map(({ data }) => data);
        const newest = [...checks].sort((a, b) =>
          a.data.startedAt < b.data.startedAt ? 1 : -1,
        )[0];
        return [
          {
            one,
            due: checksDue({
              rows: planters.find(({ id }) => id === planting.data.planterId)?.data.rows ?? null,
              digs: seen.flatMap((data) =>
                data.type === 'trench' && data.seeds.length > 0
                  ? [{ row: data.row, at: data.at }]
                  : [],
              ),
              adjustments: seen.flatMap((data) => (data.type === 'adjustment' ? [data] : [])),
              changes: events.flatMap(({ type, at }) =>
                (FIELD_CHANGES as readonly string[]).includes(type)
                  ? [{ type: type as FieldChange, at }]
                  : [],
              ),
              now: nowOn(today),
            }),
            walkId: newest?.id ?? null,
            open: newest !== undefined && newest.data.finishedAt === null,
          },
        ];
      }),
    [trails, today, planters, stopsOf, observationsOf, eventsOf],
  );
}
