import {
  analyseRowDepths,
  beforeAndAfter,
  DEFAULT_DEPTH_STEP_M,
  depthToBottom,
  digOf,
  judgeTrench,
  lastAdjusted,
  liesMoist,
  sinceAdjustment,
  windowAround,
  type Dig,
  type PlanterDepths,
  type RowChange,
  type TrenchFinding,
} from '../depth/index.ts';
import { droppedPopulation, type DroppedPopulation } from '../planter/index.ts';
import type {
  Field,
  Ground,
  Kept,
  MonitorReading,
  Observation,
  Photo,
  Planter,
  Planting,
  RowAdjustment,
  Stop,
  Trench,
  TrenchWalk,
} from '../records/index.ts';
import { targetSpacing } from '../targets/index.ts';
import type { Held } from './held.ts';

export interface TrenchStop extends Held<Stop> {
  ground: Held<Ground> | null;
  rows: Held<Trench>[];
  adjustments: Held<RowAdjustment>[];
  monitor: Held<MonitorReading>[];
  photos: Held<Photo>[];
}

/** A seed as it is drawn. */
export interface DrawnSeed {
  depthM: number | null;
  moist: boolean | null;
  /** Read at a plant that had come up; late beside its neighbour, or in step. Left out: at its seed on planting day. */
  plant?: 'late' | 'inStep';
}

export interface TrenchCheck {
  walk: Held<TrenchWalk>;
  planting: Held<Planting>;
  field: Field;
  planter: Planter | null;
  stops: TrenchStop[];
  /** Rows of the planter, or those dug when the planter is not known. */
  rows: number[];
  /** Readings that hold now, by row: since each row's newest adjustment. */
  now: Map<number, Held<Trench>[]>;
  drawn: { row: number; seeds: DrawnSeed[] }[];
  depths: PlanterDepths | null;
  findings: TrenchFinding[];
  changes: RowChange[];
  adjusted: number[];
  before: Dig[];
  /** Newest dry layer measured, m. */
  dryLayerM: number | null;
  moisture: { moist: number; judged: number };
  dropped: DroppedPopulation | null;
  spacingM: number;
  stepM: number;
  stepIsDefault: boolean;
  /** Depths read with a body gauge. */
  byGauge: number;
}

/** A stop with its observations told apart. */
export function trenchStop(
  { id, data }: Held<Stop>,
  own: readonly Kept<'observation'>[],
): TrenchStop {
  return {
    id,
    data,
    ground: ofType(own, 'ground')[0] ?? null,
    rows: ofType(own, 'trench').sort((a, b) => a.data.row - b.data.row),
    adjustments: ofType(own, 'adjustment'),
    monitor: ofType(own, 'monitor'),
    photos: ofType(own, 'photo'),
  };
}

const ofType = <T extends Observation['type']>(own: readonly Kept<'observation'>[], type: T) =>
  own.flatMap(({ id, data }) =>
    data.type === type ? [{ id, data: data as Extract<Observation, { type: T }> }] : [],
  );

/** Rows to open at a stop: those adjusted and not dug again before it; all when there is none. */
export function rowsToOpen(
  { stops, adjusted, rows }: Pick<TrenchCheck, 'stops' | 'adjusted' | 'rows'>,
  stop: TrenchStop,
): number[] {
  const earlier = stops.filter(({ data }) => data.ordinal < stop.data.ordinal);
  const adjustments = earlier.flatMap((one) => one.adjustments.map(({ data }) => data));
  const again = adjusted.filter((row) => {
    const at = lastAdjusted(adjustments, row);
    const dug = earlier.some((one) =>
      one.rows.some(({ data }) => data.row === row && at !== null && data.at > at),
    );
    return at !== null && !dug;
  });
  return again.length > 0 ? again : rows;
}

/** Seeds among these digs whose depth was read with a body gauge. */
const byGauge = (digs: readonly { held: Held<Trench> }[]) =>
  digs.reduce(
    (sum, { held }) =>
      sum + held.data.seeds.filter(({ by, depthM }) => by === 'gauge' && depthM !== null).length,
    0,
  );

