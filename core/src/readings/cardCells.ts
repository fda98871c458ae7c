import { group } from 'd3-array';
import type { Cover } from '../belowGround/index.ts';
import {
  digOf,
  sinceAdjustment,
  windowAround,
  type Feel,
  type FurrowFindings,
  type SideWall,
} from '../depth/index.ts';
import {
  PLACED,
  whyLate,
  type GapFind,
  type LateCause,
  type RootForm,
  type Slot,
} from '../digs/index.ts';
import type { Sign } from '../pests/index.ts';
import { droppedPopulation, type CardMeasure, type RowFigure } from '../planter/index.ts';
import type {
  EmergenceCount,
  Field,
  FlaggedLength,
  Observation,
  Planter,
  Planting,
  Stop,
  Tape,
  Trench,
  TrenchWalk,
  Walk,
} from '../records/index.ts';
import { analyseSpacing } from '../spacing/index.ts';
import { DEFAULT_WEIGHTS, type LatenessWeights } from '../stand/index.ts';
import { mean, sampleSd } from '../stats/index.ts';
import type { Held } from './held.ts';
import { emergenceCells } from './emergenceCells.ts';
import { seedingsOf, targetsOf } from './readWalkFacts.ts';
import { tapeRun } from './spacingOfTapes.ts';
import { plantedAs, withRowWidth, type TrialOfWalk } from './stripSeeding.ts';

/** A season's records of one planter; those of others are left aside. */
export interface CardRecords {
  planter: Held<Planter>;
  plantings: readonly Held<Planting>[];
  fields: readonly Held<Field>[];
  walks: readonly Held<Walk>[];
  stops: readonly Held<Stop>[];
  observations: readonly Held<Observation>[];
  lengths: readonly Held<FlaggedLength>[];
  counts: readonly Held<EmergenceCount>[];
  /** Trials of the plantings with their strips, which may be of another row width or rate; left out: none. */
  trials?: readonly TrialOfWalk[];
  /** Of plants behind, the user's own; left out: the default. */
  weights?: LatenessWeights | null;
}

/** One figure of one row at one place, with where and when it is from. */
export interface CardCell {
  measure: CardMeasure;
  row: number;
  plantingId: string;
  /** The stop, or the flagged length. */
  placeId: string;
  walkId: string | null;
  /** The field's local day and hour it was seen. */
  on: string;
  hour: number;
  /** The same hour with its minutes. */
  clockH: number;
  /** Of the planter at this place, m/s; left out: not noted. */
  speedMPerS?: number;
  value: number;
  /** Seeds, plants or slots it is the figure of. */
  of: number;
  /** Of a stand: the same with late plants discounted, and the seeds sown in the length counted. */
  effective?: number;
  sown?: number;
}

/** Cells of one measure as rows are modelled by: fields are plantings, stops the places. @example rowModel(rowFigures(cells)) */
export const rowFigures = (cells: readonly CardCell[]): RowFigure[] =>
  cells.map(({ row, plantingId, placeId, value }) => ({
    row,
    field: plantingId,
    stop: placeId,
    value,
  }));

/** The depths of one row at one place, m less the depth aimed for, with what still is on target. */
export interface CardDepths {
  row: number;
  plantingId: string;
  placeId: string;
  offM: number[];
  targetM: number;
  toleranceM: number;
  /** Depths accepted for the crop; null where the target lies outside of them. */
  windowM: readonly [number, number] | null;
}

/** A tape read in one row. */
export interface CardTape {
  row: number;
  plantingId: string;
  placeId: string;
  on: string;
  positionsM: readonly number[];
  lengthM: number;
  /** Spacing of a full row there. */
  spacingM: number;
}

/** A picture taken of a row. */
export interface CardPhoto {
  id: string;
  row: number;
  walkId: string;
  photoId: string;
  caption: string;
}

/** What was seen in one row's furrow at one place. */
export interface CardFurrow extends FurrowFindings {
  row: number;
  placeId: string;
  closingWheel: string;
}

/** What was found where a row has a gap, or of a plant dug and why it is late. */
export interface CardDig {
  /** null: dug in a row that nobody recorded; it tells of the field. */
  row: number | null;
  placeId: string;
  gap: GapFind | null;
  late: LateCause | null;
  cover: readonly Cover[];
  roots: RootForm | null;
  slot: Slot | null;
  wall: SideWall | null;
}

