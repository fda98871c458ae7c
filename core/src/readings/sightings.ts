import { group } from 'd3-array';
import type { DiagnosticSign, Sighting } from '../diagnosis/index.ts';
import type { FurrowFindings } from '../depth/index.ts';
import type { GapFind } from '../digs/index.ts';
import type { CardMeasure } from '../planter/index.ts';
import { mean, sampleSd } from '../stats/index.ts';
import type { CardCell, CardDepths } from './cardCells.ts';
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
