import { requireOneOf } from '../arguments/index.ts';
import { ACRE_M2, INCH_M, toSi, type UsualRange } from '../units/index.ts';
/** Crops the app knows, with the figures of each that several rooms share. */
export const CROPS = ['corn', 'soybean', 'wheat'] as const;
export type Crop = (typeof CROPS)[number];

/** Throws a RangeError unless the app knows the crop. @example requireCrop('corn') // 'corn' */
export const requireCrop = (crop: Crop, name = 'crop'): Crop => requireOneOf(name, crop, CROPS);

const FAHRENHEIT_UNIT = 5 / 9;

export interface CropFacts {
  label: string;
  /** Whether single plants are spaced by a meter: drilled cereals are spoken of in plants per ft² or m². */
  denseStand: boolean;
  /** House default: depth aimed for, m. */
  depthTargetM: number;
  /** House default: thickness of a seed, m, between a depth read to its top and one read to its bottom. */
  seedThicknessM: number;
  /** House default: month and day from which planting is no longer early. */
  usualFrom: string;
  /** House default: seeds dropped, per m². */
  seedsPerM2: number;
  /** Base and cap of heat units, °C, and what they limit (McMaster & Wilhelm 1997). */
  heatBaseC: number;
  heatCapC?: number;
  heatLimits: 'extremes' | 'mean';
  /** House default: heat from sowing to emergence at a depth, °C·day. */
  heatToEmergence(depthM: number): number;
  /** House defaults: heat from sowing at which a seed is swollen, its root out, its shoot out, °C·day. */
  heatBelow: Record<'swollen' | 'root' | 'shoot', number>;
  /** House default: heat from one leaf to the next, °C·day, while plants are young; left out where the guide has none. */
  heatPerLeaf?: number;
  /** How its yield is spoken of. */
  yieldKind: 'cornYield' | 'beanYield';
  /** How its price is spoken of. */
  priceKind: 'cornPrice' | 'beanPrice';
  /** House default: what a kg is sold for, in a money like a dollar; to be replaced by one’s own. */
  pricePerKg: number;
  /** Share of water in the grain that is sold (field guide 11.2). */
  soldAtMoisture: number;
  /** House default: yield of a full, timely stand, kg/m². */
  fullYieldKgPerM2: number;
  /** House defaults: what is usually sown, per m², how deep and in what rows, m. Other figures are asked about. */
  usual: Record<'seedsPerM2' | 'depthTargetM' | 'rowWidthM', UsualRange>;
  /** House default: days after planting between which the stand walk is usually worth making. */
  standWalkDays: [from: number, to: number];
  /** House defaults: days after planting between which plants usually come up, where no weather says better. */
  emergenceDays: [from: number, to: number];
  /** House defaults: days after planting between which each later visit is usually worth making. */
  laterDays: Record<
    'plantDigs' | 'flowering' | 'grainFill' | 'harvest',
    [from: number, to: number]
  >;
}

