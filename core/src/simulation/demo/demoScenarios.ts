import { INCH_M, ACRE_M2 } from '../../units/index.ts';
import type { Crop } from '../../crops/index.ts';
import { addDays } from '../../season/index.ts';
import type { CountMethod } from '../../stand/index.ts';
import { simulateWeather } from '../simulateWeather.ts';
import type { Planting, WorkItem } from '../../records/index.ts';
import type { FurrowFindings } from '../../depth/index.ts';
import type { DemoPlants, DemoTags } from './demoPlants.ts';
import { goodGround, goodUnit, ORDINARY, type Scenario, type SimulatedUnit } from '../world.ts';

export const PASS_M = 400;

/** What the zones of demo fields are on the map; others are not drawn. */
export const ZONE_PARTS: Record<string, 'soil' | 'low'> = {
  'sandy rise': 'soil',
  flat: 'soil',
  bottom: 'low',
  'ditch side': 'low',
  'upper half': 'soil',
  'lower half': 'soil',
};

export const DEMO_SEASON = 2027;
/** The made-up district's clock, minutes ahead of UTC. */
export const DEMO_ZONE_MIN = -360;
export const DEMO_TODAY = '2027-05-27';
export const DEMO_GROWERS = [
  'Halloran Mesa Farm',
  'Quill & Daughters',
  'Saltbush Partnership',
] as const;

/** Goose: row 4 set shallow, row 9 with one damaged disc cell, rows 6 and 7 in the tractor's tracks. */
const gooseUnits = (depthM: number): SimulatedUnit[] =>
  Array.from({ length: 12 }, (_, i) => {
    const row = i + 1;
    const unit = goodUnit(depthM);
    if (row === 4) return { ...unit, depthMeanM: depthM - 0.8 * INCH_M };
    if (row === 9) return { ...unit, damagedCells: [11] };
    if (row === 6 || row === 7)
      return { ...unit, depthMeanM: depthM - 0.3 * INCH_M, depthSdM: 0.009, scatterSdM: 0.03 };
    return unit;
  });

/** Marigold: new row cleaners trench, so that soil washes in and the seed lies too deep and uneven. */
const marigoldUnits = (depthM: number): SimulatedUnit[] =>
  Array.from({ length: 16 }, () => ({
    ...goodUnit(depthM + 0.75 * INCH_M),
    depthSdM: 0.011,
    skipRate: 0.02,
    doubleRate: 0.04,
    scatterSdM: 0.02,
  }));

/** Comb: a drill; nothing is singulated, so spacing and depth scatter. */
const combUnits = (depthM: number): SimulatedUnit[] =>
  Array.from({ length: 20 }, () => ({
    ...goodUnit(depthM + 0.05 * INCH_M),
    depthSdM: 0.009,
    skipRate: 0.12,
    doubleRate: 0.12,
    scatterSdM: 0.02,
  }));

export const DEMO_PLANTERS = [
  {
    name: 'Goose',
    type: 'planter',
    units: gooseUnits,
    rowWidthM: 30 * INCH_M,
    trackRows: [6, 7],
    cells: 24,
    depthStopStepM: 0.25 * INCH_M,
    typed: '30 in',
    typedStep: '1/4"',
  },
  {
    name: 'Marigold',
    type: 'planter',
    units: marigoldUnits,
    rowWidthM: 20 * INCH_M,
    trackRows: [],
    cells: 56,
    depthStopStepM: 0.25 * INCH_M,
    typed: '20 in',
    typedStep: '1/4"',
  },
  {
    name: 'Comb',
    type: 'drill',
    units: combUnits,
    rowWidthM: 7.5 * INCH_M,
    trackRows: [],
    cells: 1,
    depthStopStepM: null,
    typed: '7 1/2 in',
    typedStep: '',
  },
] as const;

export interface DemoWalk {
  on: string;
  method: CountMethod;
  stops: number;
  finished: boolean;
  walkedBy: string;
  lengthM?: number;
  typedLength?: string;
  hoopDiameterM?: number;
  /** Its places were drawn before it. */
  planned?: boolean;
  /** Rows that got a tape at the first stops. */
  tapeRows: number[];
  /** Tapes over several turns of the disc, in these rows of one stop. */
  longTapes?: { stop: number; rows: number[]; lengthM: number };
  /** What else was looked into at every stop. */
  plants?: DemoPlants;
  /** Plants that were marked. */
  tags?: DemoTags;
}

