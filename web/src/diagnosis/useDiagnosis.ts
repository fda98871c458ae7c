import {
  daysBetween,
  diagnoseCard,
  isSettled,
  nextChecks,
  type CardCells,
  type CauseTable,
  type DiagnosedCard,
  type Kept,
  type NextCheck,
  type PlanterCard,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildren, useToday, useWorkspace } from '../data/hooks.ts';
import { kgOf, useRowCost } from '../planter/useRowCost.ts';
import { useCauses } from './useCauses.ts';

/** What is asked about: a card with what it was judged on. */
export interface AskedWhy {
  card: PlanterCard;
  cells: CardCells;
  planterId: string;
  season: number;
  plantings: readonly Kept<'planting'>[];
}

export interface Diagnosis extends Pick<DiagnosedCard, 'causes' | 'planting'> {
  checks: NextCheck[];
  table: CauseTable;
  /** The table is the workspace’s own. */
  ownTable: boolean;
  /** What people looked at by hand. */
  byHand: Kept<'evidence'>[];
}

/** Why a planter’s rows, or one of its fields, stand as they do. */
export function useDiagnosis({ card, cells, planterId, season, plantings }: AskedWhy): Diagnosis {
  const fields = useAll('field');
  const months = useAll('weatherMonth');
  const evidence = useChildren('evidence', 'planterId', planterId);
  const today = useToday();
  const costOf = useRowCost(card, plantings);
  const faultyShare = useWorkspace()?.data.faultyShare ?? undefined;
  const { causes: table, own } = useCauses();
  return useMemo(() => {
    const byHand = evidence.filter(
      ({ data }) =>
        data.season === season &&
        (data.plantingId === null || card.plantingIds.includes(data.plantingId)),
    );
    const ground = { plantings, fields, months };
    const { causes, planting } = diagnoseCard(card, cells, ground, {
      byHand: byHand.map(({ data }) => data),
      table,
      faultyShare,
    });
    const age = planting && daysBetween(planting.data.plantedOn, today);
    const allRows = card.rows.map(({ row }) => row);
    /** The most a cause of these rows may cost, kg; of the whole, against what was to be expected. */
    const mostKg = (rows: readonly number[] | null) => {
      const costs = rows ? costOf(rows) : costOf(allRows, 'expected');
      return kgOf(costs)?.[1] ?? null;
    };
    const checks = nextChecks(causes, age, table, mostKg);
    // What is as good as known comes first, by what it costs.
    const [settled, others] = [true, false].map((so) =>
      causes.filter((one) => isSettled(one) === so),
    );
    const bySize = settled!
      .map((one) => ({ one, kg: mostKg(one.rows) ?? 0 }))
      .sort((a, b) => b.kg - a.kg)
      .map(({ one }) => one);
    return {
      causes: [...bySize, ...others!],
      planting,
      checks,
      table,
      ownTable: own !== null,
      byHand,
    };
  }, [
    card,
    cells,
    season,
    plantings,
    fields,
    months,
    evidence,
    today,
    table,
    own,
    faultyShare,
    costOf,
  ]);
}
