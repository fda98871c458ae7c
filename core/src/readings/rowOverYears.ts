import {
  intervalOf,
  inTolerances,
  rowOn,
  type CardMeasure,
  type UnitMoved,
} from '../planter/index.ts';
import type { PlanterCard } from './readPlanterCard.ts';

/** How a row stood by one measure in one season: against its target where it has one, else against its sisters. */
export interface YearPoint {
  season: number;
  difference: number;
  /** 95 %; null where nothing tells it. */
  interval: [number, number] | null;
  /** It was named for it that season. */
  named: boolean;
}

export interface YearLine {
  measure: CardMeasure;
  points: YearPoint[];
}

/**
 * A row’s line through the seasons, measure by measure; those it was ever named for first.
 *
 * @param seasons cards, oldest first; @param moves units that changed places: a row’s history is that of the unit it has now
 * @returns measures that were told in two seasons or more
 * @example rowOverYears([{ season: 2026, card: before }, { season: 2027, card }], 2)[0].points.length // 2
 */
export function rowOverYears(
  seasons: readonly { season: number; card: PlanterCard }[],
  row: number,
  moves: readonly UnitMoved[] = [],
): YearLine[] {
  const lines = new Map<CardMeasure, YearPoint[]>();
  for (const { season, card } of seasons) {
    const sat = rowOn(row, moves, card.all.days.at(-1) ?? `${season}-12-31`);
    for (const { measure, judged } of card.measures) {
      const own = judged.rows.find((one) => one.row === sat);
      const found = card.rows[sat - 1]?.findings.find((one) => one.measure === measure);
      const against = own && (own.against.target ?? own.against.sisters);
      if (!against) continue;
      lines.set(measure, [
        ...(lines.get(measure) ?? []),
        {
          season,
          difference: found?.difference ?? against.difference,
          interval: found?.interval ?? intervalOf(against),
          named: found !== undefined,
        },
      ]);
    }
  }
  const weight = ({ measure, points }: YearLine) =>
    Math.max(
      ...points.map(
        ({ difference, named }) => (named ? 100 : 0) + inTolerances(measure, difference),
      ),
    );
  return [...lines]
    .map(([measure, points]) => ({ measure, points }))
    .filter(({ points }) => points.length > 1)
    .sort((a, b) => weight(b) - weight(a));
}
