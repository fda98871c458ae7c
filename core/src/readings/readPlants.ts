import { group } from 'd3-array';
import {
  clusteredShare,
  comparePairs,
  GAP_FINDS,
  germinationAllowanceTest,
  LATE_CAUSES,
  LOST_AS_SEED,
  PLACED,
  plantDepth,
  ROOT_FORMS,
  SEEDS_OF_A_TAG,
  whyLate,
  type AllowanceTest,
  type DoubleFind,
  type GapFind,
  type LateCause,
  type PairComparison,
  type RootForm,
} from '../digs/index.ts';
import { SIGN_FACTS, SIGNS, type Sign } from '../pests/index.ts';
import type { DugPlant, GapDig, Photo, PlantDig, SignSeen } from '../records/index.ts';
import { readStages, STAGED_BY, type StagedBy, type StageReading } from '../staging/index.ts';
import { mean } from '../stats/index.ts';
import { INCH_M } from '../units/index.ts';
import type { Held } from './held.ts';
import { stagesOf } from './stagesAtStop.ts';
import type { WalkStand, WalkStop } from './readWalkStand.ts';
import { spacingOfTapes } from './spacingOfTapes.ts';

/** A share over stops; the stop is the sampling unit. */
export type SharedOut = NonNullable<ReturnType<typeof clusteredShare>>;
export interface Part<Name> extends SharedOut {
  name: Name;
}

export interface PlantReading {
  /** Plants by stage over the walk, in each way they were counted; most plants first. */
  stages: { by: StagedBy; reading: StageReading; behind: SharedOut }[];
  /** Mean tillers a plant; null where none were counted. */
  tillers: number | null;
  /** Heads out of the boot. */
  heading: SharedOut | null;
  gaps: {
    dug: number;
    /** What was found, most first. */
    finds: Part<GapFind>[];
    /** What the digs leave open of a cause that none of them found. */
    notFound: Omit<SharedOut, 'share'> & { share: 0 };
    /** Gap − neighbour, m. */
    depth: PairComparison | null;
    /** Seeds lost as seed lots always lose some, against the tag. */
    allowance: (AllowanceTest & { seeds: number; failed: number }) | null;
    doubles: { name: DoubleFind; some: number }[];
  };
  late: {
    dug: number;
    causes: Part<LateCause>[];
    /** Of those whose depths tell it. */
    placed: SharedOut | null;
    /** Late − neighbour, m. */
    depth: PairComparison | null;
    pairs: { id: string; ordinal: number; row: number | null; lateM: number; neighbourM: number }[];
    /** Depths reckoned from a crown that sits too shallow to tell. */
    tooShallow: number;
  };
  roots: {
    plants: number;
    forms: Part<RootForm>[];
    /** With nodal roots, of those looked at for them. */
    nodal: SharedOut | null;
    /** The same by the stage of the plants. */
    nodalBy: { stage: string; some: number; of: number }[];
    smeared: SharedOut | null;
    oldRoots: SharedOut | null;
    openSlots: SharedOut | null;
    /** Mean depth of the layer they turn at, m. */
    turnedAtM: number | null;
  };
  signs: (Part<Sign> & { nothing: boolean; stops: { ordinal: number; share: number }[] })[];
  photos: { id: string; ordinal: number; data: Photo }[];
  /** What each row, and each zone, has to say by itself. */
  rows: Local<number>[];
  zones: Local<string>[];
}

/** Finds of one row or zone. */
export interface Local<Where> {
  where: Where;
  gaps: number;
  /** The commonest find of its gaps. */
  mostly: GapFind | null;
  late: number;
  placed: number;
  roots: number;
  poorRoots: number;
}

/** A depth is read to the eighth of an inch at best. */
const READ_TO_M = INCH_M / 8;

type At<Data> = Held<Data> & { stop: WalkStop };

/**
 * What the plants of a walk tell: stages, what gaps hold, why late plants are late, roots, pests. Stops that were chosen for their
 * looks are left out, as of every share of the field.
 *
 * @param zoneOf a stop's zone; '' for none
 * @example readPlants(stand).gaps.finds[0] // { name: 'rotten', share: 0.5, lower: 0.24, upper: 0.76, some: 6, of: 12 }
 */
