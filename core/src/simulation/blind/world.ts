import type { Cover } from '../../belowGround/index.ts';
import type { FurrowFindings } from '../../depth/index.ts';
import type { RootForm, Slot } from '../../digs/index.ts';
import { seededRandom, type SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { simulateWeather } from '../simulateWeather.ts';
import {
  goodGround,
  goodUnit,
  type SimulatedDay,
  type SimulatedHarm,
  type SimulatedUnit,
  type SimulatedZone,
} from '../world.ts';

export const TARGET_M = 2 * INCH_M;
export const PASSES = 4;
export const PASS_M = 240;
/** Days from planting to the stand walk. */
export const WALK_DAY = 27;

/** A finding, in whose rows, and the chance that a look at one place shows it. */
interface Shown<Finding> {
  rows: readonly number[] | null;
  finding: Finding;
  chance: number;
  /** Only here along the pass; left out: everywhere. */
  band?: readonly [fromM: number, toM: number];
}

/** A world that faults are put into before it is planted and looked at. */
export interface BlindWorld {
  random: SeededRandom;
  rows: number;
  trackRows: number[];
  cells: number;
  units: SimulatedUnit[];
  /** Good ground, then the place where a fault of the field lies, then good ground. */
  zones: [SimulatedZone, SimulatedZone, SimulatedZone];
  germination: number;
  vigour: number;
  weather: SimulatedDay[];
  harms: SimulatedHarm[];
  /** What an opened furrow, or a place on it, shows beside its depths. */
  furrows: Shown<Partial<FurrowFindings>>[];
  /** What a dug plant shows. */
  plants: Shown<{ roots?: RootForm; slot?: Slot }>[];
  covers: Shown<Cover>[];
  /** How the soil feels in the furrow. */
  wet: boolean;
}

/** Everything in order, in a spring of its own. Rain and drought come by chance, and harm nobody by themselves. */
export function soundWorld(seed: number, rows: number): BlindWorld {
  const random = seededRandom(seed);
  const fromM = PASS_M * (0.1 + 0.35 * random.uniform());
  const toM = fromM + PASS_M * (0.3 + 0.2 * random.uniform());
  const middle = Math.floor(rows / 2);
  return {
    random,
    rows,
    trackRows: rows >= 4 ? [middle, middle + 1] : [],
    cells: 20 + random.below(11),
    units: Array.from({ length: rows }, () => {
      const unit = goodUnit(TARGET_M + 0.03 * INCH_M * random.normal());
      return { ...unit, skipRate: 0.005 + 0.01 * random.uniform() };
    }),
    zones: [goodGround(0, fromM), goodGround(fromM, toM), goodGround(toM, PASS_M)],
    germination: 0.95,
    vigour: 0.85 + 0.1 * random.uniform(),
    weather: simulateWeather(
      {
        days: 50,
        meanC: 15.5 + 2 * random.uniform(),
        risePerDayC: 0.12,
        ...(random.uniform() < 0.15 ? { storm: { day: 4, rainM: 0.02 } } : {}),
        ...(random.uniform() < 0.15 ? { drySpell: [1, 12] as [number, number] } : {}),
      },
      random.below(2 ** 31),
    ),
    harms: [],
    furrows: [],
    plants: [],
    covers: [],
    wet: false,
  };
}
