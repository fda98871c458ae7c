import { v7 as uuidv7 } from 'uuid';
import type { Cover } from '../../belowGround/index.ts';
import type { Feel, FurrowFindings } from '../../depth/index.ts';
import { LOST_AS_SEED, type GapFind } from '../../digs/index.ts';
import type { Sign } from '../../pests/index.ts';
import type { CaseRecords } from '../../readings/index.ts';
import { idFor, type DataOf, type DugPlant, type InputOf, type Kind } from '../../records/index.ts';
import type { SeededRandom } from '../../stats/index.ts';
import { addDays } from '../../season/index.ts';
import { FOOT_M, INCH_M } from '../../units/index.ts';
import { digRow } from '../digRow.ts';
import { measuredDays } from '../measuredDays.ts';
import { countStop, emergedInStretch } from '../readStand.ts';
import type { SimulatedStand } from '../simulateStand.ts';
import type { SimulatedDay } from '../world.ts';
import { lookFor, walkPlants } from '../walkPlants.ts';
import { PASSES, PASS_M, TARGET_M, WALK_DAY } from './world.ts';

export interface BlindEffort {
  /** Places of the trench check, and seeds laid bare in each row there. */
  trenchStops: number;
  seeds: number;
  walkStops: number;
  /** Rows a tape is laid in at each stop, and turns of the disc it covers. */
  tapes: number;
  turns: number;
  gaps: number;
  late: number;
  roots: number;
}

/** One trench check, one emergence series, one walk of eight stops. */
export const EFFORTS: Record<'ordinary' | 'thorough', BlindEffort> = {
  ordinary: {
    trenchStops: 2,
    seeds: 3,
    walkStops: 8,
    tapes: 2,
    turns: 3,
    gaps: 3,
    late: 2,
    roots: 1,
  },
  thorough: {
    trenchStops: 3,
    seeds: 4,
    walkStops: 12,
    tapes: 3,
    turns: 6,
    gaps: 5,
    late: 3,
    roots: 2,
  },
};

const PLANTED_ON = '2028-04-28';
const ZONE_MIN = -360;
const COUNTED_M = 17.424 * FOOT_M;
/** Signs a scout looks for at every stop, in so many plants. */
const LOOKED_FOR: readonly Sign[] = [
  'cut',
  'ragged',
  'wilting',
  'pulled',
  'softBrown',
  'rootsClubbed',
  'tipsBurnt',
  'frosted',
];
const LOOKED = 20;
const EMERGENCE_DAYS = [6, 8, 10, 12, 14, 16, 18, 20, 22];

type Add = <K extends Kind>(kind: K, data: InputOf<K>) => string;

/** What a world shows to whoever looks at it, place by place. */
export interface WorldSeen {
  random: SeededRandom;
  rows: number;
  trackRows: number[];
  cells: number;
  weather: readonly SimulatedDay[];
  /** Error of a depth read on planting day, SD, m. */
  depthSdM: number;
  groundAt(pass: number, alongM: number): { dryLayerM: number; feel: Feel };
  furrowAt(row: number, pass: number, alongM: number): FurrowFindings;
  coverAt(row: number, pass: number, alongM: number): Cover[];
  /** What a plant dug there shows of its furrow. */
  plantAt(
    row: number,
    pass: number,
    alongM: number,
  ): Partial<Pick<DugPlant, 'roots' | 'slot' | 'wall'>>;
  /** Soil at a dug seed; left out: as the stand’s zones have it. */
  feelAt?(pass: number, alongM: number, depthM: number): Feel;
  /** What a find is taken for; left out: itself. */
  findAs?(found: GapFind): GapFind;
}

