import { group } from 'd3-array';
import {
  EVIDENCE_FACTS,
  type CaseSigns,
  type CheckMade,
  type DiagnosticSign,
  type Sighting,
  type SignsSeen,
} from '../diagnosis/index.ts';
import type { Evidence } from '../records/index.ts';
import { PLACED, type GapFind } from '../digs/index.ts';
import type { FurrowFindings } from '../depth/index.ts';
import type { Sign } from '../pests/index.ts';
import { MEASURE_FACTS, inTolerances, type CardMeasure } from '../planter/index.ts';
import { INCH_M } from '../units/index.ts';
import {
  binomialUpperTail,
  fUpperTail,
  mean,
  normalCdf,
  sampleSd,
  twoSidedP,
} from '../stats/index.ts';
import type { Spell } from '../weather/index.ts';
import type { CardCell, CardCells, CardDepths, CardDig, CardFurrow } from './cardCells.ts';
import type { PlanterCard } from './readPlanterCard.ts';
import type { RowGaps } from './rowGaps.ts';

/** From what figure on something of the whole machine or field is a hint, is seen, or is plain; and below which it is not there. Defaults of this app. */
interface Steps {
  not: number;
  hint: number;
  seen: number;
  plain: number;
}
const STEPS = {
  /** Median row off the depth aimed for, m. */
  depth: { not: 0.1 * INCH_M, hint: 0.14 * INCH_M, seen: 0.22 * INCH_M, plain: 0.4 * INCH_M },
  /** Median SD of depths within a row, m. */
  loose: { not: 0.24 * INCH_M, hint: 0.27 * INCH_M, seen: 0.31 * INCH_M, plain: 0.4 * INCH_M },
  /** Share of places that dropped no seed. */
  skips: { not: 0.02, hint: 0.03, seen: 0.045, plain: 0.09 },
  /** Share of places with two plants. */
  doubles: { not: 0.03, hint: 0.04, seen: 0.055, plain: 0.1 },
  /** SD of single spacings, m. */
  scatter: { not: 0.023, hint: 0.027, seen: 0.031, plain: 0.041 },
  /** Share of the seeds that were lost in one way. */
  lost: { not: 0.006, hint: 0.015, seen: 0.03, plain: 0.07 },
  /** Share of the furrows or plants looked at that show it. */
  looks: { not: 0.06, hint: 0.12, seen: 0.22, plain: 0.4 },
  /** How many times more stops differ than plants by chance do. */
  patches: { not: 2.5, hint: 4, seen: 6, plain: 12 },
  /** Share of plants that show a sign. */
  plants: { not: 1e-9, hint: 0.002, seen: 0.015, plain: 0.05 },
} satisfies Record<string, Steps>;

/** Level of the tests of rows, after Holm; and that from which what they tell is plain, or a hint. */
const LEVEL = 0.05;
const PLAIN_LEVEL = 1e-4;
const HINT_LEVEL = 0.3;

/** A seed less than this below the dry layer lies as good as dry, m. */
const JUST_MOIST_M = 0.2 * INCH_M;
/** Looks below which nothing is said of the whole. */
const LEAST_LOOKS = 4;
/** A row with less of its sisters’ plants than this at a place is blank there. */
const BLANK = 0.15;
/** More rows than this share of the machine are no single rows. */
const FEW = 1 / 3;

const sighting = (value: number, { not, hint, seen, plain }: Steps): Sighting | undefined =>
  value >= plain
    ? 'plain'
    : value >= seen
      ? 'seen'
      : value >= hint
        ? 'hint'
        : value <= not
          ? 'not'
          : undefined;

/** So many of a few looks. */
const ofLooks = (found: number, looks: number): Sighting | undefined =>
  looks === 0
    ? undefined
    : found === 0
      ? 'not'
      : 2 * found < looks || (found === 1 && looks > 1)
        ? 'hint'
        : found === 1
          ? 'seen'
          : 'plain';