export interface DemoPlanting {
  field: string;
  grower: (typeof DEMO_GROWERS)[number];
  areaAc: number;
  soil: string;
  planter: (typeof DEMO_PLANTERS)[number]['name'];
  crop: Crop;
  variety: string;
  /** The season on the screen, unless said. */
  season?: number;
  plantedOn: string;
  seedsPerAc: number;
  typedRate: string;
  depthIn: number;
  typedDepth: string;
  germination: number;
  ground: Pick<Scenario, 'zones' | 'weather' | 'harms'>;
  /** A trench check on planting day: what was found then, and left as it was. */
  trench?: DemoTrench;
  /** Seeds dug before plants were up. */
  below?: { on: string; by: string; rows: number[]; seeds: number };
  /** Lengths flagged in every row at one place, or in each zone, and the days they were counted. */
  emergence?: DemoEmergence;
  walk?: DemoWalk;
  /** Rows that lay elsewhere that year, m deeper. */
  rowsOff?: Record<number, number>;
  /** Why the field has another planting this season. */
  beside?: Planting['beside'];
  /** What was noted of it, and when. */
  note?: { on: string; by: string; text: string };
}

export interface DemoEmergence {
  countedBy: string;
  flaggedOn: string;
  countedOn: string[];
  lengthM: number;
  typedLength: string;
  /** Every row at one place; or so many lengths in each zone. */
  lengths: 'everyRow' | { inEachZone: number };
  place: string;
}

export interface DemoTrench {
  walkedBy: string;
  seedsPerRow: number;
  dryLayerM: number;
  typedDryLayer: string;
  speedMph: number;
  /** Findings that are not normal, by row. */
  furrows: Record<number, Partial<FurrowFindings>>;
  closingWheels: Record<number, string>;
  /** What the row cleaners are, where it was written down. */
  rowCleaner?: string;
  /** A source of its own, so that the check moves nothing that was drawn before it. */
  seed?: number;
}

const thousandth30 = { lengthM: 17.424 * 12 * INCH_M, typedLength: '17 ft 5 in' };
type Spells = Pick<Parameters<typeof simulateWeather>[0], 'coldSpell' | 'drySpell' | 'storm'>;
const spring = (seed: number, spells: Spells = {}) =>
  simulateWeather({ days: 60, meanC: 13.5, risePerDayC: 0.14, ...spells }, seed);

/** Lengths in every row, counted every other day of the season before. */
const lastYear = (from: string, visits: number, feet: number): DemoEmergence => ({
  countedBy: 'Ife Marlow',
  flaggedOn: from,
  countedOn: Array.from({ length: visits }, (_, i) => addDays(from, 2 * i)),
  lengthM: feet * 12 * INCH_M,
  typedLength: feet === 5 ? '5 ft' : '17 ft 5 in',
  lengths: 'everyRow',
  place: '50 steps in from the road',
});

/** Goose's later checks, as its first one left it. */
const GOOSE_CHECK: DemoTrench = {
  walkedBy: 'Teo Lindqvist',
  seedsPerRow: 6,
  dryLayerM: 1.25 * INCH_M,
  typedDryLayer: '1 1/4"',
  speedMph: 5,
  furrows: { 7: { wall: 'smeared' } },
  closingWheels: {},
};

/** What stands on the workshop lists. */
export const DEMO_WORK: (Pick<WorkItem, 'rows' | 'what' | 'why' | 'measure' | 'byM'> &
  Partial<WorkItem> & { planter: DemoPlanting['planter'] })[] = [
  {
    planter: 'Goose',
    season: DEMO_SEASON - 1,
    rows: [2],
    what: 'Set row 2 deeper by 2 steps (½ in); look at its gauge wheel arms',
    why: 'Row 2: ½ in too shallow.',
    measure: 'depth',
    byM: 0.5 * INCH_M,
    priority: 'high',
    who: 'Teo Lindqvist',
    state: 'done',
    doneOn: '2026-12-09',
    doneNote: 'New bushings in both arms, stop two holes deeper.',
  },
  {
    planter: 'Goose',
    season: DEMO_SEASON - 1,
    rows: [9],
    what: 'Row 9: change the metering disc, or clear its cell',
    why: 'Leaves a gap at the same distance again and again.',
    measure: 'skips',
    byM: null,
    priority: 'middle',
    state: 'ordered',
    parts: 'disc, 24 cells',
    due: '2027-06-10',
  },
];

