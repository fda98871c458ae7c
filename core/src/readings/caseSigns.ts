import { group } from 'd3-array';
import {
  EVIDENCE_FACTS,
  type CaseSigns,
  type CheckMade,
  type DiagnosticSign,
  type Sighting,
  type SignsSeen,
} from '../diagnosis/index.ts';
import { PLACED } from '../digs/index.ts';
import { inTolerances, MEASURE_FACTS, type CardMeasure } from '../planter/index.ts';
import type { Evidence } from '../records/index.ts';
import { binomialUpperTail, mean } from '../stats/index.ts';
import type { Spell } from '../weather/index.ts';
import type { CardCells, CardDig, CardFurrow } from './cardCells.ts';
import type { PlanterCard } from './readPlanterCard.ts';
import type { RowGaps } from './rowGaps.ts';
import { rowTests, type RowTests } from './rowTests.ts';
import {
  byLevel,
  cellsOf,
  FURROW_SIGNS,
  furrowLooks,
  GAP_SIGNS,
  isTold,
  LATE_SIGNS,
  lateLooks,
  LEVEL,
  ofLooks,
  plainest,
  shows,
  type Look,
} from './sightings.ts';
import { tracksOf, weatherOf, wholeOf } from './wholeSigns.ts';

/** A row with less of its sisters’ plants than this at a place is blank there. */
const BLANK = 0.15;
/** More rows than this share of the machine are no single rows. */
const FEW = 1 / 3;

/**
 * What is known of a planter and its ground, as evidence: how plainly each sign shows, or that it was looked for and is not there. What nobody
 * looked at is left out. What all rows share is a sign of the machine and of no single row.
 *
 * @param spells weather of the planting; null: not known, or of several plantings
 * @param byHand what people looked at themselves
 * @example caseSigns(card, cells).rows.get(4)?.rowShallow // 'plain'
 */
export function caseSigns(
  card: PlanterCard,
  cells: CardCells,
  {
    spells = null,
    byHand = [],
  }: { spells?: readonly Spell[] | null; byHand?: readonly ByHand[] } = {},
): CaseSigns {
  const here = <One extends { placeId: string }>(all: readonly One[]) =>
    all.filter(({ placeId }) => card.placeIds.has(placeId));
  const digs = here(cells.digs);
  const seen: Seen = {
    furrows: here(cells.furrows),
    digs,
    blanks: blanksOf(card),
    tests: rowTests(card, cells, digs),
  };
  const apart =
    card.worst.length <= FEW * card.planter.rows ? new Set(card.worst) : new Set<number>();
  const whole: SignsSeen = {
    ...wholeOf(card, cells, {
      ...seen,
      apart,
      signs: here(cells.signs),
      grounds: here(cells.grounds),
    }),
    ...weatherOf(spells),
    ...tracksOf(card, seen.furrows),
  };
  const looksBySign = [...FURROW_SIGNS, ...LATE_SIGNS].map(
    (name) => [name, looksFor(seen, name)] as const,
  );
  const rows = new Map<number, SignsSeen>();
  for (const { row, seen: looked } of card.rows) {
    if (!looked) continue;
    const own = rowOf(card, seen, row);
    for (const [name, ways] of looksBySign)
      if (isTold(whole[name]) || (shows(own[name]) && !ways.some((looks) => standsOut(looks, row))))
        delete own[name];
    if (isTold(whole.allSkips) && !isTold(own.rowSkips)) delete own.gapsWithoutSeed;
    for (const name of GAP_SIGNS) if (isTold(whole[name]) && !isTold(own.rowThin)) delete own[name];
    if (isTold(whole.tracksWorse) && card.planter.trackRows?.includes(row))
      for (const name of ['rowShallow', 'rowThin', 'rowLate', 'rowSkips', 'smearedWall'] as const)
        // Places that hold no seed are the meter’s, in a track too.
        if (name !== 'rowSkips' || !isTold(own.gapsWithoutSeed)) delete own[name];
    if (Object.values(own).some(shows)) rows.set(row, own);
  }
  const checks: CheckMade[] = [];
  for (const { about, name, row, found } of byHand) {
    if (about === 'check') {
      checks.push({ cause: name, row, found });
      continue;
    }
    if (!(name in EVIDENCE_FACTS)) continue;
    const of = row === null ? whole : (rows.get(row) ?? {});
    of[name as DiagnosticSign] = found ? 'seen' : 'not';
    if (row !== null) rows.set(row, of);
  }
  return { whole, rows, trackRows: card.planter.trackRows ?? [], checks };
}

/** Looks for a sign, each way of looking apart. */
const looksFor = (
  { furrows, digs }: Seen,
  name: (typeof FURROW_SIGNS)[number] | (typeof LATE_SIGNS)[number],
): Look[][] =>
  name === 'latePlaced' || name === 'lateSameDepth'
    ? [lateLooks(name, digs)]
    : furrowLooks(name, furrows, digs);

/** Other rows that must have been looked at before a sign is said to be of one row. A Sendero default. */
const LEAST_OTHERS = 3;
/** A row stands out in what is seen by eye when the other rows would show as much less often than this. A Sendero default. */
const BY_CHANCE = 0.3;