const FURROW: Partial<Record<DiagnosticSign, (one: FurrowFindings) => boolean>> = {
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
const FURROW_SIGNS = Object.keys(FURROW) as (keyof typeof FURROW)[];

const GAPS: Partial<Record<DiagnosticSign, readonly GapFind[]>> = {
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
const GAP_SIGNS = Object.keys(GAPS) as DiagnosticSign[];
/** Those that a whole field shows; places that were never sown are the meter’s. */
const LOST_SIGNS = GAP_SIGNS.filter((name) => name !== 'gapsWithoutSeed');
/** What dead and weak seed of a lot within its tag becomes: so much of it looks so. A default, from simulated lots. */
const OF_TAG: Partial<Record<DiagnosticSign, number>> = { gapsRotten: 0.7, gapsAbnormal: 0.35 };

const ON_PLANTS: readonly [DiagnosticSign, readonly Sign[]][] = [
  ['cutPlants', ['cut']],
  ['slimedLeaves', ['ragged']],
  ['pulledPlants', ['pulled', 'dug']],
  ['tunnelledPlants', ['wilting']],
  ['softRoots', ['softBrown']],
  ['shortThickRoots', ['rootsClubbed']],
  ['brownTips', ['tipsBurnt']],
  ['frostedLeaves', ['frosted']],
];

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
  const places = new Set(
    card.measures.flatMap(({ cells: all }) => all.map(({ placeId }) => placeId)),
  );
  const here = <One extends { placeId: string }>(all: readonly One[]) =>
    all.filter(({ placeId }) => places.has(placeId));
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
  const rows = new Map<number, SignsSeen>();
  for (const { row, seen: looked } of card.rows) {
    if (!looked) continue;
    const own = rowOf(card, seen, row);
    for (const name of FURROW_SIGNS) if (isTold(whole[name])) delete own[name];
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

/** What a person looked at by hand: the check of a cause, or a sign. It goes before what was reckoned. */
export type ByHand = Pick<Evidence, 'about' | 'name' | 'row' | 'found'>;

const isTold = (one: Sighting | undefined) => one === 'seen' || one === 'plain';
const shows = (one: Sighting | undefined) => one !== undefined && one !== 'not';

interface Seen {
  furrows: readonly CardFurrow[];
  digs: readonly CardDig[];
  tests: RowTests;
  /** How often each row was blank at a place where its sisters stood. */
  blanks: ReadonlyMap<number, number>;
}

const cellsOf = (card: PlanterCard, measure: CardMeasure): readonly CardCell[] =>
  card.measures.find((one) => one.measure === measure)?.cells ?? [];

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
  const found = (is: (one: FurrowFindings) => boolean) =>
    ofLooks(ownFurrows.filter(is).length, ownFurrows.length);
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
    ...Object.fromEntries(FURROW_SIGNS.map((name) => [name, found(FURROW[name]!)])),
    ...Object.fromEntries(GAP_SIGNS.map((name) => [name, tests.gaps.get(name)!.get(row)])),
  };
  const slots = own.filter(({ slot }) => slot !== null);
  const open = slots.filter(({ slot }) => slot === 'open').length;
  // A slot that stands open weeks later was seen there as on planting day.
  if (open > 0)
    signs.openSlot = ofLooks(
      open + ownFurrows.filter(FURROW.openSlot!).length,
      slots.length + ownFurrows.length,
    );
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

function wholeOf(
  card: PlanterCard,
  cells: CardCells,
  {
    furrows,
    digs,
    apart,
    signs,
    grounds,
  }: Seen & {
    apart: ReadonlySet<number>;
    signs: CardCells['signs'];
    grounds: CardCells['grounds'];
  },
): SignsSeen {
  const whole: SignsSeen = {};
  const tell = (name: DiagnosticSign, one: Sighting | undefined) => {
    if (one !== undefined) whole[name] = one;
  };
  const of = (measure: CardMeasure) => cellsOf(card, measure).filter(({ row }) => !apart.has(row));
  const depth = median(perRow(of('depth')));
  if (depth !== null) {
    tell('allShallow', sighting(-depth, STEPS.depth));
    tell('allDeep', sighting(depth, STEPS.depth));
  }
  const loose = spreadWithin(
    cells.depths.filter(
      ({ row, placeId }) => !apart.has(row) && of('depth').some((one) => one.placeId === placeId),
    ),
  );
  if (loose !== null) tell('allLoose', sighting(loose, STEPS.loose));
  const spacing = new Map(
    cells.tapes.map(({ placeId, row, spacingM }) => [`${placeId} ${row}`, spacingM]),
  );
  const spacingAt = ({ placeId, row }: CardCell) => spacing.get(`${placeId} ${row}`) ?? 0;
  const scatter = median(
    perRow(of('scatter').map((one) => ({ ...one, value: one.value * spacingAt(one) }))),
  );
  if (scatter !== null) tell('allScatter', sighting(scatter, STEPS.scatter));
  // Where seeds are thrown about, two of them meet by chance.
  const doubles = isTold(whole.allScatter)
    ? null
    : mean(of('doubles').map((one) => one.value - meetByChance(spacingAt(one))));
  if (doubles !== null) tell('allDoubles', sighting(doubles, STEPS.doubles));

  const others = furrows.filter(
    ({ row }) => !apart.has(row) && !card.planter.trackRows?.includes(row),
  );
  if (others.length >= LEAST_LOOKS)
    for (const name of FURROW_SIGNS)
      tell(name, sighting(others.filter(FURROW[name]!).length / others.length, STEPS.looks));

  const stand = of('stand');
  const sown = sum(stand.map((one) => one.sown ?? 0));
  const plants = sum(stand.map((one) => one.of));
  const lost = sown > 0 ? Math.max(0, 1 - plants / sown) : null;
  const gaps = digs.filter(({ row, gap }) => gap !== null && !apart.has(row));
  if (lost !== null && gaps.length >= LEAST_LOOKS) {
    const dead = 1 - mean([...cells.germination.values()])!;
    for (const name of LOST_SIGNS) {
      const found = gaps.filter(({ gap }) => GAPS[name]!.includes(gap!)).length;
      const rate = (lost * found) / gaps.length - (OF_TAG[name] ?? 0) * dead;
      const told = sighting(rate, STEPS.lost);
      // One of its kind is chance.
      tell(name, found < 2 && shows(told) ? undefined : told);
    }
    // Losses that no meter makes say nothing of the meter. Doubles fill counts, not places.
    const skips = gaps.filter(({ gap }) => gap === 'noSeed').length;
    const empty = Math.max(lost, mean(of('skips').map(({ value }) => value)) ?? 0);
    tell('allSkips', sighting((empty * skips) / gaps.length, STEPS.skips));
  }
  if (lost !== null) {
    const patches = sighting(dispersion(stand), STEPS.patches);
    tell('patches', patches);
    const beyond = lost - (1 - mean([...cells.germination.values()])!);
    tell(
      'everywhere',
      beyond < 0.03 || patches === 'plain'
        ? 'not'
        : shows(patches)
          ? undefined
          : beyond >= 0.1
            ? 'plain'
            : beyond >= 0.05
              ? 'seen'
              : 'hint',
    );
  }
  const covered = digs.filter(
    ({ gap, late }) => late !== null || (gap !== null && gap !== 'rotten' && gap !== 'abnormal'),
  );
  if (covered.length >= LEAST_LOOKS)
    for (const [name, cover] of [
      ['crustSeen', 'crust'],
      ['residueOver', 'residue'],
      ['clodsOver', 'clod'],
    ] as const)
      tell(
        name,
        sighting(
          covered.filter((one) => one.cover.includes(cover)).length / covered.length,
          STEPS.looks,
        ),
      );
  const rooted = digs.filter(({ roots }) => roots !== null);
  if (rooted.length >= LEAST_LOOKS)
    tell(
      'rootsFlat',
      sighting(
        rooted.filter(({ roots }) => roots === 'flattened').length / rooted.length,
        STEPS.looks,
      ),
    );
  const slots = digs.filter(({ row, slot }) => slot !== null && !apart.has(row));
  if (slots.length >= LEAST_LOOKS)
    tell(
      'slotReopened',
      sighting(slots.filter(({ slot }) => slot === 'reopened').length / slots.length, STEPS.looks),
    );
  for (const [name, kinds] of ON_PLANTS) {
    const own = signs.filter(({ sign }) => kinds.includes(sign));
    const looked = sum(own.map((one) => one.looked));
    if (looked > 0)
      tell(name, sighting(sum(own.map((one) => one.affected)) / looked, STEPS.plants));
  }
  if (grounds.length > 0) {
    tell('soilWet', ofLooks(grounds.filter(({ feel }) => feel === 'wet').length, grounds.length));
    const lies = (placeId: string, targetM: number) =>
      targetM +
      (mean(cells.depths.flatMap((one) => (one.placeId === placeId ? one.offM : []))) ?? 0);
    const dry = grounds.filter(
      ({ placeId, dryLayerM, targetM, feel }) =>
        feel === 'dry' ||
        (dryLayerM !== null && dryLayerM >= lies(placeId, targetM) - JUST_MOIST_M),
    ).length;
    // The ground differs over a field: one moist place does not speak for the others.
    tell('seedsDry', dry === 0 ? undefined : dry === grounds.length ? 'plain' : 'seen');
  }
  return whole;
}

function weatherOf(spells: readonly Spell[] | null): SignsSeen {
  if (spells === null) return {};
  const is = (spell: Spell['spell']): Sighting =>
    spells.some((one) => one.spell === spell) ? 'seen' : 'not';
  return {
    coldRain: is('coldDrink'),
    crustRain: is('crust'),
    soaked: is('wet'),
    dryWeather: is('dry'),
  };
}

function tracksOf(card: PlanterCard, furrows: readonly CardFurrow[]): SignsSeen {
  const tracks = card.planter.trackRows ?? [];
  if (tracks.length === 0) return {};
  /** One odd row among them is no track: each of them is on the bad side of the rows beside. */
  const allOf = (measure: CardMeasure, difference: number) => {
    const rows = card.measures.find((one) => one.measure === measure)?.judged.rows ?? [];
    const beside = median(rows.flatMap((one) => (tracks.includes(one.row) ? [] : [one.mean])));
    const { tolerance } = MEASURE_FACTS[measure];
    return rows.every(
      ({ row, mean: own }) =>
        !tracks.includes(row) || Math.sign(difference) * (own - (beside ?? own)) >= tolerance / 4,
    );
  };
  const named = card.patterns.filter(
    ({ pattern, measure, difference }) => pattern === 'tracks' && allOf(measure, difference),
  );
  const hinted = card.measures.filter(({ measure, patterns }) =>
    patterns.some(
      ({ pattern, p, difference }) =>
        pattern === 'tracks' &&
        p <= 0.01 &&
        allOf(measure, difference) &&
        Math.abs(difference) >= MEASURE_FACTS[measure].tolerance / 4 &&
        MEASURE_FACTS[measure].worse !== (difference > 0 ? 'below' : 'above'),
    ),
  );
  const smeared = furrows.filter(({ wall }) => wall === 'smeared');
  const under = (all: readonly CardFurrow[]) =>
    all.filter(({ row }) => tracks.includes(row)).length;
  const share = furrows.length > 0 ? under(smeared) / Math.max(1, under(furrows)) : null;
  const beside =
    share === null
      ? 0
      : (smeared.length - under(smeared)) / Math.max(1, furrows.length - under(furrows));
  return {
    tracksWorse:
      named.length > 1 ? 'plain' : named.length === 1 ? 'seen' : hinted.length > 0 ? 'hint' : 'not',
    ...(share !== null && {
      tracksSmeared:
        share >= 0.25 && share > 3 * beside ? (share >= 0.5 ? 'plain' : 'seen') : 'not',
    }),
  };
}

/** How often two seeds of a sound machine land within half a spacing of each other: its usual scatter, m, is a default. */
const USUAL_SCATTER_M = 0.019;
const meetByChance = (spacingM: number) =>
  spacingM > 0 ? normalCdf(-spacingM / 2 / (Math.SQRT2 * USUAL_SCATTER_M)) : 0;

const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);

const perRow = (cells: readonly CardCell[]): number[] =>
  [...group(cells, ({ row }) => row).values()].map((own) => mean(own.map(({ value }) => value))!);

function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** Spread of seeds within a row and place, pooled over those that have two or more; m. */
function spreadWithin(depths: readonly CardDepths[]): number | null {
  const told = squaresOf(depths);
  return told.df >= LEAST_LOOKS ? Math.sqrt(told.squares / told.df) : null;
}

function squaresOf(depths: readonly CardDepths[]): { squares: number; df: number } {
  let squares = 0;
  let df = 0;
  for (const { offM } of depths) {
    if (offM.length < 2) continue;
    squares += (offM.length - 1) * sampleSd(offM)! ** 2;
    df += offM.length - 1;
  }
  return { squares, df };
}

/** Rows that scatter, skip or double more than their sisters: what does not hang on the place, so that one place tells. */
interface RowTests {
  loose: Map<number, Sighting>;
  skips: Map<number, Sighting>;
  doubles: Map<number, Sighting>;
  scatter: Map<number, Sighting>;
  /** What is found in its gaps, against theirs. */
  gaps: Map<DiagnosticSign, Map<number, Sighting>>;
  shallow: Map<number, Sighting>;
  deep: Map<number, Sighting>;
}

function rowTests(card: PlanterCard, { depths }: CardCells, digs: readonly CardDig[]): RowTests {
  const dug = new Set(cellsOf(card, 'depth').map(({ placeId }) => placeId));
  const byRow = group(
    depths.filter(({ placeId }) => dug.has(placeId)),
    ({ row }) => row,
  );
  const within = [...byRow].map(([row, own]) => ({ row, ...squaresOf(own) }));
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
    loose: variancesAgainstSisters(within, 1.4),
    scatter: variancesAgainstSisters(scatter, 1.25),
    skips: sharesAgainstSisters(tapes('skips'), 0.05, (place) => lostAt.get(place) ?? 0),
    doubles: sharesAgainstSisters(tapes('doubles'), 0.03, () => 0),
    gaps: new Map(GAP_SIGNS.map((name) => [name, gapsAgainstSisters(digs, GAPS[name]!)])),
    shallow: depthsAgainstSisters(byRow, -1),
    deep: depthsAgainstSisters(byRow, 1),
  };
}