/** Plants looked at for a sign at a place, and how many show it. */
export interface CardSign {
  placeId: string;
  sign: Sign;
  looked: number;
  affected: number;
}

/** A stop of a walk or check, with when it was visited. */
export interface CardPlace {
  plantingId: string;
  placeId: string;
  on: string;
  hour: number;
  speedMPerS?: number;
}

/** How the soil was at a place of a trench check. */
export interface CardGround {
  placeId: string;
  dryLayerM: number | null;
  feel: Feel | null;
  targetM: number;
}

/** A row whose depth, opener or pressure was corrected behind the planter: what came up in that planting was mostly placed before. */
export interface CardCorrection {
  row: number;
  plantingId: string;
}

export interface CardCells {
  cells: CardCell[];
  depths: CardDepths[];
  tapes: CardTape[];
  photos: CardPhoto[];
  furrows: CardFurrow[];
  digs: CardDig[];
  signs: CardSign[];
  grounds: CardGround[];
  corrections: CardCorrection[];
  /** All stops that count, also those without a figure of any row. */
  places: CardPlace[];
  /** Shares of seeds that should live, by planting. */
  germination: ReadonlyMap<string, number>;
}

/** Nothing measured. @example { ...noCells(), cells } */
export const noCells = (): CardCells => ({
  cells: [],
  depths: [],
  tapes: [],
  photos: [],
  furrows: [],
  digs: [],
  signs: [],
  grounds: [],
  corrections: [],
  places: [],
  germination: new Map(),
});

/** A gap that holds no seed, or a late plant whose seed was placed elsewhere than its neighbour's. */
const isPlantersOwn = ({ gap, late }: CardDig): boolean =>
  gap === 'noSeed' || (late !== null && PLACED.includes(late));

/** Seeds of a row that tell a spread. */
const LEAST_SEEDS = 3;

/**
 * Everything that was measured of a planter's rows, one figure a row, place and measure. Depths count since a row's newest adjustment of
 * their check; places that were chosen for their looks count for none.
 *
 * @example cardCells(records).cells.filter(({ measure, row }) => measure === 'depth' && row === 4).length // 2
 */
