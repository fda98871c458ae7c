import type { UnitMoved } from '@sendero/core';
import { useMemo } from 'react';
import { useChildren } from '../data/hooks.ts';

/** The day by which a season’s rows were seen: units that move do so after it. */
export const seasonEnds = (season: number) => `${season}-07-31`;

/** Units of a planter that changed places, as `rowOn` and `rowNow` follow them. */
export function useUnitMoves(planterId: string): readonly UnitMoved[] {
  const moves = useChildren('unitMove', 'planterId', planterId);
  return useMemo(() => moves.map(({ data }) => data), [moves]);
}
