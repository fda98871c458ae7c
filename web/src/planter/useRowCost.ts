import { rowCost, type CropCost, type Kept, type PlanterCard } from '@sendero/core';
import { useCallback } from 'react';
import { useAll, useWorkspace } from '../data/hooks.ts';

/** What rows of a card cost over the fields that are looked at, by this workspace's own figures. */
export type RowCost = (rows: readonly number[], against?: 'sisters' | 'expected') => CropCost[];

/** Grain that some costs come to over the crops, kg, as a range; null where nothing is known. */
export function kgOf(costs: readonly CropCost[]): readonly [number, number] | null {
  const sum = (end: 0 | 1) => costs.reduce((total, { kg }) => total + kg[end], 0);
  return costs.length === 0 ? null : [sum(0), sum(1)];
}

/** @param card null: none is read yet, and nothing costs */
export function useRowCost(
  card: PlanterCard | null,
  plantings: readonly Kept<'planting'>[],
): RowCost {
  const fields = useAll('field');
  const workspace = useWorkspace()?.data ?? null;
  return useCallback(
    (rows, against = 'sisters') =>
      card === null
        ? []
        : rowCost(card.measures.find(({ measure }) => measure === 'stand')?.cells ?? [], {
            rows,
            apart: card.worst,
            of: card.planter.rows,
            plantings: plantings.filter(({ id }) => card.plantingIds.includes(id)),
            fields,
            workspace,
            against,
          }),
    [card, plantings, fields, workspace],
  );
}