/** What a check shows, from what is kept of it: nothing about a row is stored but what was read. */
export function readTrenchCheck(
  walk: Held<TrenchWalk>,
  planting: Held<Planting>,
  field: Field,
  planter: Planter | null,
  stops: TrenchStop[],
): TrenchCheck {
  const { targetM, toleranceM, readTo } = walk.data;
  const { crop, rowWidthM, seedsPerM2 } = planting.data;
  const reading = { readTo, crop };
  const stepM = planter?.depthStopStepM ?? DEFAULT_DEPTH_STEP_M;
  // A dry layer measured holds for the places after it until it is measured again.
  const dryAt = (ordinal: number) =>
    stops
      .filter(({ data }) => data.ordinal <= ordinal)
      .map(({ ground }) => ground?.data.dryLayerM ?? null)
      .findLast((dry) => dry !== null) ?? null;
  const opened = stops.flatMap((stop) =>
    stop.rows.map((row) => ({
      ...digOf(row.data, reading),
      held: row,
      place: stop.id,
      dryLayerM: dryAt(stop.data.ordinal),
    })),
  );
  const adjustments = stops.flatMap((stop) => stop.adjustments.map(({ data }) => data));
  const { now, before } = sinceAdjustment(opened, adjustments);
  const readings = now.flatMap(({ row, depthsM, place }) =>
    depthsM.map((depthM) => ({ row, depthM, place })),
  );
  // A gauge is off by the same for every row.
  const sharedErrorM = byGauge(now) > 0 ? (walk.data.gauge?.errorM ?? 0) : 0;
  const windowM = windowAround(crop, targetM);
  const window = windowM ? { windowM } : {};
  const depths =
    readings.length > 0
      ? analyseRowDepths(readings, { targetM, toleranceM, stepM, sharedErrorM, ...window })
      : null;

  const byRow = new Map<number, typeof now>();
  for (const dig of now) byRow.set(dig.row, [...(byRow.get(dig.row) ?? []), dig]);
  const rows = planter
    ? Array.from({ length: planter.rows }, (_, i) => i + 1)
    : [...new Set(opened.map(({ row }) => row))].sort((a, b) => a - b);
  const drawn = rows.map((row) => ({
    row,
    seeds: (byRow.get(row) ?? []).flatMap(({ held, dryLayerM }) =>
      held.data.seeds.map((seed) => ({
        depthM: seed.depthM === null ? null : depthToBottom(seed.depthM, readTo, crop),
        moist: liesMoist(seed, dryLayerM, reading),
      })),
    ),
  }));
  const inOrder = [...byRow].sort(([a], [b]) => a - b);
  const trenchRows = inOrder.map(([row, digs]) => {
    const seeds = drawn.find((one) => one.row === row)!.seeds.filter(({ moist }) => moist !== null);
    const { data } = digs.at(-1)!.held;
    return {
      row,
      findings: data,
      moist: seeds.filter(({ moist }) => moist).length,
      judgedForMoisture: seeds.length,
      closingWheel: data.settings.closingWheel,
    };
  });
  const gaps = inOrder.map(([row, digs]) => ({
    row,
    gapsM: digs.flatMap(({ held }) => held.data.gapsM),
  }));
  const spacingM = targetSpacing({ rowWidthM, populationPerM2: seedsPerM2 });
  const everyRow = adjustments.some((one) => one.rows === null) ? rows : [];
  const adjusted = [
    ...new Set([...everyRow, ...adjustments.flatMap((one) => one.rows ?? [])]),
  ].sort((a, b) => a - b);
  return {
    walk,
    planting: { id: planting.id, data: planting.data },
    field,
    planter,
    stops,
    rows,
    now: new Map([...byRow].map(([row, digs]) => [row, digs.map(({ held }) => held)])),
    drawn,
    depths,
    findings: judgeTrench(depths, trenchRows, { targetM, toleranceM, ...window }),
    changes: beforeAndAfter(adjusted, before, depths, { targetM, toleranceM }),
    adjusted,
    before,
    dryLayerM: dryAt(Infinity),
    moisture: {
      moist: trenchRows.reduce((sum, row) => sum + row.moist, 0),
      judged: trenchRows.reduce((sum, row) => sum + row.judgedForMoisture, 0),
    },
    dropped: gaps.some(({ gapsM }) => gapsM.length > 0)
      ? droppedPopulation(gaps, { rowWidthM, targetSpacingM: spacingM })
      : null,
    spacingM,
    stepM,
    stepIsDefault: !planter?.depthStopStepM,
    byGauge: byGauge(now),
  };
}
