import { group, median, sum } from 'd3-array';
import type { DiagnosticSign, Sighting, SignsSeen } from '../diagnosis/index.ts';
import type { Sign } from '../pests/index.ts';
import { MEASURE_FACTS, type CardMeasure } from '../planter/index.ts';
import { binomialUpperTail, mean, normalCdf } from '../stats/index.ts';
import { INCH_M } from '../units/index.ts';
import type { Spell } from '../weather/index.ts';
import type { CardCell, CardCells, CardDepths, CardDig, CardFurrow } from './cardCells.ts';
import type { PlanterCard } from './readPlanterCard.ts';
import {
  byLevel,
  cellsOf,
  FURROW_SIGNS,
  GAP_SIGNS,
  GAPS,
  furrowLooks,
  isTold,
  lateLooks,
  LATE_SIGNS,
  LEAST_LOOKS,
  ofLooks,
  perRow,
  plainest,
  shows,
  squaresOf,
  type Look,
} from './sightings.ts';

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
  /** Share of the late plants dug that lie elsewhere than their neighbors, or as deep as they. */
  late: { not: 0.2, hint: 0.4, seen: 0.55, plain: 0.75 },
  /** How many times more stops differ than plants by chance do. */
  patches: { not: 2.5, hint: 4, seen: 6, plain: 12 },
  /** Share of plants that show a sign. */
  plants: { not: 1e-9, hint: 0.002, seen: 0.015, plain: 0.05 },
} satisfies Record<string, Steps>;

/** A seed less than this below the dry layer lies as good as dry, m. */
const JUST_MOIST_M = 0.2 * INCH_M;
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

/** A sign by the share of the looks that show it; too few say nothing. */
const byShare = <Seen>(
  looks: readonly Seen[],
  is: (one: Seen) => boolean,
  steps: Steps,
): Sighting | undefined =>
  looks.length < LEAST_LOOKS ? undefined : sighting(looks.filter(is).length / looks.length, steps);

/** Those that a whole field shows; places that were never sown are the meter’s. */
const LOST_SIGNS = GAP_SIGNS.filter((name) => name !== 'gapsWithoutSeed');
/** For each dead seed that is found in a gap, so many have vanished and leave a gap without one. A Sendero default. */
const VANISHED = 0.1;
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

