import { requireShare, requireWhole } from '../../arguments/index.ts';
import { DIAGNOSES, type Diagnosis } from '../../diagnosis/index.ts';
import type { CaseRecords } from '../../readings/index.ts';
import { INCH_M } from '../../units/index.ts';
import { simulateStand } from '../simulateStand.ts';
import { ORDINARY } from '../world.ts';
import { FAULTS, PUT_IN } from './faults.ts';
import { EFFORTS, lookAt } from './lookAt.ts';
import { seenOf } from './seenOf.ts';
import { PASSES, PASS_M, soundWorld } from './world.ts';

export interface BlindFault {
  /** One of FAULTS. */
  fault: string;
  /** The row it sits in; left out: one drawn by chance. Faults of the machine or the field have none. */
  row?: number;
  /** 0 hardly there … 1 plain. */
  strength: number;
}

/**
 * A planting whose faults are known to whoever made it alone: planted seed by seed, then looked at as in an ordinary season. What comes back is
 * records as the app keeps them.
 *
 * @param faults none: a sound planter in a sound field
 * @param planterRows 1…48
 * @throws RangeError for a fault that is not known, a row the planter does not have, or a strength outside 0…1
 * @example diagnoseCase(makeBlindCase({ seed: 7, faults: [{ fault: 'depthStop', row: 4, strength: 1 }], planterRows: 12 })).causes[0]?.cause // 'depthStop'
 */
export function makeBlindCase({
  seed,
  faults,
  planterRows,
  effort = 'ordinary',
}: {
  seed: number;
  faults: readonly BlindFault[];
  planterRows: number;
  effort?: keyof typeof EFFORTS;
}): CaseRecords {
  requireWhole('seed', seed, 0);
  requireWhole('planterRows', planterRows, 1);
  const world = soundWorld(seed, planterRows);
  for (const { fault, row = 1 + world.random.below(planterRows), strength } of faults) {
    if (!FAULTS.includes(fault))
      throw new RangeError(`fault must be one of FAULTS, got ${String(fault)}`);
    requireShare('strength', strength);
    requireWhole('row', row, 1);
    if (row > planterRows) throw new RangeError(`row must be at most ${planterRows}, got ${row}`);
    const by = (hardly: number, plain: number) => hardly + strength * (plain - hardly);
    PUT_IN[fault as Diagnosis]({ world, row, by });
  }
  const stand = simulateStand(
    {
      crop: 'corn',
      planter: { units: world.units, rowWidthM: 30 * INCH_M, cells: world.cells },
      seedLot: { germination: world.germination, vigour: world.vigour },
      seedsPerM2: 7.9,
      passLengthM: PASS_M,
      passes: PASSES,
      zones: world.zones,
      weather: world.weather,
      rough: { ...ORDINARY, tracks: { ...ORDINARY.tracks, rows: [] } },
      harms: world.harms,
    },
    world.random.below(2 ** 31),
  );
  return lookAt(seenOf(world), stand, EFFORTS[effort]);
}

/** Whether a fault sits in single rows. @example isOfRows('depthStop') // true */
export const isOfRows = (fault: string): boolean =>
  DIAGNOSES[fault as Diagnosis]?.scope === 'row' && fault !== 'tyreTracks';
