import { requireWhole } from '../arguments/index.ts';
import { CROP_FACTS, type Crop } from '../crops/index.ts';
import { crownDepth, type Feel } from '../depth/index.ts';
import { LOST_AS_SEED, type GapFind, type RootForm } from '../digs/index.ts';
import type { Cover } from '../belowGround/index.ts';
import type { Sign } from '../pests/index.ts';
import type { DugPlant, GapDig, PlantDig } from '../records/index.ts';
import { shuffled, type SeededRandom } from '../stats/index.ts';
import { STAGES } from '../staging/index.ts';
import { INCH_M } from '../units/index.ts';
import { commonestStage, gapsInStretch, plantsInStretch, type Stretch } from './readStand.ts';
import type { SimulatedStand } from './simulateStand.ts';
import type { Cause, SimulatedZone } from './world.ts';

/** What a walker finds of the plants at one stop. */
export interface WalkedPlants {
  tapes: { row: number; positionsM: number[]; stages: string[] }[];
  gaps: Omit<GapDig, 'stopId' | 'note'>[];
  late: Omit<PlantDig, 'stopId' | 'note'>[];
  /** Plants in step, dug for their roots. */
  roots: Omit<PlantDig, 'stopId' | 'note'>[];
}

export interface PlantEffort {
  /** Rows a tape is laid in. */
  rows: readonly number[];
  lengthM: number;
  /** Most gaps, late plants and plants in step that are dug. */
  gaps: number;
  late: number;
  roots: number;
}

/** How a digger reads: his own error, and the graduation of his rule. */
const READ = { sdM: 0.0015, stepM: INCH_M / 8 };
/** One find in so many is taken for its neighbour in the table. */
const MISTAKEN = 0.04;

/** What a cause looks like weeks later, and how often. This simulation's own. */
const LOOKS: Record<Exclude<Cause, 'none'> | 'notYet', readonly [GapFind, number][]> = {
  skip: [['noSeed', 1]],
  damagedCell: [['noSeed', 1]],
  pluggedRow: [['noSeed', 1]],
  deadSeed: [
    ['rotten', 0.66],
    ['abnormal', 0.3],
    ['dry', 0.02],
    ['noSeed', 0.02],
  ],
  drySeed: [
    ['dry', 0.7],
    ['dried', 0.3],
  ],
  rot: [['rotten', 1]],
  coldInjury: [
    ['bent', 0.7],
    ['rotten', 0.3],
  ],
  pest: [
    ['eaten', 0.7],
    ['hollow', 0.27],
    ['noSeed', 0.03],
  ],
  crust: [
    ['leafedOut', 0.6],
    ['bent', 0.4],
  ],
  tooDeep: [['leafedOut', 1]],
  hollowed: [['hollow', 1]],
  notYet: [['coming', 1]],
};

const TAKEN_FOR: Partial<Record<GapFind, GapFind>> = {
  rotten: 'abnormal',
  abnormal: 'rotten',
  dry: 'dried',
  dried: 'dry',
  bent: 'leafedOut',
  leafedOut: 'bent',
  eaten: 'hollow',
};

/** What a digger finds where a plant should be. @example findOf('skip', random) // 'noSeed' */
export function findOf(cause: Exclude<Cause, 'none'> | 'notYet', random: SeededRandom): GapFind {
  let left = random.uniform();
  const looks = LOOKS[cause];
  const found = looks.find(([, share]) => (left -= share) < 0)?.[0] ?? looks.at(-1)![0];
  return random.uniform() < MISTAKEN ? (TAKEN_FOR[found] ?? found) : found;
}

/** A leaf stage as the crop writes it. @example stageCode('soybean', 1) // 'VC' */
export const stageCode = (crop: Crop, leaves: number): string =>
  STAGES[crop][Math.max(0, Math.min(leaves, crop === 'wheat' ? 9 : 12))]!;

const zoneAt = ({ scenario: { zones } }: SimulatedStand, m: number): SimulatedZone =>
  zones.find(({ toM }) => m < toM) ?? zones.at(-1)!;

/** The plant in step that stands nearest. */
function neighbourOf<Plant extends { positionM: number; stage: number }>(
  plants: readonly Plant[],
  at: number,
  inStep: number,
): Plant | null {
  let best: Plant | null = null;
  for (const plant of plants)
    if (
      plant.stage >= inStep &&
      plant.positionM !== at &&
      (best === null || Math.abs(plant.positionM - at) < Math.abs(best.positionM - at))
    )
      best = plant;
  return best;
}