/** What an ordinary season writes down of a planted world: records as the app keeps them. */
export function lookAt(world: WorldSeen, stand: SimulatedStand, effort: BlindEffort): CaseRecords {
  const { random, rows } = world;
  let tick = Date.parse('2028-04-01T08:00:00Z');
  const records: { kind: Kind; id: string; data: unknown }[] = [];
  const add: Add = (kind, data) => {
    const id = idFor(kind, data as never, () =>
      uuidv7({
        msecs: (tick += 1000),
        random: Uint8Array.from({ length: 16 }, () => random.below(256)),
      }),
    );
    records.push({ kind, id, data });
    return id;
  };
  const planterId = add('planter', {
    name: 'Unknown',
    type: 'planter',
    rows,
    rowWidthM: 30 * INCH_M,
    cells: world.cells,
    depthStopStepM: null,
    trackRows: world.trackRows,
    sectionRows: null,
    asTyped: {},
  });
  const stationId = add('weatherStation', { name: 'Gate', soilDepthM: TARGET_M, shape: null });
  const days = measuredDays(world.weather, PLANTED_ON);
  for (const month of new Set(days.map(({ on }) => on.slice(0, 7))))
    add('weatherMonth', {
      stationId,
      month,
      days: days.filter(({ on }) => on.startsWith(month)),
    });
  const growerId = add('grower', { name: 'Somebody' });
  const fieldId = add('field', { growerId, name: 'Somewhere', areaM2: null, stationId });
  const plantingId = add('planting', {
    fieldId,
    planterId,
    season: 2028,
    crop: 'corn',
    variety: '',
    plantedOn: PLANTED_ON,
    rowWidthM: 30 * INCH_M,
    seedsPerM2: 7.9,
    depthTargetM: TARGET_M,
    germination: 0.95,
    fieldLoss: 0.05,
    beside: null,
    asTyped: {},
  });
  const see = { world, stand, effort, plantingId, add };
  trenchCheck(see);
  emergenceSeries(see);
  standWalk(see);
  const of = <K extends Kind>(kind: K) =>
    records.flatMap((one) =>
      one.kind === kind ? [{ id: one.id, data: one.data as DataOf<K> }] : [],
    );
  return {
    planter: of('planter')[0]!,
    plantings: of('planting'),
    fields: of('field'),
    walks: of('walk'),
    stops: of('stop'),
    observations: of('observation'),
    lengths: of('flaggedLength'),
    counts: of('emergenceCount'),
    months: of('weatherMonth'),
  };
}

interface Look {
  world: WorldSeen;
  stand: SimulatedStand;
  effort: BlindEffort;
  plantingId: string;
  add: Add;
}

const stamp = (on: string, minutes: number) =>
  new Date(Date.parse(`${on}T13:00:00Z`) + minutes * 60_000).toISOString();

function trenchCheck({ world, stand, effort, plantingId, add }: Look) {
  const { random, rows } = world;
  const walkId = add('walk', {
    plantingId,
    purpose: 'trench',
    startedAt: stamp(PLANTED_ON, 0),
    startedOn: PLANTED_ON,
    zoneOffsetMin: ZONE_MIN,
    finishedAt: stamp(PLANTED_ON, 90),
    walkedBy: 'Somebody',
    note: '',
    targetM: TARGET_M,
    toleranceM: 0.25 * INCH_M,
    readTo: 'bottom',
    seedsPerRow: effort.seeds * effort.trenchStops,
    gauge: null,
    asTyped: {},
  });
  const read = { random, errorSdM: world.depthSdM, stepM: INCH_M / 8 };
  for (let s = 0; s < effort.trenchStops; s++) {
    const pass = s % PASSES;
    const fromM = PASS_M * (0.08 + (0.8 * (s + random.uniform())) / effort.trenchStops);
    const stopId = add('stop', {
      walkId,
      ordinal: s + 1,
      travel: 'away',
      chosen: false,
      note: '',
    });
    const { dryLayerM, feel } = world.groundAt(pass, fromM);
    add('observation', {
      stopId,
      type: 'ground',
      row: null,
      dryLayerM: Math.round(dryLayerM / (INCH_M / 8)) * (INCH_M / 8),
      feel,
      sensor: null,
      sensorAdequate: null,
      note: '',
      asTyped: {},
    });
    for (let row = 1; row <= rows; row++) {
      const seeds = digRow(stand, { pass, row, fromM: fromM + row / 10 }, effort.seeds, read);
      add('observation', {
        stopId,
        type: 'trench',
        row,
        at: stamp(PLANTED_ON, 5 + 40 * s + row),
        seeds: seeds.map(({ depthM }) => ({ depthM, typed: '', moist: null, by: 'rule' as const })),
        gapsM: [],
        gapsTyped: [],
        ...world.furrowAt(row, pass, fromM),
        settings: { depthStop: '', downforce: '', rowCleaner: '', closingWheel: '' },
      });
    }
  }
}