export const DEMO_PLANTINGS: DemoPlanting[] = [
  {
    field: 'Long Forty',
    grower: 'Halloran Mesa Farm',
    areaAc: 40,
    soil: 'silt loam',
    planter: 'Goose',
    crop: 'corn',
    variety: 'AB-104',
    plantedOn: '2027-04-28',
    seedsPerAc: 32000,
    typedRate: '32k',
    depthIn: 2,
    typedDepth: '2"',
    germination: 0.95,
    ground: {
      weather: spring(11),
      zones: [
        { ...goodGround(0, 150), dryLayerM: 0.03 },
        { ...goodGround(150, 280), name: 'sandy rise', dryLayerM: 0.042 },
        { ...goodGround(280, PASS_M), name: 'flat', dryLayerM: 0.03, crustShare: 0.02 },
      ],
      // Cutworm at the far end; purple from cold nights here and there, which needs nothing.
      harms: [
        { sign: 'cut', pass: 8, atM: 395, radiusM: 70, share: 0.35 },
        { sign: 'purple', pass: 4, atM: 120, radiusM: 150, share: 0.2 },
      ],
    },
    trench: {
      walkedBy: 'Noor Castellane',
      seedsPerRow: 6,
      dryLayerM: 1.25 * INCH_M,
      typedDryLayer: '1 1/4"',
      speedMph: 4.5,
      furrows: {
        4: { closing: 'loose', contact: 'airPockets' },
        6: { wall: 'smeared' },
        7: { wall: 'smeared', closing: 'partlyOpen' },
      },
      closingWheels: Object.fromEntries(
        Array.from({ length: 12 }, (_, i) => [i + 1, i < 8 ? 'rubber' : 'spiked']),
      ),
    },
    emergence: {
      countedBy: 'Ife Marlow',
      flaggedOn: '2027-05-06',
      countedOn: [
        '2027-05-08',
        '2027-05-10',
        '2027-05-12',
        '2027-05-14',
        '2027-05-16',
        '2027-05-18',
        '2027-05-20',
      ],
      ...thousandth30,
      lengths: 'everyRow',
      place: '60 steps in from the east gate, flags on the fence side',
    },
    walk: {
      on: '2027-05-26',
      method: 'everyRow',
      stops: 10,
      finished: true,
      walkedBy: 'Noor Castellane',
      ...thousandth30,
      tapeRows: [3, 4, 6, 9],
      longTapes: { stop: 5, rows: [9, 10], lengthM: 26 },
      plants: {
        rows: [3, 4, 6, 9],
        signs: ['purple', 'cut'],
      },
      tags: { pairs: 6, colour: 'red', fillAfterDays: null },
    },
  },
  {
    field: 'Windmill East',
    grower: 'Halloran Mesa Farm',
    areaAc: 62,
    soil: 'loam',
    planter: 'Goose',
    crop: 'corn',
    variety: 'AB-111',
    plantedOn: '2027-05-04',
    seedsPerAc: 33000,
    typedRate: '33,000',
    depthIn: 2,
    typedDepth: '2 in',
    germination: 0.95,
    ground: { weather: spring(12), zones: [goodGround(0, PASS_M)] },
    trench: { ...GOOSE_CHECK, seed: 61 },
  },
  {
    field: 'Heron Bottom',
    grower: 'Quill & Daughters',
    areaAc: 55,
    soil: 'clay loam',
    planter: 'Goose',
    crop: 'corn',
    variety: 'AB-104',
    plantedOn: '2027-05-02',
    seedsPerAc: 32000,
    typedRate: '32,000/ac',
    depthIn: 2,
    typedDepth: '2"',
    germination: 0.95,
    ground: {
      weather: spring(13, { coldSpell: [1, 4] }),
      zones: [
        { ...goodGround(0, 220), name: 'bottom', coldInjuryShare: 0.3, rotShare: 0.05 },
        { ...goodGround(220, PASS_M), coldInjuryShare: 0.04 },
      ],
    },
    trench: { ...GOOSE_CHECK, seed: 62 },
    below: { on: '2027-05-15', by: 'Teo Lindqvist', rows: [1, 3, 5, 7, 9, 11], seeds: 6 },
    walk: {
      on: '2027-05-27',
      method: 'oneRow',
      stops: 4,
      finished: false,
      walkedBy: 'Ife Marlow',
      ...thousandth30,
      tapeRows: [],
    },
  },
  {
    field: 'Ditch Block',
    grower: 'Quill & Daughters',
    areaAc: 28,
    soil: 'silty clay',
    planter: 'Goose',
    crop: 'corn',
    variety: 'AB-111',
    plantedOn: '2027-04-20',
    seedsPerAc: 32000,
    typedRate: '32k',
    depthIn: 2,
    typedDepth: '2"',
    germination: 0.93,
    ground: {
      weather: spring(14, { coldSpell: [3, 9] }),
      zones: [
        { ...goodGround(0, 190), name: 'ditch side', rotShare: 0.45, crustShare: 0.2 },
        { ...goodGround(190, PASS_M), rotShare: 0.12, crustShare: 0.1 },
      ],
    },
    walk: {
      planned: true,
      on: '2027-05-25',
      method: 'everyRow',
      stops: 8,
      finished: true,
      walkedBy: 'Teo Lindqvist',
      ...thousandth30,
      tapeRows: [2, 10],
    },
  },
  {
    field: 'The Apron',
    grower: 'Saltbush Partnership',
    areaAc: 71,
    soil: 'sandy loam',
    planter: 'Marigold',
    crop: 'soybean',
    variety: 'S-22',
    plantedOn: '2027-05-06',
    seedsPerAc: 140000,
    typedRate: '140k',
    depthIn: 1.25,
    typedDepth: '1 1/4"',
    germination: 0.9,
    ground: {
      // No rain for two weeks: on the sandier lower half the dry layer reaches down to some of the seed.
      weather: spring(15, { drySpell: [0, 13] }),
      zones: [
        { ...goodGround(0, 200), name: 'upper half' },
        { ...goodGround(200, PASS_M), name: 'lower half', dryLayerM: 0.044 },
      ],
    },
    trench: {
      walkedBy: 'Ife Marlow',
      seedsPerRow: 6,
      dryLayerM: INCH_M,
      typedDryLayer: '1"',
      speedMph: 5.5,
      furrows: {},
      closingWheels: {},
      rowCleaner: 'new, running deep: a trench in every row',
      seed: 63,
    },
    emergence: {
      countedBy: 'Teo Lindqvist',
      flaggedOn: '2027-05-14',
      countedOn: ['2027-05-16', '2027-05-18', '2027-05-20', '2027-05-22', '2027-05-24'],
      lengthM: 5 * 12 * INCH_M,
      typedLength: '5 ft',
      lengths: { inEachZone: 5 },
      place: 'along the middle pass, flags every 50 steps',
    },
    walk: {
      on: '2027-05-26',
      method: 'bothSides',
      stops: 8,
      finished: true,
      walkedBy: 'Ife Marlow',
      lengthM: 10 * 12 * INCH_M,
      typedLength: '10 ft',
      tapeRows: [5],
    },
  },
  {
    field: 'Kiln Corner',
    grower: 'Saltbush Partnership',
    areaAc: 34,
    soil: 'loam',
    planter: 'Comb',
    crop: 'wheat',
    variety: 'W-7',
    plantedOn: '2026-10-06',
    seedsPerAc: 1300000,
    typedRate: '1,300,000/ac',
    depthIn: 1.25,
    typedDepth: '1 1/4 in',
    germination: 0.92,
    ground: {
      // Heavy rain on the third day, then sun: a crust before the wheat is up.
      weather: simulateWeather(
        { days: 270, meanC: 11, risePerDayC: 0.01, storm: { day: 3, rainM: 0.024 } },
        16,
      ),
      zones: [{ ...goodGround(0, PASS_M), crustShare: 0.15 }],
    },
    below: { on: '2026-10-13', by: 'Ife Marlow', rows: [2, 6, 10, 14, 18], seeds: 6 },
    walk: {
      on: '2027-04-22',
      method: 'hoop',
      stops: 9,
      finished: true,
      walkedBy: 'Noor Castellane',
      hoopDiameterM: 28.25 * INCH_M,
      typedLength: '28 1/4 in',
      tapeRows: [],
    },
  },
  {
    field: 'Windmill East',
    grower: 'Halloran Mesa Farm',
    areaAc: 62,
    soil: 'loam',
    planter: 'Goose',
    crop: 'soybean',
    variety: 'S-22',
    plantedOn: DEMO_TODAY,
    seedsPerAc: 140000,
    typedRate: '140k',
    depthIn: 1.5,
    typedDepth: '1 1/2"',
    germination: 0.9,
    ground: { weather: spring(17), zones: [goodGround(0, PASS_M)] },
    beside: 'split',
    note: {
      on: '2027-05-04',
      by: 'Noor Castellane',
      text: 'The south 20 acres were too wet for corn on May 4: left for soybean.',
    },
  },
  // The season before: what was grown where, and two walks to look back at.
  {
    field: 'Long Forty',
    grower: 'Halloran Mesa Farm',
    areaAc: 40,
    soil: 'silt loam',
    planter: 'Marigold',
    crop: 'soybean',
    variety: 'S-22',
    season: DEMO_SEASON - 1,
    plantedOn: '2026-05-11',
    seedsPerAc: 140000,
    typedRate: '140k',
    depthIn: 1.25,
    typedDepth: '1 1/4"',
    germination: 0.9,
    ground: { weather: spring(21), zones: [goodGround(0, PASS_M)] },
    emergence: lastYear('2026-05-17', 9, 5),
    walk: {
      on: '2026-06-02',
      method: 'bothSides',
      stops: 6,
      finished: true,
      walkedBy: 'Ife Marlow',
      lengthM: 10 * 12 * INCH_M,
      typedLength: '10 ft',
      tapeRows: [],
    },
  },
  {
    field: 'Windmill East',
    grower: 'Halloran Mesa Farm',
    areaAc: 62,
    soil: 'loam',
    planter: 'Goose',
    crop: 'corn',
    variety: 'AB-104',
    season: DEMO_SEASON - 1,
    plantedOn: '2026-04-30',
    seedsPerAc: 32000,
    typedRate: '32k',
    depthIn: 2,
    typedDepth: '2"',
    germination: 0.95,
    ground: { weather: spring(22), zones: [goodGround(0, PASS_M)] },
    // Mended in the winter after.
    rowsOff: { 2: -0.55 * INCH_M },
    trench: { ...GOOSE_CHECK, seed: 64 },
    emergence: lastYear('2026-05-08', 9, 17.424),
    walk: {
      on: '2026-05-27',
      method: 'everyRow',
      stops: 8,
      finished: true,
      walkedBy: 'Noor Castellane',
      ...thousandth30,
      tapeRows: [4, 9],
      tags: { pairs: 24, colour: 'blue', fillAfterDays: 100 },
    },
    note: {
      on: '2026-05-27',
      by: 'Noor Castellane',
      text: 'Row 9 leaves a gap at the same distance again and again: look at its disc in winter.',
    },
  },
  {
    field: 'Heron Bottom',
    grower: 'Quill & Daughters',
    areaAc: 55,
    soil: 'clay loam',
    planter: 'Marigold',
    crop: 'soybean',
    variety: 'S-22',
    season: DEMO_SEASON - 1,
    plantedOn: '2026-05-14',
    seedsPerAc: 145000,
    typedRate: '145k',
    depthIn: 1.25,
    typedDepth: '1 1/4"',
    germination: 0.9,
    ground: { weather: spring(23), zones: [goodGround(0, PASS_M)] },
  },
];

/** The simulation of one demo planting. */
export function demoScenario(planting: DemoPlanting): Scenario {
  const planter = DEMO_PLANTERS.find(({ name }) => name === planting.planter)!;
  return {
    crop: planting.crop,
    planter: {
      units: planter.units(planting.depthIn * INCH_M).map((unit, i) => ({
        ...unit,
        depthMeanM: unit.depthMeanM + (planting.rowsOff?.[i + 1] ?? 0),
      })),
      rowWidthM: planter.rowWidthM,
      cells: planter.cells,
    },
    seedLot: { germination: planting.germination, vigour: 0.85 },
    seedsPerM2: planting.seedsPerAc / ACRE_M2,
    passLengthM: PASS_M,
    // Enough for its walk: thick stands have ten and more plants for one of corn.
    passes: { corn: 6, soybean: 3, wheat: 2 }[planting.crop],
    ...planting.ground,
    // The tracks of the demo are those of its own tractor.
    rough: { ...ORDINARY, tracks: { ...ORDINARY.tracks, rows: [6, 7] } },
  };
}
