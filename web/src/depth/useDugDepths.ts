import { addDays, depthsDug, type DugDepths } from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildrenOfAll, useToday, useWalksRead } from '../data/hooks.ts';

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
  const waiting = useMemo(
    () => plantings.filter(({ data }) => data.plantedOn >= addDays(today, -WAITING_DAYS)),
    [plantings, today],
  );
  const checks = useMemo(() => {
    const ids = new Set(waiting.map(({ id }) => id));
    return walks.filter(
      ({ data }) =>
        data.purpose === 'trench' && data.finishedAt !== null && ids.has(data.plantingId),
    );
  }, [waiting, walks]);
  const read = useWalksRead(checks.map(({ id }) => id));
  const stops = useChildrenOfAll('stop', 'walkId', checks);
  const observations = useChildrenOfAll('observation', 'stopId', stops);
  return useMemo(
    () =>
      read && checks.length > 0 ? shared(depthsDug(waiting, checks, stops, observations)) : NONE,
    [read, waiting, checks, stops, observations],
  );
}
