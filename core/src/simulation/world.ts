import type { Crop } from '../crops/index.ts';
import type { Sign } from '../pests/index.ts';
import type { DayTemperatures } from '../season/index.ts';

/** A band across the field, met by every row between two distances from the start of the pass. */
export interface SimulatedZone {
  name: string;
  fromM: number;
  toM: number;
  /** Depth of dry soil over moist soil at planting, m. */
  dryLayerM: number;
  /** Chance that a germinating seed rots in saturated ground. */
  rotShare: number;
  /** Chance that a seedling fails under a crust. */
  crustShare: number;
  /** Chance that cold water at imbibition kills or bends a seedling. */
  coldInjuryShare: number;
  /** Chance that an animal or insect takes the seed. */
  pestShare: number;
  /** Chance that an insect hollows it in the ground; left out: none. */
  hollowShare?: number;
  /** Warmer or colder than the station, °C. */
  temperatureOffsetC: number;
}

/** One row unit of the planter: a machine of its own. */
export interface SimulatedUnit {
  depthMeanM: number;
  /** Of its seeds, all told. */
  depthSdM: number;
  /** Chance that a cell comes round without a seed. */
  skipRate: number;
  /** Chance that a cell carries two. */
  doubleRate: number;
  /** SD of a seed's position about its slot, m. */
  scatterSdM: number;
  /** Cells of the disc that never carry a seed. */
  damagedCells?: readonly number[];
  /** Stretch of every pass, or of those named, where nothing comes out, m. */
  plugged?: { fromM: number; toM: number; passes?: readonly number[] };
  /** What this unit’s furrow does to its seeds. */
  hardship?: Hardship;
}

/** A furrow that kills some of its seeds and slows others. */
export interface Hardship {
  /** Chance that a live seed ends so. */
  kills: Partial<Record<Exclude<Cause, 'none'>, number>>;
  /** Share of the others that comes late, and by what factor of their heat. */
  slowShare: number;
  slowBy: number;
}

export interface SimulatedPlanter {
  units: SimulatedUnit[];
  rowWidthM: number;
  /** Cells on a metering disc. */
  cells: number;
}

/**
 * What an even bench of soil leaves out and every field has. Figures of this simulation, nobody's research.
 */
export interface Roughness {
  /** Depth that neighbouring seeds of a row share, over about so many metres: bounce, speed, small clods; m. */
  bounceSdM: number;
  bounceLengthM: number;
  /** Depth that all rows of a pass share over a longer way: soft and hard spots, m. */
  softSdM: number;
  softLengthM: number;
  /** How differently a row sits in each pass, m. */
  rowPassSdM: number;
  /** Rows that run in another machine's tracks, in one pass of so many: late, and some never come up. */
  tracks: { onePassIn: number; rows: number[]; lossShare: number; heatFactor: number };
}

/** A well-prepared field, planted at an easy speed. @example { ...scenario, rough: ORDINARY } */
export const ORDINARY: Roughness = {
  bounceSdM: 0.002,
  bounceLengthM: 0.5,
  softSdM: 0.001,
  softLengthM: 25,
  rowPassSdM: 0.001,
  tracks: { onePassIn: 6, rows: [2, 5], lossShare: 0.1, heatFactor: 1.06 },
};

/** A rough one, planted fast. */
export const ROUGH: Roughness = {
  bounceSdM: 0.003,
  bounceLengthM: 0.5,
  softSdM: 0.0015,
  softLengthM: 25,
  rowPassSdM: 0.0015,
  tracks: { onePassIn: 6, rows: [2, 5], lossShare: 0.2, heatFactor: 1.12 },
};

/** A day's weather: air, rain, and the soil where seeds lie. */
export interface SimulatedDay extends DayTemperatures {
  rainM: number;
  soil: DayTemperatures;
}

export interface SeedLot {
  germination: number;
  /** 0…1: how evenly and fast the live seeds come up; also how they stand stress. */
  vigour: number;
}

/** A patch in which plants show a sign. */
export interface SimulatedHarm {
  sign: Sign;
  pass: number;
  atM: number;
  /** It fades out over so many metres along the pass, and half as fast from pass to pass. */
  radiusM: number;
  /** Share of the plants in its middle. */
  share: number;
}

export interface Scenario {
  crop: Crop;
  planter: SimulatedPlanter;
  seedLot: SeedLot;
  seedsPerM2: number;
  /** Length of a pass, m. */
  passLengthM: number;
  passes: number;
  zones: SimulatedZone[];
  /** From the planting date on. */
  weather: SimulatedDay[];
  /** None: a bench of soil. */
  rough?: Roughness;
  /** What harms plants, or only looks so, in patches. */
  harms?: SimulatedHarm[];
}

/** True cause of an empty place. `none`: a plant stands there. */
export const CAUSES = [
  'none',
  'skip',
  'damagedCell',
  'pluggedRow',
  'deadSeed',
  'drySeed',
  'rot',
  'coldInjury',
  'pest',
  'crust',
  'tooDeep',
  'hollowed',
] as const;
export type Cause = (typeof CAUSES)[number];

/** A zone with nothing wrong in it. @example { ...goodGround(0, 400), crustShare: 0.1 } */
export function goodGround(fromM: number, toM: number): SimulatedZone {
  return {
    name: 'good ground',
    fromM,
    toM,
    dryLayerM: 0.02,
    rotShare: 0.005,
    crustShare: 0.005,
    coldInjuryShare: 0,
    pestShare: 0.005,
    temperatureOffsetC: 0,
  };
}

/** A unit in good order. @example goodUnit(0.05) */
export function goodUnit(depthMeanM: number): SimulatedUnit {
  return { depthMeanM, depthSdM: 0.005, skipRate: 0.01, doubleRate: 0.008, scatterSdM: 0.018 };
}