/** Rows of a sound machine differ so much in depth, m, SD; and a row is off from so much on. Defaults. */
const ROWS_DIFFER_M = 0.06 * INCH_M;
const ROW_OFF_M = 0.2 * INCH_M;

/** The mean depth of each row against the middle row: t with the spread that all rows share, Bonferroni over rows. */
function depthsAgainstSisters(
  byRow: ReadonlyMap<number, readonly CardDepths[]>,
  side: 1 | -1,
): Map<number, Sighting> {
  const rows = [...byRow].flatMap(([row, own]) => {
    const offM = own.flatMap((one) => one.offM);
    return offM.length === 0 ? [] : [{ row, meanM: mean(offM)!, n: offM.length }];
  });
  const usual = median(rows.map(({ meanM }) => meanM));
  const { squares, df } = squaresOf([...byRow.values()].flat());
  if (usual === null || df === 0 || rows.length < 3) return new Map();
  return new Map(
    rows.map(({ row, meanM, n }) => {
      const off = side * (meanM - usual);
      if (off < ROW_OFF_M / 2) return [row, 'not'];
      const p = twoSidedP(off, Math.sqrt(squares / df / n + ROWS_DIFFER_M ** 2), df) * rows.length;
      return [row, off < ROW_OFF_M ? (p <= LEVEL ? 'hint' : 'not') : byLevel(p)];
    }),
  );
}

