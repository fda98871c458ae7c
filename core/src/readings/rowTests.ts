import { group, median, sum } from 'd3-array';
import type { DiagnosticSign, Sighting } from '../diagnosis/index.ts';
import type { GapFind } from '../digs/index.ts';
import { binomialUpperTail, fUpperTail } from '../stats/index.ts';
import type { CardCells, CardDig } from './cardCells.ts';
import { depthsAgainstSisters, depthSpread } from './depthTests.ts';
import type { PlanterCard } from './readPlanterCard.ts';
import { byLevel, cellsOf, GAP_SIGNS, GAPS, LEVEL } from './sightings.ts';

/** Rows that scatter, skip or double more than their sisters: what does not hang on the place, so that one place tells. */
export interface RowTests {
  loose: Map<number, Sighting>;
  skips: Map<number, Sighting>;
  doubles: Map<number, Sighting>;
  scatter: Map<number, Sighting>;
  /** What is found in its gaps, against theirs. */
  gaps: Map<DiagnosticSign, Map<number, Sighting>>;
  shallow: Map<number, Sighting>;
  deep: Map<number, Sighting>;
}

/** @example rowTests(card, cells, cells.digs).skips.get(4) // 'plain' */
export function rowTests(
  card: PlanterCard,
  { depths }: CardCells,
  digs: readonly CardDig[],
): RowTests {
  const dug = new Set(cellsOf(card, 'depth').map(({ placeId }) => placeId));
  const byRow = group(
    depths.filter(({ placeId }) => dug.has(placeId)),
    ({ row }) => row,
  );
  const spread = depthSpread(byRow);
  const tapes = (measure: 'skips' | 'doubles') =>
    [...group(cellsOf(card, measure), ({ row }) => row)].map(([row, own]) => ({
      row,
      hits: own.map(({ value, of }) => Math.round(value * of)),
      slots: own.map(({ of }) => of),
      places: own.map(({ placeId }) => placeId),
    }));
  const lostAt = lossByPlace(card);
  const scatter = [...group(cellsOf(card, 'scatter'), ({ row }) => row)].map(([row, own]) => ({
    row,
    squares: sum(own.map(({ value, of }) => (of - 1) * value ** 2)),
    df: sum(own.map(({ of }) => of - 1)),
  }));
  return {
    loose: variancesAgainstSisters(spread.rows, 1.4),
    scatter: variancesAgainstSisters(scatter, 1.25),
    skips: sharesAgainstSisters(tapes('skips'), 0.05, (place) => lostAt.get(place) ?? 0),
    doubles: sharesAgainstSisters(tapes('doubles'), 0.03, () => 0),
    gaps: new Map(GAP_SIGNS.map((name) => [name, gapsAgainstSisters(digs, GAPS[name]!)])),
    shallow: depthsAgainstSisters(spread, -1),
    deep: depthsAgainstSisters(spread, 1),
  };
}

/** What is found in the gaps of each row against those of the others: exact binomial, Bonferroni over rows. */
function gapsAgainstSisters(
  digs: readonly CardDig[],
  finds: readonly GapFind[],
): Map<number, Sighting> {
  const gaps = digs.flatMap((dig) =>
    dig.gap !== null && dig.row !== null ? [{ ...dig, row: dig.row }] : [],
  );
  const isOne = ({ gap }: Pick<CardDig, 'gap'>) => finds.includes(gap!);
  const byRow = [...group(gaps, ({ row }) => row)];
  return new Map(
    byRow.flatMap(([row, own]): [number, Sighting][] => {
      const found = own.filter(isOne).length;
      if (found === 0) return own.length > 1 ? [[row, 'not']] : [];
      const others = gaps.length - own.length;
      const elsewhere = gaps.filter(isOne).length - found;
      const p = binomialUpperTail(found, own.length, (elsewhere + 1) / (others + 2));
      const told = byLevel(p * byRow.length);
      if (told !== 'not') return [[row, told]];
      return p <= LEVEL ? [[row, 'hint']] : [];
    }),
  );
}

/** By the middle row, so that the odd ones do not hide each other: F, Bonferroni over rows; and by how much at least. */
function variancesAgainstSisters(
  rows: readonly { row: number; squares: number; df: number }[],
  least: number,
): Map<number, Sighting> {
  const told = rows.filter(({ df }) => df > 0);
  const usual = median(told.map(({ squares, df }) => squares / df));
  return new Map(
    told.map(({ row, squares, df }) => {
      const others = sum(told.filter((one) => one.row !== row).map((one) => one.df));
      const f = usual ? squares / df / usual : 1;
      const p = others > 0 && f > 1 ? fUpperTail(f, df, others) * told.length : 1;
      return [row, f < least ** 2 ? 'not' : byLevel(p)];
    }),
  );
}

/** Hits among slots against the middle row’s share, or what its place lost in all rows: exact binomial, Bonferroni over rows. */
function sharesAgainstSisters(
  rows: readonly { row: number; hits: number[]; slots: number[]; places: string[] }[],
  least: number,
  expectedAt: (place: string) => number,
): Map<number, Sighting> {
  const shareOf = ({ hits, slots }: { hits: number[]; slots: number[] }) =>
    sum(hits) / Math.max(1, sum(slots));
  const usual = Math.max(0.01, median(rows.map(shareOf)) ?? 0);
  return new Map(
    rows.map((one) => {
      const n = sum(one.slots);
      const expected =
        sum(one.slots.map((slots, i) => slots * Math.max(usual, expectedAt(one.places[i]!)))) /
        Math.max(1, n);
      const share = shareOf(one);
      if (n === 0 || rows.length < 3 || share < expected + least / 2) return [one.row, 'not'];
      const p = binomialUpperTail(sum(one.hits), n, expected) * rows.length;
      return [one.row, share < expected + least ? (p <= LEVEL ? 'hint' : 'not') : byLevel(p)];
    }),
  );
}

/** Share of the seeds of all rows that gave no plant, place by place. */
const lossByPlace = (card: PlanterCard): Map<string, number> =>
  new Map(
    [...group(cellsOf(card, 'stand'), ({ placeId }) => placeId)].map(([place, own]) => {
      const lost = own.map((one) => 1 - one.of / Math.max(1, one.sown ?? one.of));
      return [place, Math.max(0, median(lost) ?? 0)];
    }),
  );
