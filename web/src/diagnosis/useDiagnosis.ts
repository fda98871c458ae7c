import {
  caseSigns,
  daysBetween,
  nextChecks,
  spellsOf,
  weighCauses,
  type CardCells,
  type CauseTable,
  type Kept,
  type NextCheck,
  type PlanterCard,
  type WeighedCause,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildren, useToday } from '../data/hooks.ts';
import { useCauses } from './useCauses.ts';

export interface Diagnosis {
  causes: WeighedCause[];
  checks: NextCheck[];
  table: CauseTable;
  /** The one planting that is looked at; null: several, whose ground and weather are not put together. */
  plantingId: string | null;
  /** What people looked at by hand. */
  byHand: Kept<'evidence'>[];
}

/** Why a planter’s rows, or one of its fields, stand as they do. */
export function useDiagnosis({
  card,
  cells,
  planterId,
  season,
  plantings,
}: {
  card: PlanterCard;
  cells: CardCells;
  planterId: string;
  season: number;
  plantings: readonly Kept<'planting'>[];
}): Diagnosis {
  const fields = useAll('field');
  const months = useAll('weatherMonth');
  const evidence = useChildren('evidence', 'planterId', planterId);
  const today = useToday();
  const { causes: table } = useCauses();
  return useMemo(() => {
    const plantingId = card.plantingIds.length === 1 ? card.plantingIds[0]! : null;
    const planting = plantings.find(({ id }) => id === plantingId);
    const field = fields.find(({ id }) => id === planting?.data.fieldId);
    const byHand = evidence.filter(
      ({ data }) =>
        data.season === season &&
        (data.plantingId === null || card.plantingIds.includes(data.plantingId)),
    );
    const signs = caseSigns(card, cells, {
      spells: planting ? spellsOf(planting.data, months, field?.data.stationId ?? null) : null,
      byHand: byHand.map(({ data }) => data),
    });
    const causes = weighCauses(signs, planting ? undefined : ['row', 'tracks', 'machine'], table);
    const age = planting ? daysBetween(planting.data.plantedOn, today) : null;
    return { causes, checks: nextChecks(causes, age, table), table, plantingId, byHand };
  }, [card, cells, season, plantings, fields, months, evidence, today, table]);
}