function emergenceSeries({ world, stand, plantingId, add }: Look) {
  const [pass, fromM] = [1, PASS_M * (0.3 + 0.3 * world.random.uniform())];
  for (let row = 1; row <= world.rows; row++) {
    const lengthId = add('flaggedLength', {
      plantingId,
      row,
      zone: '',
      lengthM: COUNTED_M,
      sownFrom: 'rate',
      seeds: null,
      place: 'in from the gate',
      at: stamp(addDays(PLANTED_ON, 3), row),
      asTyped: {},
    });
    const stretch = { pass, row, fromM, toM: fromM + COUNTED_M };
    const { emerged } = emergedInStretch(
      stand,
      stretch,
      EMERGENCE_DAYS.map((day) => 24 * day),
    );
    EMERGENCE_DAYS.forEach((day, visit) => {
      const on = addDays(PLANTED_ON, day);
      add('emergenceCount', {
        lengthId,
        at: stamp(on, row),
        on,
        zoneOffsetMin: ZONE_MIN,
        round: 1,
        counted: 'all',
        plants: emerged[visit]!,
        lost: 0,
        flagsM: null,
      });
    });
  }
}

function standWalk({ world, stand, effort, plantingId, add }: Look) {
  const { random, rows } = world;
  const on = addDays(PLANTED_ON, WALK_DAY);
  const atH = 24 * WALK_DAY;
  const walkId = add('walk', {
    plantingId,
    purpose: 'stand',
    startedAt: stamp(on, 0),
    startedOn: on,
    zoneOffsetMin: ZONE_MIN,
    finishedAt: stamp(on, 8 * effort.walkStops),
    planId: null,
    dugOn: on,
    method: 'everyRow',
    lengthM: COUNTED_M,
    hoopDiameterM: null,
    walkedBy: 'Somebody',
    note: '',
    asTyped: {},
  });
  const longM = effort.turns * world.cells * stand.spacingM;
  const first = random.below(rows);
  for (let s = 0; s < effort.walkStops; s++) {
    const pass = s % PASSES;
    // Spread over every pass: each is met near its beginning and near its end.
    const share =
      (Math.floor(s / PASSES) + random.uniform()) / Math.ceil(effort.walkStops / PASSES);
    const fromM = PASS_M * 0.03 + share * (PASS_M * 0.94 - longM);
    const stopId = add('stop', {
      walkId,
      ordinal: s + 1,
      travel: pass % 2 === 0 ? 'away' : 'toward',
      chosen: false,
      note: '',
    });
    for (const { row, lengthM, rowWidthM, ...count } of countStop(stand, {
      pass,
      fromM,
      lengthM: COUNTED_M,
      atH,
    }))
      add('observation', { stopId, type: 'count', row, lengthM, rowWidthM, ...count });
    const all = Array.from({ length: rows }, (_, i) => i + 1);
    const taped = all
      .slice(0, effort.tapes)
      .map((_, i) => 1 + ((first + s * effort.tapes + i) % rows));
    const where = { pass, fromM, atH };
    const none = { gaps: 0, late: 0, roots: 0 };
    for (const tape of walkPlants(stand, where, { rows: taped, lengthM: longM, ...none }, random)
      .tapes)
      add('observation', {
        stopId,
        type: 'tape',
        ...tape,
        readToM: longM,
        typed: tape.positionsM.map(() => ''),
        stagedBy: 'collars',
      });
    const dug = walkPlants(stand, where, { ...effort, rows: all, lengthM: COUNTED_M }, random);
    const feltAt = (atM: number, depthM: number | null, feel: Feel | null) =>
      feel !== null && depthM !== null && world.feelAt
        ? world.feelAt(pass, fromM + atM, depthM)
        : feel;
    for (const gap of dug.gaps) {
      const found = gap.found && (world.findAs?.(gap.found as GapFind) ?? gap.found);
      const asSeed = found !== null && LOST_AS_SEED.includes(found as never);
      const cover = asSeed ? [] : world.coverAt(gap.row!, pass, fromM);
      const feel = feltAt(gap.atM ?? 0, gap.depthM, gap.feel);
      add('observation', { ...gap, found, stopId, feel, cover: [...new Set(cover)] });
    }
    for (const plant of [...dug.late, ...dug.roots]) {
      const cover = plant.late ? [...new Set(world.coverAt(plant.row!, pass, fromM))] : [];
      const own = { ...plant.plant, ...world.plantAt(plant.row!, pass, fromM) };
      const feel = feltAt(plant.atM ?? 0, own.depthM, plant.feel);
      add('observation', { ...plant, stopId, plant: own, feel, cover });
    }
    for (const sign of LOOKED_FOR)
      add('observation', {
        stopId,
        type: 'sign',
        row: null,
        sign,
        looked: LOOKED,
        affected: lookFor(stand, sign, { pass, atM: fromM }, LOOKED, random),
        severity: null,
      });
  }
}