export function cardCells(records: CardRecords): CardCells {
  const { planter, plantings, walks, stops, observations } = records;
  const cells: CardCell[] = [];
  const depths: CardDepths[] = [];
  const tapes: CardTape[] = [];
  const photos: CardPhoto[] = [];
  const furrows: CardFurrow[] = [];
  const digs: CardDig[] = [];
  const signs: CardSign[] = [];
  const grounds: CardGround[] = [];
  const corrections: CardCorrection[] = [];
  const allPlaces: CardPlace[] = [];
  const germination = new Map<string, number>();
  const stopsOf = group(stops, ({ data }) => data.walkId);
  const seenAt = group(observations, ({ data }) => data.stopId);
  for (const planting of plantings) {
    if (planting.data.planterId !== planter.id) continue;
    const trials = records.trials?.filter(({ trial }) => trial.data.plantingId === planting.id);
    germination.set(planting.id, planting.data.germination);
    for (const walk of walks) {
      if (walk.data.plantingId !== planting.id) continue;
      const places = (stopsOf.get(walk.id) ?? [])
        .filter(({ data }) => !data.chosen)
        .sort((a, b) => a.data.ordinal - b.data.ordinal)
        .map((stop) => ({ stop, seen: (seenAt.get(stop.id) ?? []).map(({ data }) => data) }));
      const seedings = seedingsOf(planting.data, stopsOf.get(walk.id) ?? [], trials ?? []);
      const plantedAt = ({ id }: Held<Stop>) => plantedAs(planting.data, seedings.get(id));
      const speeds = new Map<string, number>();
      const digsBefore = digs.length;
      for (const { stop, seen } of places)
        for (const one of seen) {
          if (one.type === 'trench') {
            const { row, contact, shape, wall, floor, closing, settings } = one;
            const { closingWheel } = settings;
            furrows.push({
              row,
              placeId: stop.id,
              contact,
              shape,
              wall,
              floor,
              closing,
              closingWheel,
            });
          }
          if (one.type === 'gapDig' || one.type === 'plantDig')
            digs.push({
              row: one.row,
              placeId: stop.id,
              gap:
                one.type === 'gapDig' && one.what === 'gap' ? (one.found as GapFind | null) : null,
              late: one.type === 'plantDig' && one.late !== null ? whyLate(one) : null,
              cover: one.cover,
              roots: one.type === 'plantDig' ? one.plant.roots : null,
              slot: one.type === 'plantDig' ? one.plant.slot : null,
              wall: one.type === 'plantDig' ? one.plant.wall : null,
            });
          if (one.type === 'sign') {
            const { sign, looked, affected } = one;
            signs.push({ placeId: stop.id, sign, looked, affected });
          }
          if (one.type === 'ground' && walk.data.purpose === 'trench') {
            const { dryLayerM, feel, speedMPerS } = one;
            grounds.push({ placeId: stop.id, dryLayerM, feel, targetM: walk.data.targetM });
            if (speedMPerS !== null) speeds.set(stop.id, speedMPerS);
          }
        }
      for (const stop of stopsOf.get(walk.id) ?? [])
        for (const { id, data } of seenAt.get(stop.id) ?? [])
          if (data.type === 'photo' && data.row !== null) {
            const { row, photoId, caption } = data;
            photos.push({ id, row, walkId: walk.id, photoId, caption });
          }
      const clockOf = (at: string) => {
        const local = new Date(Date.parse(at) + (walk.data.zoneOffsetMin ?? 0) * 60_000);
        return local.getUTCHours() + local.getUTCMinutes() / 60;
      };
      for (const { stop } of places) {
        const speedMPerS = speeds.get(stop.id);
        allPlaces.push({
          plantingId: planting.id,
          placeId: stop.id,
          on: walk.data.startedOn,
          hour: Math.floor(clockOf(walk.data.startedAt)),
          ...(speedMPerS === undefined ? {} : { speedMPerS }),
        });
      }
      const cell = (
        measure: CardMeasure,
        row: number,
        placeId: string,
        value: number,
        of: number,
        at = walk.data.startedAt,
      ): CardCell => {
        const clockH = clockOf(at);
        const speedMPerS = speeds.get(placeId);
        const made: CardCell = {
          measure,
          row,
          plantingId: planting.id,
          placeId,
          walkId: walk.id,
          on: walk.data.startedOn,
          hour: Math.floor(clockH),
          clockH,
          ...(speedMPerS === undefined ? {} : { speedMPerS }),
          value,
          of,
        };
        cells.push(made);
        return made;
      };
      const tapeOf = (one: Tape, row: number, stop: Held<Stop>): CardTape => ({
        row,
        plantingId: planting.id,
        placeId: stop.id,
        on: walk.data.startedOn,
        positionsM: one.positionsM,
        lengthM: one.readToM ?? one.positionsM.at(-1) ?? 0,
        spacingM: targetsOf(plantedAt(stop)).spacingM,
      });
      if (walk.data.purpose === 'trench') {
        // Seeds of a log, not plants: they tell of the disc alone.
        for (const { stop, seen } of places)
          for (const one of seen)
            if (one.type === 'tape' && one.row !== null) tapes.push(tapeOf(one, one.row, stop));
        const check = { id: walk.id, data: walk.data };
        depths.push(...trenchCells(check, planting, places, cell));
        for (const { seen } of places)
          for (const one of seen)
            if (one.type === 'adjustment')
              for (const row of one.rows ?? allRows(planter.data.rows))
                corrections.push({ row, plantingId: planting.id });
        monitorCells(places, plantedAt, cell);
        continue;
      }
      const dug = digs.slice(digsBefore).filter(({ gap, late }) => gap !== null || late !== null);
      for (const [placeId, ofPlace] of group(dug, (one) => one.placeId))
        for (const [row, own] of group(ofPlace, (one) => one.row))
          if (row !== null)
            cell('digs', row, placeId, own.filter(isPlantersOwn).length / own.length, own.length);
      const all = places.flatMap(({ seen }) => seen);
      // Where nobody looked for laggards, none was seen to lag: that is no figure.
      const lookedForLate = all.some(
        (one) => one.type === 'count' && one.oneBehind + one.twoBehind > 0,
      );
      for (const { stop, seen } of places) {
        const planted = plantedAt(stop);
        const { spacingM, expectedPerM2, rowWidthM } = targetsOf(planted);
        for (const seenOne of seen) {
          const one =
            seenOne.type === 'count' && seedings.has(stop.id)
              ? withRowWidth(seenOne, rowWidthM, walk.data.method)
              : seenOne;
          if (one.type === 'count' && one.row !== null) {
            const late = one.oneBehind + one.twoBehind;
            const plants = one.inStep + late;
            const ratio = 1 / (one.lengthM * one.rowWidthM) / expectedPerM2;
            const { oneBehind, twoBehind } = records.weights ?? DEFAULT_WEIGHTS;
            const stand = cell('stand', one.row, stop.id, plants * ratio, plants);
            stand.effective =
              (one.inStep + oneBehind * one.oneBehind + twoBehind * one.twoBehind) * ratio;
            stand.sown = one.lengthM * one.rowWidthM * planted.seedsPerM2;
            if (lookedForLate && plants > 0) cell('late', one.row, stop.id, late / plants, plants);
          }
          if (one.type === 'tape' && one.row !== null && planter.data.type === 'planter') {
            const told = analyseSpacing([tapeRun(one)], { referenceM: spacingM });
            tapes.push(tapeOf(one, one.row, stop));
            if (told.slots === 0) continue;
            cell('feed', one.row, stop.id, told.qualityOfFeedIndex!, told.slots);
            cell('skips', one.row, stop.id, told.missIndex!, told.slots);
            cell('doubles', one.row, stop.id, told.multiplesIndex!, told.slots);
            if (told.precision !== null)
              cell('scatter', one.row, stop.id, told.precision, told.singles);
          }
        }
      }
    }
    cells.push(...emergenceCells(planting, records));
  }
  return {
    cells,
    depths,
    tapes,
    photos,
    furrows,
    digs,
    signs,
    grounds,
    corrections,
    places: allPlaces,
    germination,
  };
}