/** Signs of the whole machine, the field and its ground; what nobody looked at is left out. */
export function wholeOf(
  card: PlanterCard,
  cells: CardCells,
  {
    furrows,
    digs,
    apart,
    signs,
    grounds,
  }: Readonly<{
    furrows: readonly CardFurrow[];
    digs: readonly CardDig[];
    signs: CardCells['signs'];
    grounds: CardCells['grounds'];
    /** Rows that stand out by themselves: no part of the whole. */
    apart: ReadonlySet<number>;
  }>,
): SignsSeen {
  const whole: SignsSeen = {};
  const tell = (name: DiagnosticSign, one: Sighting | undefined) => {
    if (one !== undefined) whole[name] = one;
  };
  const tellShare = <Seen>(
    name: DiagnosticSign,
    looks: readonly Seen[],
    is: (one: Seen) => boolean,
  ) => tell(name, byShare(looks, is, STEPS.looks));
  const isApart = (row: number | null) => row !== null && apart.has(row);
  const of = (measure: CardMeasure) => cellsOf(card, measure).filter(({ row }) => !apart.has(row));
  const depth = median(perRow(of('depth')));
  if (depth !== undefined) {
    tell('allShallow', sighting(-depth, STEPS.depth));
    tell('allDeep', sighting(depth, STEPS.depth));
  }
  const dug = new Set(of('depth').map(({ placeId }) => placeId));
  const loose = spreadWithin(
    cells.depths.filter(({ row, placeId }) => !apart.has(row) && dug.has(placeId)),
  );
  if (loose !== null) tell('allLoose', sighting(loose, STEPS.loose));
  const spacing = new Map(
    cells.tapes.map(({ placeId, row, spacingM }) => [`${placeId} ${row}`, spacingM]),
  );
  const spacingAt = ({ placeId, row }: CardCell) => spacing.get(`${placeId} ${row}`) ?? 0;
  const scatter = median(
    perRow(of('scatter').map((one) => ({ ...one, value: one.value * spacingAt(one) }))),
  );
  if (scatter !== undefined) tell('allScatter', sighting(scatter, STEPS.scatter));
  // Where seeds are thrown about, two of them meet by chance.
  const doubles = isTold(whole.allScatter)
    ? null
    : mean(of('doubles').map((one) => one.value - meetByChance(spacingAt(one))));
  if (doubles !== null) tell('allDoubles', sighting(doubles, STEPS.doubles));

  const others = furrows.filter(
    ({ row }) => !apart.has(row) && !card.planter.trackRows?.includes(row),
  );
  const dugBeside = digs.filter(({ row }) => !isApart(row));
  const isShown = (one: Look) => one.shows;
  for (const name of FURROW_SIGNS)
    tell(
      name,
      plainest(
        furrowLooks(name, others, dugBeside).map((looks) => byShare(looks, isShown, STEPS.looks)),
      ),
    );
  for (const name of LATE_SIGNS)
    tell(name, byShare(lateLooks(name, dugBeside), isShown, STEPS.late));

  const stand = of('stand');
  const sown = sum(stand.map((one) => one.sown ?? 0));
  const plants = sum(stand.map((one) => one.of));
  const lost = sown > 0 ? Math.max(0, 1 - plants / sown) : null;
  const gaps = digs.filter(({ row, gap }) => gap !== null && !isApart(row));
  const dead = 1 - (mean([...cells.germination.values()]) ?? 1);
  if (lost !== null && gaps.length >= LEAST_LOOKS) {
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
    const unseeded = Math.max(0, skips - VANISHED * (gaps.length - skips)) / gaps.length;
    tell('allSkips', sighting(empty * unseeded, STEPS.skips));
  }
  if (lost !== null) {
    const patches = sighting(dispersion(stand), STEPS.patches);
    tell('patches', patches);
    const beyond = lost - dead;
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
  tellShare('crustSeen', covered, ({ cover }) => cover.includes('crust'));
  tellShare('residueOver', covered, ({ cover }) => cover.includes('residue'));
  tellShare('clodsOver', covered, ({ cover }) => cover.includes('clod'));
  tellShare(
    'rootsFlat',
    digs.filter(({ roots }) => roots !== null),
    ({ roots }) => roots === 'flattened',
  );
  tellShare(
    'slotReopened',
    digs.filter(({ row, slot }) => slot !== null && !isApart(row)),
    ({ slot }) => slot === 'reopened',
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

/** Signs of the weather; none where it is not known. */
export function weatherOf(spells: readonly Spell[] | null): SignsSeen {
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

/** From this share of the furrows behind tyres on their walls are smeared, and not one by chance. A Sendero default. */
const TRACKS_SMEARED = 0.25;

/** Signs of the rows behind tyres, where the machine has some. */
export function tracksOf(card: PlanterCard, furrows: readonly CardFurrow[]): SignsSeen {
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
  const behind = under(furrows);
  const beside = furrows.length - behind;
  const usual = (smeared.length - under(smeared) + 0.5) / (beside + 1);
  const p = behind > 0 ? binomialUpperTail(under(smeared), behind, usual) : 1;
  return {
    tracksWorse:
      named.length > 1 ? 'plain' : named.length === 1 ? 'seen' : hinted.length > 0 ? 'hint' : 'not',
    ...(behind > 0 && {
      tracksSmeared: under(smeared) >= TRACKS_SMEARED * behind ? byLevel(p) : 'not',
    }),
  };
}

/** How often two seeds of a sound machine land within half a spacing of each other: its usual scatter, m, is a default. */
const USUAL_SCATTER_M = 0.019;
const meetByChance = (spacingM: number) =>
  spacingM > 0 ? normalCdf(-spacingM / 2 / (Math.SQRT2 * USUAL_SCATTER_M)) : 0;

/** Spread of seeds within a row and place, pooled over those that have two or more; m. */
function spreadWithin(depths: readonly CardDepths[]): number | null {
  const told = squaresOf(depths);
  return told.df >= LEAST_LOOKS ? Math.sqrt(told.squares / told.df) : null;
}

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
