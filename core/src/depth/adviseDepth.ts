import type { Tillage } from '../weather/index.ts';
import { INCH_M } from '../units/index.ts';
import { requireDate, requireNotNegative, requirePositive } from '../arguments/index.ts';
import { requireCrop, CROP_FACTS, type Crop } from '../crops/index.ts';
import {
  ampleness,
  depthByReadings,
  drynessAt,
  wetness,
  type MoistureReading,
} from './moistureReading.ts';

export const SOILS = ['sand', 'loam', 'clay'] as const;
export const FORECASTS = ['mild', 'drying', 'rain', 'cold'] as const;
/** Faults of the machine that are mended on the machine, not by depth. */
export const LEVERS = [
  'contact',
  'closing',
  'downforceLight',
  'downforceHeavy',
  'residue',
] as const;
export type Lever = (typeof LEVERS)[number];

/** What one stands on, and what one stands behind. */
export interface DepthConditions {
  crop: Crop;
  /** ISO date of planting. */
  date: string;
  soil: (typeof SOILS)[number];
  crusting: boolean;
  cloddy: boolean;
  tillage: Tillage;
  heavyResidue: boolean;
  /** Thickness of dry soil over moist, m; null when not looked at. */
  dryLayerM: number | null;
  /** Moisture felt or measured at depths, in any order; empty when nobody looked. */
  readings: readonly MoistureReading[];
  forecast: (typeof FORECASTS)[number];
  /** Faults seen: mended first. */
  faults: readonly Lever[];
  /** The faults cannot be mended today. */
  faultsStay: boolean;
}

export const DEPTH_SCHOOLS = [
  'fixedWindow',
  'followMoisture',
  'earlyShallow',
  'earlyDeep',
] as const;
export type DepthSchool = (typeof DEPTH_SCHOOLS)[number];

export type DepthReasonName =
  | 'aim'
  | 'dryLayer'
  | 'readDry'
  | 'readDeep'
  | 'ampleMoisture'
  | 'sand'
  | 'crust'
  | 'clods'
  | 'drying'
  | 'rain'
  | 'cold'
  | 'early'
  | 'faults'
  | 'limit';

export interface DepthReason {
  because: DepthReasonName;
  /** Depth for `aim`; otherwise what it moves the depth by, m, deeper positive. */
  byM: number;
}

/** What to do next: the procedure is read, set, read again. */
export interface DepthStep {
  /**
   * Read there first, since nothing was looked at; set the machine there, plant a little, and read there;
   * stay, since it was read to be moist there; wait, dry to the deepest the school allows; or wait until it drains, wet
   * wherever it was felt with more rain to come.
   */
  do: 'read' | 'setAndRead' | 'stay' | 'wait' | 'tooWet';
  atM: number;
}

export interface DepthAdvice {
  school: DepthSchool;
  depthM: number;
  /** The school's hard limits, m. */
  rangeM: [shallowest: number, deepest: number];
  /** In the order applied; they add up to the depth. */
  reasons: DepthReason[];
  /** How far moist soil lies beyond what the school allows, m; 0 when in reach, or where it begins is not known. */
  moistureShortM: number;
  next: DepthStep;
  /** Where to go on to when it reads dry there as well, m; null when that is out of reach. */
  ifDryM: number | null;
}

export interface WouldChange {
  if:
    'dryLayerThicker' | 'dryLayerThinner' | 'rain' | 'drying' | 'cold' | 'crusting' | 'faultsStay';
  toM: number;
}

export interface DepthAdviser {
  /** Levers to mend before touching the depth; empty when none is at fault. */
  mendFirst: Lever[];
  /** The schools side by side; the first two always, the early ones for early soybean. */
  schools: DepthAdvice[];
  /** Largest distance between two schools, m. */
  partM: number;
  /** What would change the advice of each school, most first. */
  wouldChange: Record<string, WouldChange[]>;
  /** Ground where the real depth varies over root balls and residue: check more rows, more often. */
  checkMore: boolean;
  early: boolean;
}

/** Windows and aims of the schools, inches: common practice, not research; sizes below are this app's defaults. */
const WINDOWS: Record<
  Crop,
  Record<'fixed' | 'follow', { range: [number, number]; aim: number }>
> = {
  corn: {
    fixed: { range: [1.5, 2.5], aim: 2.125 },
    follow: { range: [1.5, 3], aim: 1.875 },
  },
  soybean: {
    fixed: { range: [1, 1.5], aim: 1.25 },
    follow: { range: [1, 2], aim: 1.5 },
  },
  wheat: {
    fixed: { range: [1, 1.5], aim: 1.25 },
    follow: { range: [1, 2], aim: 1.25 },
  },
};
/**
 * Depths that a crop may be planted at by both methods together, m: shallowest, deepest. Common practice, not research.
 *
 * @example depthWindow('corn') // [0.0381, 0.0762], 1½ to 3 in
 */
export function depthWindow(crop: Crop): [shallowestM: number, deepestM: number] {
  const { fixed, follow } = WINDOWS[requireCrop(crop)];
  return [
    Math.min(fixed.range[0], follow.range[0]) * INCH_M,
    Math.max(fixed.range[1], follow.range[1]) * INCH_M,
  ];
}

