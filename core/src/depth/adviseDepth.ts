import { INCH_M } from '../units/index.ts';
import { requireNotNegative, requirePositive } from '../arguments/index.ts';
import { CROP_FACTS, type Crop } from '../crops/index.ts';
import type { Feel } from './findings.ts';

export const SOILS = ['sand', 'loam', 'clay'] as const;
export const TILLAGES = ['tilled', 'strip', 'noTill'] as const;
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
  tillage: (typeof TILLAGES)[number];
  heavyResidue: boolean;
  /** Thickness of dry soil over moist, m; null when not looked at. */
  dryLayerM: number | null;
  /** Hand-feel at seed depth; null when not felt. */
  feel: Feel | null;
  /** Sensor reading and the user's own adequate level for that sensor, same unit; there is no built-in figure. */
  sensor: { reading: number; adequate: number } | null;
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
  | 'feelDry'
  | 'feelMarginal'
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

export interface DepthAdvice {
  school: DepthSchool;
  depthM: number;
  /** The school's hard limits, m. */
  rangeM: [shallowest: number, deepest: number];
  /** In the order applied; they add up to the depth. */
  reasons: DepthReason[];
  /** How far moist soil lies beyond what the school allows, m; 0 when in reach. */
  moistureShortM: number;
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
/** How deep into moist soil each school wants the seed, inches. */
const INTO_MOISTURE = { fixed: 0.25, follow: 0.5 };

/** Feel class, from the sensor where there is one: a reading within 15 % of adequate is marginal (default). */
function feelOf({ feel, sensor }: DepthConditions): Feel | null {
  if (!sensor) return feel;
  requireNotNegative('sensor.reading', sensor.reading);
  requirePositive('sensor.adequate', sensor.adequate);
  const ratio = sensor.reading / sensor.adequate;
  return ratio >= 1 ? (feel === 'wet' ? 'wet' : 'adequate') : ratio >= 0.85 ? 'marginal' : 'dry';
}

const isEarly = ({ crop, date }: DepthConditions) => date.slice(5, 10) < CROP_FACTS[crop].usualFrom;

/** What moves the depth beside the dry layer, inches; each a default of this app. */
function moves(conditions: DepthConditions, school: DepthSchool): [DepthReasonName, number][] {
  const feel = feelOf(conditions);
  const { soil, crusting, cloddy, forecast, faults, faultsStay } = conditions;
  const ample =
    feel === 'wet' || (feel === 'adequate' && (conditions.dryLayerM ?? 1) < 0.5 * INCH_M);
  const list: [DepthReasonName, number | false][] = [
    ['early', school === 'earlyShallow' ? -0.25 : school === 'earlyDeep' && 0.25],
    ['feelDry', feel === 'dry' && conditions.dryLayerM === null && 0.25],
    ['feelMarginal', feel === 'marginal' && 0.125],
    ['ampleMoisture', ample && -0.125],
    ['sand', soil === 'sand' && 0.25],
    ['crust', (crusting || (soil === 'clay' && forecast === 'rain')) && -0.25],
    ['clods', cloddy && 0.25],
    ['drying', forecast === 'drying' && 0.25],
    ['rain', forecast === 'rain' && -0.125],
    ['cold', forecast === 'cold' && -0.125],
    ['faults', faults.length > 0 && faultsStay && 0.25],
  ];
  return list.filter((move): move is [DepthReasonName, number] => move[1] !== false);
}

function adviseSchool(conditions: DepthConditions, school: DepthSchool): DepthAdvice {
  const style = school === 'followMoisture' ? 'follow' : 'fixed';
  const window = WINDOWS[conditions.crop][style];
  // The early schools may use the full span between both windows.
  const range: [number, number] =
    school === 'earlyShallow' || school === 'earlyDeep'
      ? WINDOWS[conditions.crop].follow.range
      : window.range;
  const reasons: { because: DepthReasonName; by: number }[] = [{ because: 'aim', by: window.aim }];
  let depth = window.aim;
  const dry = conditions.dryLayerM === null ? null : conditions.dryLayerM / INCH_M;
  if (dry !== null && dry + INTO_MOISTURE[style] > depth) {
    reasons.push({ because: 'dryLayer', by: dry + INTO_MOISTURE[style] - depth });
    depth = dry + INTO_MOISTURE[style];
  }
  for (const [because, by] of moves(conditions, school)) {
    reasons.push({ because, by });
    depth += by;
  }
  // Nothing takes the seed back out of the moisture it was set into.
  const floor = dry === null ? range[0] : Math.min(range[1], Math.max(range[0], dry + 0.125));
  const held = Math.min(range[1], Math.max(floor, depth));
  if (Math.abs(held - depth) > 1e-9) reasons.push({ because: 'limit', by: held - depth });
  return {
    school,
    depthM: held * INCH_M,
    rangeM: [range[0] * INCH_M, range[1] * INCH_M],
    reasons: reasons.map(({ because, by }) => ({ because, byM: by * INCH_M })),
    moistureShortM: dry === null ? 0 : Math.max(0, (dry + 0.125 - range[1]) * INCH_M),
  };
}

/** Change of the dry layer that is tried out. */
export const DRY_LAYER_STEP_M = 0.75 * INCH_M;

const ALTERNATIVES: [WouldChange['if'], (now: DepthConditions) => DepthConditions | null][] = [
  ['dryLayerThicker', (now) => ({ ...now, dryLayerM: (now.dryLayerM ?? 0) + DRY_LAYER_STEP_M })],
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
 * practice; the size of each reason is a default of this app, nobody's research.
 *
 * @param conditions crop, ground, moisture, weather and faults; lengths in m
 * @returns depths in m to the bottom of the seed
 * @throws RangeError for a negative dry layer or a sensor level that is not above zero
 * @example adviseDepth({ ...conditions, crop: 'corn', dryLayerM: 0.0508 }).schools[1].depthM // 0.0635: ½ in into the moisture
 */
export function adviseDepth(conditions: DepthConditions): DepthAdviser {
  if (conditions.dryLayerM !== null) requireNotNegative('dryLayerM', conditions.dryLayerM);
  const early = isEarly(conditions);
  const named = DEPTH_SCHOOLS.filter((_, i) => i < 2 || (conditions.crop === 'soybean' && early));
  const schools = named.map((school) => adviseSchool(conditions, school));
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