export function readPlants(
  stand: WalkStand,
  zoneOf: (stop: WalkStop) => string = () => '',
): PlantReading {
  const stops = stand.stops.filter(({ data }) => !data.chosen);
  const all = <Type extends string>(type: Type) =>
    stops.flatMap((stop) =>
      stop.seen.flatMap(({ id, data }) => (data.type === type ? [{ id, data, stop }] : [])),
    );
  const gapDigs = all('gapDig') as At<GapDig>[];
  const measured = gapDigs.filter(({ data }) => data.what === 'gap');
  const gaps = measured.filter(({ data }) => data.found !== null);
  const gapsAt = (stop: WalkStop) => gapsOf(stop, stand.spacingM);
  const plantDigs = all('plantDig') as At<PlantDig>[];
  const late = plantDigs
    .filter(({ data }) => data.late !== null)
    .map((dig) => ({ ...dig, cause: whyLate(dig.data) }));
  const rooted = plantDigs.flatMap(({ data, stop }) =>
    [data.plant, data.neighbour].flatMap((plant) =>
      plant ? [{ plant, row: data.row, stop }] : [],
    ),
  );
  return {
    ...readWalkStages(stand, stops),
    gaps: {
      dug: gaps.length,
      finds: partsOf(GAP_FINDS, gaps, ({ data }) => data.found as GapFind, gapsAt),
      notFound: { ...NOT_FOUND, ...shareOf(gaps, () => false, gapsAt), share: 0 },
      depth: compare(
        measured.flatMap(({ data: { depthM, neighbourM } }) =>
          depthM === null || neighbourM === null ? [] : [{ late: depthM, neighbour: neighbourM }],
        ),
      ),
      allowance: allowanceOf(stand, stops, gaps),
      doubles: [...group(gapDigs, ({ data }) => data.found)].flatMap(([name, own]) =>
        name !== null && own[0]!.data.what === 'double'
          ? [{ name: name as DoubleFind, some: own.length }]
          : [],
      ),
    },
    late: readLate(late),
    roots: readRoots(rooted),
    signs: readSigns(all('sign') as At<SignSeen>[]),
    photos: stand.stops.flatMap(({ data: { ordinal }, seen }) =>
      seen.flatMap(({ id, data }) => (data.type === 'photo' ? [{ id, ordinal, data }] : [])),
    ),
    rows: locals(gaps, late, rooted, ({ row }) => row).sort((a, b) => a.where - b.where),
    zones: locals(gaps, late, rooted, (_, stop) => zoneOf(stop) || null),
  };
}

const NOT_FOUND = { lower: 0, upper: 1, some: 0, of: 0 };

/** Empty places on the tapes of a stop. */
const gapsOf = (stop: WalkStop, referenceM: number): number =>
  spacingOfTapes([stop], referenceM)?.emptySlots ?? 0;

/** Late plants that were seen at a stop: staged, or else counted. */
const lateAt = ({ staged, counts }: WalkStop): number =>
  staged
    ? staged.reading.behind.oneBehind + staged.reading.behind.twoBehind
    : counts.reduce((sum, { data }) => sum + data.oneBehind + data.twoBehind, 0);

function readWalkStages(
  { planting }: WalkStand,
  stops: readonly WalkStop[],
): Pick<PlantReading, 'stages' | 'tillers' | 'heading'> {
  const stages = STAGED_BY.flatMap((by) => {
    const own = stops.map(({ seen }) =>
      seen.flatMap(({ data }) =>
        (data.type === 'tape' || data.type === 'stages') && (data.stagedBy ?? 'collars') === by
          ? stagesOf(data)
          : [],
      ),
    );
    const reading = readStages(planting.data.crop, own.flat());
    if (!reading) return [];
    // Late is late beside the plants of the same stop: a cold corner is another matter.
    const behind = clusteredShare(
      own.map((here) => {
        const read = readStages(planting.data.crop, here);
        return { some: read ? read.plants - read.behind.inStep : 0, all: here.length };
      }),
    )!;
    return [{ by, reading, behind }];
  }).sort((a, b) => b.reading.plants - a.reading.plants);
  const heads = stops.map(({ seen }) =>
    seen.reduce(
      (sum, { data }) =>
        data.type === 'heading' ? { some: sum.some + data.headed, all: sum.all + data.stems } : sum,
      { some: 0, all: 0 },
    ),
  );
  return {
    stages,
    tillers: mean(stops.flatMap(({ staged }) => staged?.tillers ?? [])),
    heading: clusteredShare(heads),
  };
}

