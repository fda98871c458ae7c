import type { UnitMoved } from '@sendero/core';
import { useMemo } from 'react';
import { useChildren } from '../data/hooks.ts';

/** Units of a planter that changed places, as `rowOn` and `rowNow` follow them. */
export function useUnitMoves(planterId: string): readonly UnitMoved[] {
  const moves = useChildren('unitMove', 'planterId', planterId);
  return useMemo(() => moves.map(({ data }) => data), [moves]);
}