/**
 * Late plants of a stretch with the plant in step each stands beside, and whether placing it explains it: the truth that pairs
 * dug there are an estimate of.
 */
export function latePairs(stand: SimulatedStand, stretch: Stretch, inStep: number) {
  const plants = plantsInStretch(stand, stretch);
  return plants.flatMap((plant) => {
    const beside = plant.stage < inStep ? neighbourOf(plants, plant.positionM, inStep) : null;
    return beside ? [{ plant, beside, apartM: plant.depthM - beside.depthM }] : [];
  });
}

/**
 * Walks the plants of a stop as a scout with a trowel does: tapes with stages, gaps and late plants dug, a few in step for their
 * roots.
 *
 * @param where pass from 0, m from the start of the pass, hours after planting
 * @example walkPlants(stand, { pass: 0, fromM: 120, atH: 670 }, effort, random).gaps.length
 */
export function walkPlants(
  stand: SimulatedStand,
  { pass, fromM, atH }: { pass: number; fromM: number; atH: number },
  effort: PlantEffort,
  random: SeededRandom,
): WalkedPlants {
  requireWhole('pass', pass, 0);
  const { crop, planter } = stand.scenario;
  const stretch = (row: number): Stretch => ({
    pass,
    row,
    fromM,
    toM: fromM + effort.lengthM,
    atH,
  });
  const inStep = commonestStage(
    stand,
    planter.units.map((_, i) => stretch(i + 1)),
  );
  const asRead = (m: number) =>
    Math.max(0, Math.round((m + READ.sdM * random.normal()) / READ.stepM) * READ.stepM);
  const along = (positionM: number) =>
    Math.min(effort.lengthM, Math.max(0, Math.round((positionM - fromM) * 200) / 200));
  const feelAt = (m: number, depthM: number): Feel => {
    const zone = zoneAt(stand, m);
    if (zone.rotShare > 0.05) return 'wet';
    return depthM < zone.dryLayerM
      ? 'dry'
      : depthM < zone.dryLayerM + 0.006
        ? 'marginal'
        : 'adequate';
  };
  const coverAt = (m: number): Cover[] => (zoneAt(stand, m).crustShare >= 0.1 ? ['crust'] : []);
  const rootsAt = (m: number): RootForm => {
    const poor = zoneAt(stand, m).rotShare > 0.05 ? 0.5 : 0.04;
    return random.uniform() < poor ? 'flattened' : random.uniform() < 0.04 ? 'few' : 'straight';
  };
  const dug = (plant: { positionM: number; stage: number; depthM: number }): DugPlant => {
    const fromCrown = crop === 'corn' && plant.stage >= 3 && random.uniform() < 0.3;
    const crownM = crownDepth(plant.depthM, crop) ?? 0;
    return {
      stage: stageCode(crop, plant.stage),
      way: fromCrown ? 'mesocotyl' : crop === 'soybean' ? 'hypocotyl' : 'seed',
      depthM: fromCrown ? null : asRead(plant.depthM),
      mesocotylM: fromCrown ? asRead(plant.depthM - crownM) : null,
      crownM: null,
      typed: '',
      roots: rootsAt(plant.positionM),
      turnedAtM: null,
      nodal: plant.stage >= 3 || (plant.stage === 2 && random.uniform() < 0.5),
      slot: 'shut',
      wall: null,
      oldRoots: null,
    };
  };
  const plantsOf = new Map(effort.rows.map((row) => [row, plantsInStretch(stand, stretch(row))]));
  const nothing = { feel: null, cover: [] as Cover[] };
  const gaps = shuffled(
    effort.rows.flatMap((row) =>
      gapsInStretch(stand, stretch(row)).map((gap) => ({ ...gap, row })),
    ),
    random,
  ).slice(0, effort.gaps);
  const late = shuffled(
    effort.rows.flatMap((row) =>
      latePairs(stand, stretch(row), inStep).map((pair) => ({ ...pair, row })),
    ),
    random,
  ).slice(0, effort.late);
  const sound = shuffled(
    effort.rows.flatMap((row) =>
      plantsOf
        .get(row)!
        .filter(({ stage }) => stage >= inStep)
        .map((plant) => ({ ...plant, row })),
    ),
    random,
  ).slice(0, effort.roots);
  return {
    tapes: effort.rows.map((row) => {
      const plants = [...plantsOf.get(row)!].sort((a, b) => a.positionM - b.positionM);
      return {
        row,
        positionsM: plants.map(({ positionM }) => along(positionM)),
        stages: plants.map(({ stage }) => stageCode(crop, stage)),
      };
    }),
    gaps: gaps.map(({ row, positionM, cause, depthM }) => {
      const found = findOf(cause as Exclude<Cause, 'none'> | 'notYet', random);
      const beside = neighbourOf(plantsOf.get(row)!, positionM, 0);
      const there = found !== 'noSeed' && Number.isFinite(depthM);
      return {
        type: 'gapDig',
        row,
        atM: along(positionM),
        what: 'gap',
        found,
        depthM: there ? asRead(depthM) : null,
        typed: '',
        neighbourM: beside ? asRead(beside.depthM) : null,
        neighbourTyped: '',
        feel: there ? feelAt(positionM, depthM) : null,
        cover: LOST_AS_SEED.includes(found) ? [] : coverAt(positionM),
      };
    }),
    late: late.map(({ row, plant, beside }) => ({
      type: 'plantDig',
      row,
      atM: along(plant.positionM),
      neighbourAtM:
        along(beside.positionM) === along(plant.positionM) ? null : along(beside.positionM),
      plant: dug(plant),
      late: inStep - plant.stage === 1 ? 'oneBehind' : 'twoBehind',
      neighbour: dug(beside),
      feel: feelAt(plant.positionM, plant.depthM),
      cover: coverAt(plant.positionM),
    })),
    roots: sound.map(({ row, ...plant }) => ({
      type: 'plantDig',
      row,
      atM: along(plant.positionM),
      neighbourAtM: null,
      plant: dug(plant),
      late: null,
      neighbour: null,
      ...nothing,
    })),
  };
}

