import { addDays, dugDepths, type DugDepths, type Observation } from '@sendero/core';
import { group } from 'd3-array';
import { useMemo } from 'react';
import { useAll, useChildrenOfEach, useToday, useWalksRead } from '../data/hooks.ts';

/** Plantings whose plants may still be under way: older ones are dated by what was counted. */
const WAITING_DAYS = 45;
const NONE: ReadonlyMap<string, DugDepths> = new Map();

let newest = NONE;
/** The map that all who ask share, as long as it says the same: what is reckoned from it is reckoned once. */
function shared(dug: ReadonlyMap<string, DugDepths>): ReadonlyMap<string, DugDepths> {
  if (JSON.stringify([...dug]) !== JSON.stringify([...newest])) newest = dug;
  return newest;
}

/**
 * What finished trench checks found of the plantings that are still waited for, by planting. Checks are read from the disk when this
 * is first asked for; until then there are none.
 */
export function useDugDepths(): ReadonlyMap<string, DugDepths> {
  const plantings = useAll('planting');
  const walks = useAll('walk');
  const today = useToday();
  const checks = useMemo(() => {
    const waiting = new Map(
      plantings
        .filter(({ data }) => data.plantedOn >= addDays(today, -WAITING_DAYS))
        .map(({ id, data }) => [id, data.crop]),
    );
    return walks.flatMap(({ id, data }) => {
      const crop = waiting.get(data.plantingId);
      return data.purpose === 'trench' && data.finishedAt !== null && crop
        ? [{ id, data, crop }]
        : [];
    });
  }, [plantings, walks, today]);
  const read = useWalksRead(checks.map(({ id }) => id));
  const stops = useChildrenOfEach('stop', 'walkId', checks);
  const everyStop = useMemo(() => stops.flat(), [stops]);
  const observations = useChildrenOfEach('observation', 'stopId', everyStop);
  return useMemo(() => {
    if (!read || checks.length === 0) return NONE;
    const seenAt = new Map(everyStop.map(({ id }, i) => [id, observations[i] ?? []]));
    const last = [...group(checks, ({ data }) => data.plantingId).values()].map((own) =>
      own.reduce((a, b) => (a.data.startedAt > b.data.startedAt ? a : b)),
    );
    return shared(
      new Map(
        last.flatMap(({ id, data, crop }) => {
          const seen = (stops[checks.findIndex((one) => one.id === id)] ?? []).flatMap((stop) =>
            (seenAt.get(stop.id) ?? []).map((one) => one.data as Observation),
          );
          const dug = dugDepths(data, crop, seen);
          return dug ? [[data.plantingId, dug] as const] : [];
        }),
      ),
    );
  }, [read, checks, stops, everyStop, observations]);
}
