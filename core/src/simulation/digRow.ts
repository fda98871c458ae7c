import { requireWhole } from '../arguments/index.ts';
import type { SeededRandom } from '../stats/index.ts';
import type { SimulatedStand } from './simulateStand.ts';

export interface DugSeed {
  positionM: number;
  depthM: number;
  /** Lies under the dry layer. */
  moist: boolean;
}

/**
 * Opens a row behind the planter from a place on and lays bare its next seeds, as a scout does on
 * planting day, dead and living alike.
 *
 * @param where pass from 0, row from 1, m from the start of the pass
 * @param seeds how many to find
 * @param read how the digger reads: his own error, and the graduation of his rule; without it, the truth
 * @returns seeds in order along the row; fewer at the end of a pass
 * @throws RangeError for a pass or row the stand does not have
 * @example digRow(stand, { pass: 0, row: 4, fromM: 120 }, 5).map(({ depthM }) => depthM)
 */
export function digRow(
  stand: SimulatedStand,
  { pass, row, fromM }: { pass: number; row: number; fromM: number },
  seeds: number,
  read?: { random: SeededRandom; errorSdM: number; stepM: number },
): DugSeed[] {
  const { passes, planter, zones } = stand.scenario;
  requireWhole('pass', pass, 0);
  requireWhole('row', row, 1);
  if (pass >= passes || row > planter.units.length)
    throw new RangeError(`pass ${pass} and row ${row} must lie inside the stand`);
  const index = pass * planter.units.length + row - 1;
  const found: DugSeed[] = [];
  for (let i = stand.rowStart[index]!; i < stand.rowStart[index + 1]!; i++) {
    const positionM = stand.positionM[i]!;
    const depthM = stand.depthM[i]!;
    if (positionM < fromM || Number.isNaN(depthM)) continue;
    const zone = zones.find(({ toM }) => positionM < toM) ?? zones.at(-1)!;
    found.push({ positionM, depthM, moist: depthM > zone.dryLayerM });
    if (found.length === seeds) break;
  }
  const asRead = (depthM: number) =>
    read
      ? Math.max(
          0,
          Math.round((depthM + read.errorSdM * read.random.normal()) / read.stepM) * read.stepM,
        )
      : depthM;
  return found
    .sort((a, b) => a.positionM - b.positionM)
    .map((dug) => ({ ...dug, depthM: asRead(dug.depthM) }));
}
