import { checksDue, FIELD_CHANGES, type CheckDue, type FieldChange } from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildrenOfEach, useDevice, useToday, useWalksRead } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
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
  const device = useDevice();
  const trails = useTrails();
  const today = useToday();
  const planters = useAll('planter');
  const going = useMemo(
    () => trails.filter(({ planting, archived }) => !archived && planting.data.plantedOn === today),
    [trails, today],
  );
  const checks = useMemo(() => going.flatMap((one) => one.checks), [going]);
  const events = useChildrenOfEach(
    'event',
    'plantingId',
    useMemo(() => going.map(({ planting }) => planting), [going]),
  );
  const read = useWalksRead(checks.map(({ id }) => id));
  const stops = useChildrenOfEach('stop', 'walkId', checks);
  const everyStop = useMemo(() => stops.flat(), [stops]);
  const observations = useChildrenOfEach('observation', 'stopId', everyStop);
  return useMemo(() => {
    if (!read) return [];
    const seenAt = new Map(everyStop.map(({ id }, i) => [id, observations[i] ?? []]));
    return going.flatMap((one, i): PlantingDay[] => {
      const happened = (events[i] ?? []).map(({ data }) => data);
      if (happened.some(({ type }) => type === 'plantingDone')) return [];
      const seen = one.checks
        .flatMap(({ id }) => stops[checks.findIndex((check) => check.id === id)] ?? [])
        .flatMap(({ id }) => seenAt.get(id) ?? [])
        .map(({ data }) => data);
      const newest = [...one.checks].sort(newestFirst)[0];
      return [
        {
          one,
          due: checksDue({
            rows: planters.find(({ id }) => id === one.planting.data.planterId)?.data.rows ?? null,
            digs: seen.flatMap((data) =>
              data.type === 'trench' && data.seeds.length > 0
                ? [{ row: data.row, at: data.at }]
                : [],
            ),
            adjustments: seen.flatMap((data) => (data.type === 'adjustment' ? [data] : [])),
            changes: happened.flatMap(({ type, at }) =>
              (FIELD_CHANGES as readonly string[]).includes(type)
                ? [{ type: type as FieldChange, at }]
                : [],
            ),
            now: device.moment().at,
          }),
          walkId: newest?.id ?? null,
          open: newest !== undefined && newest.data.finishedAt === null,
        },
      ];
    });
  }, [read, going, checks, planters, events, stops, everyStop, observations, device]);
}
