import { suggestWork, type Kept, type PlanterCard, type WorkSuggestion } from '@sendero/core';
import { useMemo } from 'react';
import { useOfferUndo } from '../app/Undo.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { kgOf, useRowCost } from './useRowCost.ts';

const NONE: readonly Kept<'planting'>[] = [];

/** The workshop list of a planter, what its card suggests beside it, and one tap to put a suggestion on the list. */
export function useWork(
  planterId: string | undefined,
  season: number,
  card: PlanterCard | null,
  plantings: readonly Kept<'planting'>[] = NONE,
) {
  const device = useDevice();
  const offer = useOfferUndo();
  const units = useUnits();
  const items = useChildren('workItem', 'planterId', planterId);
  const costOf = useRowCost(card, plantings);
  const suggested = useMemo(
    () => (card ? suggestWork(card, units.show, (rows) => kgOf(costOf(rows))) : []),
    [card, units, costOf],
  );
  const listed = (one: WorkSuggestion) =>
    items.some(
      ({ data }) =>
        // What is still open from another season is on the list too.
        (data.season === season || data.state !== 'done') &&
        data.what === one.what &&
        sameRows(data.rows, one.rows),
    );
  const add = ({ effortMin: _, ...one }: WorkSuggestion) => {
    const saved = device.put('workItem', {
      planterId: planterId!,
      season,
      state: 'todo',
      ...one,
    });
    if (saved.ok)
      offer({
        says: 'On the workshop list.',
        undo: () => device.remove('workItem', saved.id),
      });
  };
  return { items, suggestions: suggested.filter((one) => !listed(one)), add };
}

const sameRows = (a: readonly number[], b: readonly number[]) =>
  a.length === b.length && a.every((row, i) => row === b[i]);
