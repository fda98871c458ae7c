import { cardCells, type CardCells, type Kept } from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildrenOfEach, useOne, useWalksRead, useWorkspace } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

export interface SeasonOfPlanter {
  planter: Kept<'planter'>;
  season: number;
  plantings: Kept<'planting'>[];
  cells: CardCells;
}

/** The day by which a season’s rows were seen: units that move do so after it. */
export const seasonEnds = (season: number) => `${season}-07-31`;

/**
 * Everything measured of a planter's rows in a season, the one on the screen unless said.
 * @returns undefined while it is read from the disk; null when there is no such planter
 */
export function useCardCells(
  planterId: string | undefined,
  yearsBack = 0,
  /** A walk that is left aside: one under way changes with every tap. */
  without?: string,
): SeasonOfPlanter | null | undefined {
  const planter = useOne('planter', planterId);
  const season = (useAppSelector((state) => state.sync.season) ?? 0) - yearsBack;
  const allPlantings = useAll('planting');
  const fields = useAll('field');
  const allWalks = useAll('walk');
  const lengths = useAll('flaggedLength');
  const counts = useAll('emergenceCount');
  const plantings = useMemo(
    () =>
      allPlantings.filter(
        ({ data }) => data.planterId === planterId && data.season === season && !data.archived,
      ),
    [allPlantings, planterId, season],
  );
  const walks = useMemo(() => {
    const own = new Set(plantings.map(({ id }) => id));
    return allWalks.filter(({ id, data }) => own.has(data.plantingId) && id !== without);
  }, [allWalks, plantings, without]);
  const read = useWalksRead(useMemo(() => walks.map(({ id }) => id), [walks]));
  const stopsOfEach = useChildrenOfEach('stop', 'walkId', walks);
  const stops = useMemo(() => stopsOfEach.flat(), [stopsOfEach]);
  const seenAtEach = useChildrenOfEach('observation', 'stopId', stops);
  const weights = useWorkspace()?.data.weights ?? null;
  return useMemo(() => {
    if (!planter) return null;
    if (!read) return undefined;
    const observations = seenAtEach.flat();
    return {
      planter,
      season,
      plantings,
      cells: cardCells({
        planter,
        plantings,
        fields,
        walks,
        stops,
        observations,
        lengths,
        counts,
        weights,
      }),
    };
  }, [
    planter,
    read,
    season,
    plantings,
    fields,
    walks,
    stops,
    seenAtEach,
    lengths,
    counts,
    weights,
  ]);
}