/** Whether a sign is of this row rather than of the machine: enough other rows were looked at, and they show it clearly less. */
function standsOut(all: readonly Look[], row: number): boolean {
  const own = all.filter((one) => one.row === row);
  const others = all.filter((one) => one.row !== row);
  if (own.length === 0 || new Set(others.map((one) => one.row)).size < LEAST_OTHERS) return false;
  const [found, elsewhere] = [own, others].map((some) => some.filter((one) => one.shows).length);
  return (
    binomialUpperTail(found!, own.length, (elsewhere! + 0.5) / (others.length + 1)) <= BY_CHANCE &&
    found! / own.length >= (2 * elsewhere!) / others.length
  );
}

/** What a person looked at by hand: the check of a cause, or a sign. It goes before what was reckoned. */
export type ByHand = Pick<Evidence, 'about' | 'name' | 'row' | 'found'>;

interface Seen {
  furrows: readonly CardFurrow[];
  digs: readonly CardDig[];
  tests: RowTests;
  /** How often each row was blank at a place where its sisters stood. */
  blanks: ReadonlyMap<number, number>;
}

function blanksOf(card: PlanterCard): Map<number, number> {
  const blanks = new Map<number, number>();
  for (const at of group(cellsOf(card, 'stand'), ({ placeId }) => placeId).values()) {
    if (at.length < 3) continue;
    for (const { row, value } of at) {
      const sisters = mean(at.filter((one) => one.row !== row).map((one) => one.value))!;
      const blank = sisters > 0.4 && value < BLANK * sisters;
      blanks.set(row, (blanks.get(row) ?? 0) + Number(blank));
    }
  }
  return blanks;
}

function rowOf(card: PlanterCard, { furrows, digs, blanks, tests }: Seen, row: number): SignsSeen {
  const { findings, gaps } = card.rows[row - 1]!;
  const named = (measure: CardMeasure, side: 'above' | 'below'): Sighting | undefined => {
    const judged = card.measures.find((one) => one.measure === measure);
    const own = judged?.judged.rows.find((one) => one.row === row);
    if (!own) return undefined;
    const { difference, pHolm } = own.against.sisters;
    const off = side === 'above' ? difference : -difference;
    const found = findings.find((one) => one.measure === measure && one.side === side);
    if (found) return inTolerances(measure, found.difference) >= 2 ? 'plain' : 'seen';
    return pHolm <= LEVEL && off >= MEASURE_FACTS[measure].tolerance / 2 ? 'hint' : 'not';
  };
  const ownFurrows = furrows.filter((one) => one.row === row);
  const own = digs.filter((one) => one.row === row);
  const late = own.filter((one) => one.late !== null);
  /** What late plants of a row have in common says little of the row: never plain. */
  const lateFor = (placed: boolean): Sighting | undefined => {
    const same = late.filter(
      (one) => one.late !== 'untold' && PLACED.includes(one.late!) === placed,
    );
    return late.length < 2 ? undefined : 2 * same.length > late.length ? 'seen' : 'not';
  };
  const wheel = ownFurrows.find(({ closingWheel }) => closingWheel)?.closingWheel;
  const others = furrows.filter((one) => one.row !== row && one.closingWheel !== '');
  const lookedAt = (name: (typeof FURROW_SIGNS)[number]) =>
    plainest(
      furrowLooks(name, ownFurrows, own).map((looks) =>
        ofLooks(looks.filter((one) => one.shows).length, looks.length),
      ),
    );
  // Where nothing came out at all, what is missing there is that.
  const blank = (blanks.get(row) ?? 0) > 0;
  const signs: SignsSeen = {
    rowShallow: tests.shallow.get(row),
    rowDeep: tests.deep.get(row),
    rowLoose: tests.loose.get(row),
    rowThin: blank ? undefined : named('stand', 'below'),
    rowLate: named('late', 'above'),
    rowSkips: blank ? undefined : tests.skips.get(row),
    rowDoubles: tests.doubles.get(row),
    rowScatter: tests.scatter.get(row),
    gapsRepeat: blank ? undefined : repeatsOf(gaps, card.planter.rows),
    longBlank: blank ? 'plain' : blanks.has(row) ? 'not' : undefined,
    wheelsDiffer:
      wheel === undefined || others.length === 0
        ? undefined
        : 2 * others.filter(({ closingWheel }) => closingWheel !== wheel).length > others.length
          ? 'seen'
          : 'not',
    latePlaced: lateFor(true),
    lateSameDepth: lateFor(false),
    ...Object.fromEntries(FURROW_SIGNS.map((name) => [name, lookedAt(name)])),
    ...Object.fromEntries(GAP_SIGNS.map((name) => [name, tests.gaps.get(name)!.get(row)])),
  };
  return Object.fromEntries(Object.entries(signs).filter(([, one]) => one !== undefined));
}

/** Gaps that come again with the disc: told by long tapes, or, over all rows, by gaps a turn apart on short ones. */
function repeatsOf(gaps: RowGaps | null, rows: number): Sighting | undefined {
  if (!gaps) return undefined;
  const p = gaps.again === null ? 1 : gaps.again * rows;
  if (gaps.repeating) return p <= LEVEL ? 'plain' : 'seen';
  const told = byLevel(p);
  if (told !== 'not') return told;
  return gaps.turns !== null && gaps.tapeToTellM === null ? 'not' : undefined;
}
