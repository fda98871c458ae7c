import { suggestWork, type Kept, type PlanterCard, type WorkSuggestion } from '@sendero/core';
import { useMemo } from 'react';
import { useOfferUndo } from '../app/Undo.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { useRowCost } from './useRowCost.ts';

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
  const suggested = useMemo(() => {
    const costKg = (rows: readonly number[]) => {
      const costs = costOf(rows);
      const sum = (end: 0 | 1) => costs.reduce((total, { kg }) => total + kg[end], 0);
      return costs.length === 0 ? null : ([sum(0), sum(1)] as const);
    };
    return card ? suggestWork(card, units.show, costKg) : [];
  }, [card, units, costOf]);
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
