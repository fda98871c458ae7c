import type { SeededRandom } from '../../stats/index.ts';
import { INCH_M } from '../../units/index.ts';
import { TARGET_M } from '../blind/world.ts';
import type { SimulatedUnit } from '../world.ts';

/** One row unit as a mechanic would describe it; strengths are on a scale on which 1 is usual. */
export interface PhysicalUnit {
  /** Depth that the stop is set to, m. */
  stopM: number;
  /** Play of the gauge wheels, m SD of what they let through, and over how many metres it lasts. */
  playM: number;
  playLengthM: number;
  /** Wear of the opener discs: 0 new, 0.5 due, 1 gapped. */
  wear: number;
  /** Closing pressure. */
  closing: number;
  /** Share of cells that the seal or the singulator leaves empty, and share it leaves with two seeds. */
  leaks: number;
  lax: number;
  damagedCells: number[];
  /** Stretches without seed. */
  silent: NonNullable<SimulatedUnit['plugged']>[];
  /** Scatter of the tube, m SD. */
  tubeM: number;
}

export interface PhysicalMachine {
  units: PhysicalUnit[];
  trackRows: number[];
  /** How much harder tyres have made the ground of the track rows. */
  trackLoad: number;
  speedMPerS: number;
  /** How much it bounces at 2 m/s, SD of depth, m. */
  bounceM: number;
  downforce: number;
  /** Of a machine that is set for its seed: below 1 cells stay empty. */
  vacuum: number;
  /** How badly seed size or coating fits the discs. */
  misfit: number;
  /** Residue that the row cleaners take off the row, 0…1; soil they move, m. */
  cleaning: number;
  trenchM: number;
  /** Depth of the coulters, m; 0: none. */
  coulterM: number;
  cells: number;
}

/** A machine in good order: rows differ a little, as they do. @param rough 0 a precise machine, 1 one that is ten years old */
export function soundMachine(random: SeededRandom, rows: number, rough: number): PhysicalMachine {
  const between = (from: number, to: number) => from + (to - from) * random.uniform();
  const middle = Math.floor(rows / 2);
  return {
    units: Array.from({ length: rows }, () => ({
      stopM: TARGET_M + 0.05 * INCH_M * random.normal(),
      playM: between(0.0005, 0.002 + 0.002 * rough),
      playLengthM: between(0.2, 0.9),
      wear: between(0, 0.25),
      closing: between(0.95, 1.1),
      leaks: between(0.002, 0.015 + 0.01 * rough),
      lax: between(0.002, 0.012 + 0.01 * rough),
      damagedCells: [],
      silent: [],
      tubeM: between(0.008, 0.012 + 0.005 * rough),
    })),
    trackRows: rows >= 4 ? [middle, middle + 1] : [],
    trackLoad: between(0, 0.08),
    speedMPerS: between(1.9, 2.3 + 0.15 * rough),
    bounceM: 0.0022 + 0.0012 * rough,
    downforce: between(1.35, 1.55),
    vacuum: between(0.97, 1.05),
    misfit: between(0, 0.1),
    cleaning: between(0.75, 0.95),
    trenchM: between(0, 0.002),
    coulterM: 0,
    cells: 20 + random.below(21),
  };
}