/**
 * The window that a target belongs to, m: of the fixed window method, or of following the moisture where the target lies outside that; null
 * where it lies outside both.
 *
 * @example windowAround('corn', 0.0508) // [0.0381, 0.0635], 1½ to 2½ in
 */
export function windowAround(
  crop: Crop,
  targetM: number,
): [shallowestM: number, deepestM: number] | null {
  requireCrop(crop);
  requirePositive('targetM', targetM);
  for (const { range } of [WINDOWS[crop].fixed, WINDOWS[crop].follow]) {
    const [low, high] = [range[0] * INCH_M, range[1] * INCH_M];
    if (targetM >= low - 1e-9 && targetM <= high + 1e-9) return [low, high];
  }
  return null;
}

/** How deep into moist soil each school wants the seed, inches. */
const INTO_MOISTURE = { fixed: 0.25, follow: 0.5 };

const isEarly = ({ crop, date }: DepthConditions) => date.slice(5, 10) < CROP_FACTS[crop].usualFrom;

/** What moves the depth beside the moisture asked for, inches; each a default of this app. */
function moves(conditions: DepthConditions, school: DepthSchool): [DepthReasonName, number][] {
  const { crop, soil, crusting, cloddy, forecast, faults, faultsStay, readings, dryLayerM } =
    conditions;
  // Hardly a dry layer over soil that was read to be adequate is ample as well.
  const driest = readings.length === 0 ? 0 : Math.min(...readings.map(wetness));
  const thin = dryLayerM === null ? 0 : Math.max(0, 1 - dryLayerM / (0.5 * INCH_M));
  const ample = Math.max(
    ampleness(readings),
    thin * Math.min(1, Math.max(0, (driest - 0.9) / 0.1)),
  );
  const list: [DepthReasonName, number | false][] = [
    ['early', school === 'earlyShallow' ? -0.25 : school === 'earlyDeep' && 0.25],
    ['ampleMoisture', ample > 0 && -0.125 * ample],
    ['sand', soil === 'sand' && 0.25],
    [
      'crust',
      (crusting || (soil === 'clay' && forecast === 'rain' && crop !== 'soybean')) && -0.25,
    ],
    ['clods', cloddy && 0.25],
    ['drying', forecast === 'drying' && 0.25],
    // The top inch dries first, and soybean swells and dies there: rain to come is no reason to leave it shallower.
    ['rain', forecast === 'rain' && crop !== 'soybean' && -0.125],
    ['cold', forecast === 'cold' && -0.125],
    ['faults', faults.length > 0 && faultsStay && 0.25],
  ];
  return list.filter((move): move is [DepthReasonName, number] => move[1] !== false);
}

/** Moist soil this little above the seed, inches, is as good as around it; the smallest step people set. */
const CLOSE = 0.125;

/** Felt wet wherever it was looked at. */
const isWetThrough = (readings: readonly MoistureReading[]) =>
  readings.length > 0 && readings.every((one) => 'feel' in one && one.feel === 'wet');

/** What was read as it bears on a depth: moist there, dry down to the deepest one can set, or not known. */
function knownAt(readings: readonly MoistureReading[], depth: number, deepest: number) {
  const read = readings.map((one) => ({ at: one.depthM / INCH_M, moist: wetness(one) >= 1 }));
  const lowestDry = Math.max(-1, ...read.filter(({ moist }) => !moist).map(({ at }) => at));
  if (lowestDry >= deepest - CLOSE) return 'outOfReach';
  // What was read elsewhere says nothing of this depth.
  return read.some(
    ({ at, moist }) => moist && at > lowestDry && Math.abs(at - depth) <= CLOSE + 1e-9,
  )
    ? 'moist'
    : 'unknown';
}

