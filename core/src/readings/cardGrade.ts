import { mean } from '../stats/index.ts';
import type { CardMeasure } from '../planter/index.ts';
import type { CardDepths } from './cardCells.ts';
import type { CardRow, JudgedMeasure } from './readPlanterCard.ts';

/** What a machine's grade is made of, each 0…1. */
export const GRADE_PARTS = ['depth', 'furrow', 'feed', 'stand', 'evenness'] as const;
export type GradePart = (typeof GRADE_PARTS)[number];

export interface CardGrade {
  /** 0…100: the mean of the parts that were measured. Equal weights are a default of this app. */
  grade: number;
  parts: { part: GradePart; score: number }[];
  /** Rows whose mending would raise the grade most, and by how much; null where no row is named. */
  raise: { rows: number[]; part: GradePart; by: number } | null;
}

const PART_OF: Record<CardMeasure, GradePart | null> = {
  depth: 'depth',
  depthSpread: 'depth',
  contact: 'furrow',
  closing: 'furrow',
  feed: 'feed',
  skips: 'feed',
  doubles: 'feed',
  scatter: null,
  monitor: null,
  emergence: 'evenness',
  emergenceSpread: 'evenness',
  stand: 'stand',
  late: 'evenness',
  digs: null,
};

/**
 * How good the machine's work was: the share of seeds inside the tolerance, of furrows tight and closed, of places filled singly, of the
 * stand to be expected that is there, and of plants in step.
 */
export function gradeOf(
  measures: readonly JudgedMeasure[],
  depths: readonly CardDepths[],
  rows: readonly CardRow[],
): CardGrade | null {
  const scores = partScores(measures, depths, new Set());
  if (scores.length === 0) return null;
  const grade = gradeFrom(scores);
  const raises = GRADE_PARTS.flatMap((part) => {
    const named = rows.filter(({ findings }) =>
      findings.some(({ measure }) => PART_OF[measure] === part),
    );
    const now = scores.find((one) => one.part === part);
    const mended = partScores(measures, depths, new Set(named.map(({ row }) => row))).find(
      (one) => one.part === part,
    );
    if (!now || !mended || named.length === 0) return [];
    // Mended, these rows would do as their sisters do.
    return [
      {
        rows: named.map(({ row }) => row),
        part,
        by: (100 * (mended.score - now.score)) / scores.length,
      },
    ];
  }).sort((a, b) => b.by - a.by);
  return { grade, parts: scores, raise: raises.find(({ by }) => by >= 0.5) ?? null };
}

const gradeFrom = (scores: readonly { score: number }[]) =>
  100 * mean(scores.map(({ score }) => score))!;

function partScores(
  measures: readonly JudgedMeasure[],
  depths: readonly CardDepths[],
  without: ReadonlySet<number>,
): { part: GradePart; score: number }[] {
  const weighted = (measure: CardMeasure) => {
    const own = (measures.find((one) => one.measure === measure)?.cells ?? []).filter(
      ({ row }) => !without.has(row),
    );
    const of = own.reduce((sum, one) => sum + one.of, 0);
    return of === 0 ? null : own.reduce((sum, one) => sum + one.value * one.of, 0) / of;
  };
  const seeds = depths.flatMap(({ row, offM, toleranceM }) =>
    without.has(row) ? [] : offM.map((off) => Math.abs(off) <= toleranceM + 1e-9),
  );
  const rough = [weighted('contact'), weighted('closing')].filter((one) => one !== null);
  const late = weighted('late');
  // Plants are more where the stand is thicker: of the stand itself the plain mean over places is told.
  const stand = mean(
    (measures.find(({ measure }) => measure === 'stand')?.cells ?? []).flatMap(({ row, value }) =>
      without.has(row) ? [] : [value],
    ),
  );
  const scores: Record<GradePart, number | null> = {
    depth: seeds.length === 0 ? null : seeds.filter(Boolean).length / seeds.length,
    furrow: rough.length === 0 ? null : 1 - mean(rough)!,
    feed: weighted('feed'),
    stand: stand === null ? null : Math.min(1, stand),
    evenness: late === null ? null : 1 - late,
  };
  return GRADE_PARTS.flatMap((part) => {
    const score = scores[part];
    return score === null ? [] : [{ part, score }];
  });
}