/** How often each of some names was found, most first; shares of all found, stop by stop. */
function partsOf<Name extends string, Dig extends { stop: WalkStop }>(
  names: readonly Name[],
  digs: readonly Dig[],
  nameOf: (dig: Dig) => Name | null,
  standFor: (stop: WalkStop) => number = () => 0,
): Part<Name>[] {
  return names
    .flatMap((name) => {
      const found = shareOf(
        digs,
        (dig) => {
          const own = nameOf(dig);
          return own === null ? null : own === name;
        },
        standFor,
      );
      return found && found.some > 0 ? [{ name, ...found }] : [];
    })
    .sort((a, b) => b.some - a.some);
}

const shareOf = <Dig extends { stop: WalkStop }>(
  digs: readonly Dig[],
  is: (dig: Dig) => boolean | null,
  /** What there is at a stop to look at, of which some was. */
  standFor: (stop: WalkStop) => number = () => 0,
): SharedOut | null =>
  clusteredShare(
    [...group(digs, ({ stop }) => stop.id).values()].map((own) => {
      const told = own.map(is).filter((one) => one !== null);
      const all = told.length;
      return {
        some: told.filter(Boolean).length,
        all,
        standFor: all === 0 ? 0 : Math.max(all, standFor(own[0]!.stop)),
      };
    }),
  );

const compare = (pairs: { late: number; neighbour: number }[]) =>
  pairs.length === 0 ? null : comparePairs(pairs, { resolution: READ_TO_M });

/**
 * Seeds that failed as seed lots always fail, against the tag. What was dug stands for the gaps of the tapes: so many gaps dug of
 * those there are look at that share of the seeds.
 */
function allowanceOf(
  { planting, spacingM }: WalkStand,
  stops: readonly WalkStop[],
  gaps: readonly At<GapDig>[],
): PlantReading['gaps']['allowance'] {
  const tapes = stops.flatMap((stop) => stop.tapes.map(({ data }) => data));
  const spacing = spacingOfTapes(stops, spacingM);
  if (gaps.length === 0 || spacing === null) return null;
  const { emptySlots } = spacing;
  const plants = tapes.reduce((sum, { positionsM }) => sum + positionsM.length, 0);
  const dug = gaps.filter(({ data }) => data.found !== 'noSeed').length;
  const failed = gaps.filter(({ data }) => LOST_AS_SEED.includes(data.found as GapFind)).length;
  const looked = Math.min(1, gaps.length / Math.max(emptySlots, gaps.length));
  const seeds = Math.max(failed, Math.round(looked * plants) + dug);
  if (seeds === 0) return null;
  const { germination } = planting.data;
  return {
    seeds,
    failed,
    ...germinationAllowanceTest({ seeds, failed, germination, tagOf: SEEDS_OF_A_TAG }),
  };
}

function readLate(late: readonly (At<PlantDig> & { cause: LateCause })[]): PlantReading['late'] {
  const pairs = late.flatMap(({ id, stop, data }) => {
    const [own, beside] = [plantDepth(data.plant), data.neighbour && plantDepth(data.neighbour)];
    return own && beside
      ? [
          {
            id,
            ordinal: stop.data.ordinal,
            row: data.row,
            lateM: own.depthM,
            neighbourM: beside.depthM,
            tooShallow: own.tooShallowToTell || beside.tooShallowToTell,
          },
        ]
      : [];
  });
  const paired = new Set(pairs.map(({ id }) => id));
  return {
    dug: late.length,
    causes: partsOf(LATE_CAUSES, late, ({ cause }) => cause, lateAt),
    placed: shareOf(
      late,
      ({ id, cause }) => (paired.has(id) ? PLACED.includes(cause) : null),
      lateAt,
    ),
    depth: compare(pairs.map(({ lateM, neighbourM }) => ({ late: lateM, neighbour: neighbourM }))),
    pairs: pairs.map(({ tooShallow: _, ...pair }) => pair),
    tooShallow: pairs.filter(({ tooShallow }) => tooShallow).length,
  };
}