function adviseSchool(
  conditions: DepthConditions,
  school: DepthSchool,
): Omit<DepthAdvice, 'ifDryM'> {
  const style = school === 'followMoisture' ? 'follow' : 'fixed';
  const windows = WINDOWS[conditions.crop];
  const window = windows[style];
  const { readings } = conditions;
  // The early schools may use the full span between both windows.
  const range = style === 'fixed' && school !== 'fixedWindow' ? windows.follow.range : window.range;
  const reasons: { because: DepthReasonName; by: number }[] = [{ because: 'aim', by: window.aim }];
  let depth = window.aim;
  const push = (because: DepthReasonName, by: number) => {
    if (Math.abs(by) < 1e-9) return;
    const same = reasons.find((one) => one.because === because);
    if (same) same.by += by;
    else reasons.push({ because, by });
    depth += by;
  };
  // Where it reads dry, whoever follows the moisture is never above whoever keeps to the window.
  const parting = Math.max(0, windows.fixed.aim - window.aim);
  push('readDry', parting * drynessAt(readings, window.aim * INCH_M));
  const asked = readings.length === 0 ? 0 : depthByReadings(readings) / INCH_M;
  const dry = conditions.dryLayerM === null ? null : conditions.dryLayerM / INCH_M;
  if (dry !== null) push('dryLayer', Math.max(0, dry + INTO_MOISTURE[style] - depth));
  for (const [because, by] of moves(conditions, school)) push(because, by);
  // Clods, sand and drying move the aim, never what was read: else each moist reading would ask for a deeper one.
  push(
    readings.some((one) => wetness(one) < 1) ? 'readDry' : 'readDeep',
    Math.max(0, asked - depth),
  );
  // Nothing takes the seed back out of the moisture it was set into.
  const floor = Math.max(range[0], asked, dry === null ? 0 : dry + CLOSE);
  push('limit', Math.min(range[1], Math.max(floor, depth)) - depth);
  const atM = depth * INCH_M;
  const short = dry === null ? 0 : Math.max(0, dry + CLOSE - range[1]);
  const known = knownAt(readings, depth, range[1]);
  return {
    school,
    depthM: atM,
    rangeM: [range[0] * INCH_M, range[1] * INCH_M],
    reasons: reasons.map(({ because, by }) => ({ because, byM: by * INCH_M })),
    moistureShortM: short * INCH_M,
    next: {
      do:
        conditions.forecast === 'rain' && isWetThrough(readings)
          ? 'tooWet'
          : short > 0 || known === 'outOfReach'
            ? 'wait'
            : known === 'moist'
              ? 'stay'
              : readings.length === 0 && dry === null
                ? 'read'
                : 'setAndRead',
      atM,
    },
  };
}

function advised(conditions: DepthConditions, school: DepthSchool): DepthAdvice {
  const advice = adviseSchool(conditions, school);
  const again = adviseSchool(
    {
      ...conditions,
      readings: [...conditions.readings, { depthM: advice.depthM, feel: 'dry' }],
    },
    school,
  );
  return { ...advice, ifDryM: again.next.do === 'wait' ? null : again.depthM };
}

/** Change of the dry layer that is tried out. */
export const DRY_LAYER_STEP_M = 0.75 * INCH_M;

const ALTERNATIVES: [WouldChange['if'], (now: DepthConditions) => DepthConditions | null][] = [
  [
    'dryLayerThicker',
    (now) =>
      now.dryLayerM === null ? null : { ...now, dryLayerM: now.dryLayerM + DRY_LAYER_STEP_M },
  ],
  [
    'dryLayerThinner',
    (now) =>
      now.dryLayerM ? { ...now, dryLayerM: Math.max(0, now.dryLayerM - DRY_LAYER_STEP_M) } : null,
  ],
  ['rain', (now) => (now.forecast === 'rain' ? null : { ...now, forecast: 'rain' })],
  ['drying', (now) => (now.forecast === 'drying' ? null : { ...now, forecast: 'drying' })],
  ['cold', (now) => (now.forecast === 'cold' ? null : { ...now, forecast: 'cold' })],
  ['crusting', (now) => (now.crusting ? null : { ...now, crusting: true })],
  [
    'faultsStay',
    (now) => (now.faults.length > 0 && !now.faultsStay ? { ...now, faultsStay: true } : null),
  ],
];

/**
 * How deep to plant: what each school would do here, why, and what would change it. Windows are common
 * practice; the size of each reason is a default of this app, nobody's research. Moisture is found as
 * people find it: read, set, read again; drier, a thicker dry layer or drying weather never make it
 * shallower, wetter never deeper, and a small change never moves it by more than ⅛ in.
 *
 * @param conditions crop, ground, moisture, weather and faults; lengths in m
 * @returns depths in m to the bottom of the seed
 * @throws RangeError for a negative dry layer, depth or sensor value, or a sensor level that is not above zero
 * @example adviseDepth({ ...conditions, crop: 'corn', dryLayerM: 0.0508 }).schools[1].depthM // 0.0635: ½ in into the moisture
 */
export function adviseDepth(conditions: DepthConditions): DepthAdviser {
  requireCrop(conditions.crop);
  requireDate('date', conditions.date);
  if (conditions.dryLayerM !== null) requireNotNegative('dryLayerM', conditions.dryLayerM);
  const early = isEarly(conditions);
  const named = DEPTH_SCHOOLS.filter((_, i) => i < 2 || (conditions.crop === 'soybean' && early));
  const schools = named.map((school) => advised(conditions, school));
  const depths = schools.map(({ depthM }) => depthM);
  const wouldChange = Object.fromEntries(
    schools.map(({ school, depthM }) => [
      school,
      ALTERNATIVES.flatMap(([change, alter]) => {
        const other = alter(conditions);
        const toM = other ? adviseSchool(other, school).depthM : depthM;
        return Math.abs(toM - depthM) >= 0.12 * INCH_M ? [{ if: change, toM }] : [];
      }).sort((a, b) => Math.abs(b.toM - depthM) - Math.abs(a.toM - depthM)),
    ]),
  );
  return {
    mendFirst: LEVERS.filter(
      (lever) =>
        conditions.faults.includes(lever) || (lever === 'residue' && conditions.heavyResidue),
    ),
    schools,
    partM: Math.max(...depths) - Math.min(...depths),
    wouldChange,
    checkMore: conditions.tillage === 'noTill' || conditions.heavyResidue,
    early,
  };
}