/**
 * What share of the plants at a place shows a sign: patches fade out, and the strongest one counts.
 * @example harmAt(stand, 'cut', { pass: 3, atM: 120 }) // 0.14
 */
export function harmAt(
  { scenario: { harms = [], planter } }: SimulatedStand,
  sign: Sign,
  { pass, atM }: { pass: number; atM: number },
): number {
  const widthM = planter.units.length * planter.rowWidthM;
  return harms
    .filter((one) => one.sign === sign)
    .reduce((most, { pass: middle, atM: along, radiusM, share }) => {
      const away = Math.hypot(atM - along, (pass - middle) * widthM);
      return Math.max(most, share * Math.exp(-(away ** 2) / (2 * radiusM ** 2)));
    }, 0);
}

/** Plants that show a sign, of so many looked at in a place. @example lookFor(stand, 'cut', { pass: 3, atM: 120 }, 20, random) // 3 */
export function lookFor(
  stand: SimulatedStand,
  sign: Sign,
  where: { pass: number; atM: number },
  looked: number,
  random: SeededRandom,
): number {
  const share = harmAt(stand, sign, where);
  return Array.from({ length: looked }, () => random.uniform() < share).filter(Boolean).length;
}

/** What a plant bears, by how far it is behind and how close its neighbours stand: the truth that own weights are an estimate of. */
export interface BearsTruth {
  oneBehind: number;
  twoBehind: number;
  /** Of a plant's yield, SD. */
  spread: number;
  /** Of its yield, lost where a neighbour stands at half the target spacing. */
  crowding: number;
}

/**
 * Yield of a plant at harvest, kg of grain; the crop's own scale.
 *
 * @param nearestM to its nearest neighbour; @param spacingM target
 * @example bears({ group: 'inStep', nearestM: 0.16, spacingM: 0.166 }, truth, 'corn', random) // 0.17
 */
export function bears(
  {
    group,
    nearestM,
    spacingM,
  }: { group: 'inStep' | 'oneBehind' | 'twoBehind'; nearestM: number; spacingM: number },
  truth: BearsTruth,
  crop: Crop,
  random: SeededRandom,
): number {
  const full = CROP_FACTS[crop].fullYieldKgPerM2 / CROP_FACTS[crop].seedsPerM2;
  const crowded = Math.max(0, 1 - nearestM / spacingM);
  const weight = group === 'inStep' ? 1 : truth[group];
  // A plant that bears little is barren now and then, and the others a little better for it.
  const barren = weight < 0.5 && random.uniform() < 0.5 * (1 - weight);
  if (barren) return 0;
  const lift = weight < 0.5 ? 1 / (1 - 0.5 * (1 - weight)) : 1;
  return (
    full *
    weight *
    lift *
    (1 - 2 * truth.crowding * crowded) *
    Math.max(0.05, 1 + truth.spread * random.normal())
  );
}
