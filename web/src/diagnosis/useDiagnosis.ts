import {
  daysBetween,
  diagnoseCard,
  nextChecks,
  OPEN,
  type CardCells,
  type CauseTable,
  type DiagnosedCard,
  type Kept,
  type NextCheck,
  type PlanterCard,
} from '@sendero/core';
import { useMemo } from 'react';
import { useAll, useChildren, useToday, useWorkspace } from '../data/hooks.ts';
import { useRowCost } from '../planter/useRowCost.ts';
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
    const kgOf = (rows: readonly number[] | null) => {
      const costs = rows
        ? costOf(rows)
        : costOf(
            card.rows.map(({ row }) => row),
            'expected',
          );
      return costs.length === 0 ? null : costs.reduce((sum, { kg }) => sum + kg[1], 0);
    };
    const checks = nextChecks(causes, age, table, kgOf);
    /** What is as good as known comes first, by what it costs. */
    const settled = causes.filter(({ probability }) => probability > OPEN[1]);
    const bySize = [...settled].sort((a, b) => (kgOf(b.rows) ?? 0) - (kgOf(a.rows) ?? 0));
    return {
      causes: [...bySize, ...causes.filter((one) => !settled.includes(one))],
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
