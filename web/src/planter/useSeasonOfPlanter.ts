import { useMemo } from 'react';
import {
  sameItems,
  selectAll,
  useChildrenOfAll,
  useOne,
  useWalksRead,
  useWorkspace,
} from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { useTrialsOfStops } from '../trials/useTrialsOfStops.ts';
import { seasonOfPlanter, type SeasonOfPlanter } from './seasonOfPlanter.ts';

/**
 * Everything measured of a planter's rows in a season, the one on the screen unless said.
 * @returns undefined while it is read from the disk; null when there is no such planter
 */
export function useSeasonOfPlanter(
  planterId: string | undefined,
  yearsBack = 0,
  /** A walk that is left aside: one under way changes with every tap. */
  without?: string,
): SeasonOfPlanter | null | undefined {
  const planter = useOne('planter', planterId);
  const season = (useAppSelector((state) => state.sync.season) ?? 0) - yearsBack;
  // The same lists while none of these changed: every card that is asked for is judged from them.
  const plantings = useAppSelector(
    (state) =>
      selectAll(state, 'planting').filter(
        ({ data }) => data.planterId === planterId && data.season === season && !data.archived,
      ),
    sameItems,
  );
  const fields = useAppSelector((state) => {
    const own = new Set(plantings.map(({ data }) => data.fieldId));
    return selectAll(state, 'field').filter(({ id }) => own.has(id));
  }, sameItems);
  const walks = useAppSelector((state) => {
    const own = new Set(plantings.map(({ id }) => id));
    return selectAll(state, 'walk').filter(
      ({ id, data }) => own.has(data.plantingId) && id !== without,
    );
  }, sameItems);
  const lengths = useChildrenOfAll('flaggedLength', 'plantingId', plantings);
  const counts = useChildrenOfAll('emergenceCount', 'lengthId', lengths);
  const read = useWalksRead(useMemo(() => walks.map(({ id }) => id), [walks]));
  const stops = useChildrenOfAll('stop', 'walkId', walks);
  const observations = useChildrenOfAll('observation', 'stopId', stops);
  const trials = useTrialsOfStops(useChildrenOfAll('trial', 'plantingId', plantings), stops);
  const weights = useWorkspace()?.data.weights ?? null;
  return useMemo(() => {
    if (!planter) return null;
    if (!read) return undefined;
    return seasonOfPlanter(season, {
      planter,
      plantings,
      fields,
      walks,
      stops,
      observations,
      lengths,
      counts,
      trials,
      weights,
    });
  }, [
    planter,
    read,
    season,
    plantings,
    fields,
    walks,
    stops,
    observations,
    lengths,
    counts,
    trials,
    weights,
  ]);
}

/**
 * The season of a planter to go by, with the one before it: the one on the screen, or, until its rows are measured in it, the last one. What was
 * found is repaired in winter, when the year has changed.
 */
export function useMeasuredSeason(planterId: string | undefined) {
  const read = useSeasonOfPlanter(planterId);
  const before = useSeasonOfPlanter(planterId, 1);
  const twoBefore = useSeasonOfPlanter(planterId, 2);
  if (!read || before === undefined || twoBefore === undefined) return { read, before };
  return isMeasured(read) || !isMeasured(before)
    ? { read, before }
    : { read: before, before: twoBefore };
}

const isMeasured = (read: SeasonOfPlanter | null) => read !== null && read.cells.cells.length > 0;