/** What is found in the gaps of each row against those of the others: exact binomial, Bonferroni over rows. */
function gapsAgainstSisters(
  digs: readonly CardDig[],
  finds: readonly GapFind[],
): Map<number, Sighting> {
  const gaps = digs.filter(({ gap }) => gap !== null);
  const isOne = ({ gap }: CardDig) => finds.includes(gap!);
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

const byLevel = (p: number): Sighting =>
  p <= PLAIN_LEVEL ? 'plain' : p <= LEVEL ? 'seen' : p <= HINT_LEVEL ? 'hint' : 'not';

/** Share of the seeds of all rows that gave no plant, place by place. */
const lossByPlace = (card: PlanterCard): Map<string, number> =>
  new Map(
    [...group(cellsOf(card, 'stand'), ({ placeId }) => placeId)].map(([place, own]) => {
      const lost = own.map((one) => 1 - one.of / Math.max(1, one.sown ?? one.of));
      return [place, Math.max(0, median(lost) ?? 0)];
    }),
  );

/** How many times more the stands of places differ than seeds that come up by chance would. */
function dispersion(stand: readonly CardCell[]): number {
  const places = [...group(stand, ({ placeId }) => placeId).values()].map((own) => ({
    plants: sum(own.map((one) => one.of)),
    sown: sum(own.map((one) => one.sown ?? 0)),
  }));
  if (places.length < 3) return 1;
  const share = sum(places.map(({ plants }) => plants)) / sum(places.map(({ sown }) => sown));
  const loss = Math.max(0.05, 1 - share);
  return (
    sum(places.map(({ plants, sown }) => (plants - share * sown) ** 2 / (sown * share * loss))) /
    (places.length - 1)
  );
}