export const CROP_FACTS: Record<Crop, CropFacts> = {
  corn: {
    label: 'Corn',
    denseStand: false,
    depthTargetM: 2 * INCH_M,
    seedThicknessM: 0.005,
    usualFrom: '04-25',
    seedsPerM2: 7.9,
    heatBaseC: 10,
    heatCapC: 30,
    heatLimits: 'extremes',
    heatToEmergence: (depthM) =>
      (115 + (15 * Math.max(0, depthM - 2 * INCH_M)) / INCH_M) * FAHRENHEIT_UNIT,
    heatBelow: {
      swollen: 20 * FAHRENHEIT_UNIT,
      root: 45 * FAHRENHEIT_UNIT,
      shoot: 65 * FAHRENHEIT_UNIT,
    },
    heatPerLeaf: 82 * FAHRENHEIT_UNIT,
    yieldKind: 'cornYield',
    priceKind: 'cornPrice',
    pricePerKg: 0.17,
    soldAtMoisture: 0.155,
    fullYieldKgPerM2: toSi(200, 'bu56PerAc'),
    usual: {
      seedsPerM2: [15_000 / ACRE_M2, 50_000 / ACRE_M2],
      depthTargetM: [1 * INCH_M, 4 * INCH_M],
      rowWidthM: [15 * INCH_M, 42 * INCH_M],
    },
    standWalkDays: [18, 35],
    emergenceDays: [6, 20],
    laterDays: {
      plantDigs: [28, 45],
      flowering: [68, 82],
      grainFill: [90, 110],
      harvest: [135, 165],
    },
  },
  soybean: {
    label: 'Soybean',
    denseStand: false,
    depthTargetM: 1.25 * INCH_M,
    seedThicknessM: 0.006,
    usualFrom: '05-05',
    seedsPerM2: 34.6,
    heatBaseC: 10,
    heatCapC: 30,
    heatLimits: 'extremes',
    heatToEmergence: () => 130 * FAHRENHEIT_UNIT,
    heatBelow: {
      swollen: 15 * FAHRENHEIT_UNIT,
      root: 40 * FAHRENHEIT_UNIT,
      shoot: 75 * FAHRENHEIT_UNIT,
    },
    yieldKind: 'beanYield',
    priceKind: 'beanPrice',
    pricePerKg: 0.39,
    soldAtMoisture: 0.13,
    fullYieldKgPerM2: toSi(60, 'bu60PerAc'),
    usual: {
      seedsPerM2: [60_000 / ACRE_M2, 300_000 / ACRE_M2],
      depthTargetM: [0.5 * INCH_M, 3 * INCH_M],
      rowWidthM: [6 * INCH_M, 42 * INCH_M],
    },
    standWalkDays: [16, 35],
    emergenceDays: [5, 18],
    laterDays: {
      plantDigs: [26, 42],
      flowering: [48, 65],
      grainFill: [85, 105],
      harvest: [120, 145],
    },
  },
  wheat: {
    label: 'Winter wheat',
    denseStand: true,
    depthTargetM: 1.25 * INCH_M,
    seedThicknessM: 0.003,
    usualFrom: '09-25',
    seedsPerM2: 320,
    heatBaseC: 0,
    heatLimits: 'mean',
    heatToEmergence: (depthM) => (80 + (50 * depthM) / INCH_M) * FAHRENHEIT_UNIT,
    heatBelow: {
      swollen: 25 * FAHRENHEIT_UNIT,
      root: 50 * FAHRENHEIT_UNIT,
      shoot: 80 * FAHRENHEIT_UNIT,
    },
    yieldKind: 'beanYield',
    priceKind: 'beanPrice',
    pricePerKg: 0.21,
    soldAtMoisture: 0.135,
    fullYieldKgPerM2: toSi(70, 'bu60PerAc'),
    usual: {
      seedsPerM2: [400_000 / ACRE_M2, 3_000_000 / ACRE_M2],
      depthTargetM: [0.5 * INCH_M, 3.5 * INCH_M],
      rowWidthM: [4 * INCH_M, 16 * INCH_M],
    },
    standWalkDays: [20, 250],
    emergenceDays: [6, 24],
    laterDays: {
      plantDigs: [150, 200],
      flowering: [228, 245],
      grainFill: [248, 262],
      harvest: [275, 300],
    },
  },
};

/** What was planted, in a few words; the variety may not have been said. @example cropWords({ crop: 'corn', variety: 'AB-104' }) // 'corn AB-104' */
export const cropWords = ({ crop, variety }: { crop: Crop; variety: string }): string =>
  [CROP_FACTS[crop].label.toLowerCase(), variety].filter(Boolean).join(' ');

/** The same at the beginning of a line. */
export const cropTitle = (planted: { crop: Crop; variety: string }): string =>
  [CROP_FACTS[planted.crop].label, planted.variety].filter(Boolean).join(' ');

/** Prices about which nobody is asked, in a money like a dollar, a kg: a quarter to five times the usual one. A Sendero default. @example usualPrice('corn') */
export const usualPrice = (crop: Crop): UsualRange => {
  const { pricePerKg } = CROP_FACTS[crop];
  return [pricePerKg / 4, 5 * pricePerKg];
};
