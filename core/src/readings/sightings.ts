import { group } from 'd3-array';
import { SIGHTINGS, type DiagnosticSign, type Sighting } from '../diagnosis/index.ts';
import type { FurrowFindings } from '../depth/index.ts';
import { PLACED, type GapFind } from '../digs/index.ts';
import type { CardMeasure } from '../planter/index.ts';
import { mean, sampleSd } from '../stats/index.ts';
import type { CardCell, CardDepths, CardDig, CardFurrow } from './cardCells.ts';
import type { PlanterCard } from './readPlanterCard.ts';

/** Level of the tests of rows, after Holm; and that from which what they tell is plain, or a hint. */
export const LEVEL = 0.05;
const PLAIN_LEVEL = 1e-4;
const HINT_LEVEL = 0.3;

/** Looks below which nothing is said of the whole. */
export const LEAST_LOOKS = 4;

/** So many of a few looks. */
export const ofLooks = (found: number, looks: number): Sighting | undefined =>
  looks === 0
    ? undefined
    : found === 0
      ? 'not'
      : 2 * found < looks || (found === 1 && looks > 1)
        ? 'hint'
        : found === 1
          ? 'seen'
          : 'plain';

/** What in an opened furrow is which sign. */
export const FURROW: Partial<Record<DiagnosticSign, (one: FurrowFindings) => boolean>> = {
  wFloor: ({ shape }) => shape === 'w',
  falseBottom: ({ floor }) => floor === 'falseBottom',
  smearedWall: ({ wall }) => wall === 'smeared',
  openSlot: ({ closing }) => closing === 'open' || closing === 'partlyOpen',
  looseSlot: ({ closing }) => closing === 'loose',
  packedSlot: ({ closing }) => closing === 'overPacked',
  hairPinned: ({ contact }) => contact === 'hairPinned',
  airPockets: ({ contact }) => contact === 'airPockets',
  dryClods: ({ contact }) => contact === 'dryClods',
};
export const FURROW_SIGNS = Object.keys(FURROW) as (keyof typeof FURROW)[];

/** What a plant dug weeks later shows of its furrow; null where it was not looked at. */
const DUG: Partial<Record<DiagnosticSign, (one: CardDig) => boolean | null>> = {
  openSlot: ({ slot }) => slot && slot === 'open',
  smearedWall: ({ wall }) => wall && wall === 'smeared',
};

/** One look at a row, or at a row that nobody recorded, for a sign. */
export interface Look {
  row: number | null;
  shows: boolean;
}

/**
 * Looks at furrows for a sign, on planting day and at plants dug later apart: rain may have closed a slot or softened a wall since, so a
 * later look that shows nothing takes nothing back.
 */
export const furrowLooks = (
  name: DiagnosticSign,
  furrows: readonly CardFurrow[],
  digs: readonly CardDig[],
): Look[][] => [
  furrows.map((one) => ({ row: one.row, shows: FURROW[name]!(one) })),
  digs.flatMap((one) => {
    const dug = DUG[name]?.(one) ?? null;
    return dug === null ? [] : [{ row: one.row, shows: dug }];
  }),
];

/** The plainest of several sightings of one sign. */
export const plainest = (all: readonly (Sighting | undefined)[]): Sighting | undefined =>
  SIGHTINGS.findLast((one) => all.includes(one));

/** All late plants that were dug beside a neighbor, by whether they show a sign of {@link LATE_SIGNS}. */
export const lateLooks = (name: (typeof LATE_SIGNS)[number], digs: readonly CardDig[]): Look[] =>
  digs.flatMap(({ row, late }) =>
    late === null || late === 'untold'
      ? []
      : [{ row, shows: PLACED.includes(late) === (name === 'latePlaced') }],
  );

/** What late plants dug beside their neighbors show. */
export const LATE_SIGNS = ['latePlaced', 'lateSameDepth'] as const satisfies DiagnosticSign[];

/** What is found in a gap is which sign. */
export const GAPS: Partial<Record<DiagnosticSign, readonly GapFind[]>> = {
  gapsWithoutSeed: ['noSeed'],
  gapsDry: ['dry'],
  gapsDriedOut: ['dried'],
  gapsRotten: ['rotten'],
  gapsAbnormal: ['abnormal'],
  gapsBent: ['bent'],
  gapsLeafedOut: ['leafedOut'],
  gapsEaten: ['eaten'],
  gapsHollow: ['hollow'],
};
export const GAP_SIGNS = Object.keys(GAPS) as DiagnosticSign[];

/** Seen or plain: more than a hint. */
export const isTold = (one: Sighting | undefined) => one === 'seen' || one === 'plain';
/** Seen at all, a hint included. */
export const shows = (one: Sighting | undefined) => one !== undefined && one !== 'not';

/** What was measured of one measure, as far as it is looked at. */
export const cellsOf = (card: PlanterCard, measure: CardMeasure): readonly CardCell[] =>
  card.measures.find((one) => one.measure === measure)?.cells ?? [];

export const perRow = (cells: readonly CardCell[]): number[] =>
  [...group(cells, ({ row }) => row).values()].map((own) => mean(own.map(({ value }) => value))!);

export const byLevel = (p: number): Sighting =>
  p <= PLAIN_LEVEL ? 'plain' : p <= LEVEL ? 'seen' : p <= HINT_LEVEL ? 'hint' : 'not';

export function squaresOf(depths: readonly CardDepths[]): { squares: number; df: number } {
  let squares = 0;
  let df = 0;
  for (const { offM } of depths) {
    if (offM.length < 2) continue;
    squares += (offM.length - 1) * sampleSd(offM)! ** 2;
    df += offM.length - 1;
  }
  return { squares, df };
}