const allRows = (rows: number) => Array.from({ length: rows }, (_, i) => i + 1);

type Place = { stop: Held<Stop>; seen: Observation[] };
type AddCell = (
  measure: CardMeasure,
  row: number,
  placeId: string,
  value: number,
  of: number,
  at?: string,
) => void;

function trenchCells(
  walk: Held<TrenchWalk>,
  planting: Held<Planting>,
  places: readonly Place[],
  cell: AddCell,
): CardDepths[] {
  const { targetM, toleranceM, readTo } = walk.data;
  const dug = places.flatMap(({ stop, seen }) =>
    seen.flatMap((one) =>
      one.type === 'trench'
        ? [{ ...digOf(one, { readTo, crop: planting.data.crop }), stopId: stop.id, furrow: one }]
        : [],
    ),
  );
  const adjustments = places.flatMap(({ seen }) =>
    seen.flatMap((one) => (one.type === 'adjustment' ? [one] : [])),
  );
  const windowM = windowAround(planting.data.crop, targetM);
  return sinceAdjustment(dug, adjustments).now.map(({ row, at, depthsM, stopId, furrow }) => {
    const offM = depthsM.map((depthM) => depthM - targetM);
    if (offM.length > 0) cell('depth', row, stopId, mean(offM)!, offM.length, at);
    if (offM.length >= LEAST_SEEDS)
      cell('depthSpread', row, stopId, sampleSd(offM)!, offM.length, at);
    cell('contact', row, stopId, furrow.contact === 'tight' ? 0 : 1, 1, at);
    cell('closing', row, stopId, furrow.closing === 'firm' ? 0 : 1, 1, at);
    return { row, plantingId: planting.id, placeId: stopId, offM, targetM, toleranceM, windowM };
  });
}

/** What the cab shows of a row against what was dug of it, place by place. */
function monitorCells(
  places: readonly Place[],
  plantedAt: (stop: Held<Stop>) => Planting,
  cell: AddCell,
) {
  for (const { stop, seen } of places) {
    const shown = new Map(
      seen.flatMap((one) =>
        one.type === 'monitor' && one.row !== null && one.perM2 > 0
          ? [[one.row, one.perM2] as const]
          : [],
      ),
    );
    const opened = seen.filter(
      (one): one is Trench => one.type === 'trench' && one.gapsM.length > 0 && shown.has(one.row),
    );
    if (opened.length === 0) continue;
    const { rowWidthM, spacingM } = targetsOf(plantedAt(stop));
    const dropped = droppedPopulation(
      opened.map(({ row, gapsM }) => ({ row, gapsM })),
      { rowWidthM, targetSpacingM: spacingM },
    );
    for (const { row, perM2, gaps } of dropped.rows)
      cell('monitor', row, stop.id, shown.get(row)! / perM2 - 1, gaps);
  }
}