function readRoots(rooted: readonly { plant: DugPlant; stop: WalkStop }[]): PlantReading['roots'] {
  const looked = rooted.filter(({ plant }) => plant.roots !== null);
  const says = (is: (plant: DugPlant) => boolean | null) =>
    shareOf(rooted, ({ plant }) => is(plant));
  return {
    plants: looked.length,
    forms: partsOf(ROOT_FORMS, looked, ({ plant }) => plant.roots),
    nodal: says(({ nodal }) => nodal),
    nodalBy: [...group(rooted, ({ plant }) => plant.stage)].flatMap(([stage, own]) => {
      const told = own.flatMap(({ plant }) => plant.nodal ?? []);
      return stage === null || told.length === 0
        ? []
        : [{ stage, some: told.filter(Boolean).length, of: told.length }];
    }),
    oldRoots: says(({ oldRoots }) => oldRoots),
    smeared: says(({ wall }) => (wall === null ? null : wall === 'smeared')),
    openSlots: says(({ slot }) => (slot === null ? null : slot !== 'shut')),
    turnedAtM: mean(rooted.flatMap(({ plant }) => plant.turnedAtM ?? [])),
  };
}

function readSigns(seen: readonly At<SignSeen>[]): PlantReading['signs'] {
  return SIGNS.flatMap((sign) => {
    const own = seen.filter(({ data }) => data.sign === sign);
    const stops = [...group(own, ({ stop }) => stop.data.ordinal)].map(([ordinal, here]) => ({
      ordinal,
      some: here.reduce((sum, { data }) => sum + data.affected, 0),
      all: here.reduce((sum, { data }) => sum + data.looked, 0),
    }));
    const found = clusteredShare(stops);
    return found
      ? [
          {
            name: sign,
            ...found,
            nothing: SIGN_FACTS[sign].family === 'nothing',
            stops: stops.map(({ ordinal, some, all }) => ({ ordinal, share: some / all })),
          },
        ]
      : [];
  }).sort((a, b) => Number(a.nothing) - Number(b.nothing) || b.share - a.share);
}

function locals<Where>(
  gaps: readonly At<GapDig>[],
  late: readonly (At<PlantDig> & { cause: LateCause })[],
  rooted: readonly { plant: DugPlant; row: number | null; stop: WalkStop }[],
  whereOf: (dig: { row: number | null }, stop: WalkStop) => Where | null,
): Local<Where>[] {
  const found = new Map<Where, Local<Where> & { finds: Map<GapFind, number> }>();
  const at = (dig: { row: number | null }, stop: WalkStop) => {
    const where = whereOf(dig, stop);
    if (where === null) return null;
    const own = found.get(where) ?? {
      where,
      gaps: 0,
      mostly: null,
      late: 0,
      placed: 0,
      roots: 0,
      poorRoots: 0,
      finds: new Map<GapFind, number>(),
    };
    found.set(where, own);
    return own;
  };
  for (const { data, stop } of gaps) {
    const own = at(data, stop);
    if (!own) continue;
    const find = data.found as GapFind;
    own.gaps += 1;
    own.finds.set(find, (own.finds.get(find) ?? 0) + 1);
    if (own.mostly === null || own.finds.get(find)! > own.finds.get(own.mostly)!) own.mostly = find;
  }
  for (const { data, stop, cause } of late) {
    const own = at(data, stop);
    if (!own) continue;
    own.late += 1;
    if (PLACED.includes(cause)) own.placed += 1;
  }
  for (const { plant, row, stop } of rooted) {
    const own = plant.roots === null ? null : at({ row }, stop);
    if (!own) continue;
    own.roots += 1;
    if (plant.roots !== 'straight') own.poorRoots += 1;
  }
  return [...found.values()].map(({ finds: _, ...own }) => own);
}
