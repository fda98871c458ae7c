import { requirePositive } from '../arguments/index.ts';
import type { Position } from '../geo/index.ts';
import type { LogRecord } from '../planter/index.ts';
import { seededRandom } from '../stats/index.ts';
import { simulateStand } from './simulateStand.ts';
import { CAUSES, type Scenario } from './world.ts';

export interface SimulatedLogOptions {
  scenario: Scenario;
  seed: number;
  /** ISO time of the first record. */
  startAt: string;
  speedMPerS?: number;
  /** Downforce the planter holds, N. */
  downforceN?: number;
  /** Where metres across the passes and along them lie; about the origin of the map when left out. */
  placeOf?(acrossM: number, alongM: number): Position;
  /** What the seed sensor of a row shows ÷ what fell, by row. */
  sensorBias?: Record<number, number>;
}

const SKIPPED = new Set(
  ['skip', 'damagedCell', 'pluggedRow'].map((cause) => CAUSES.indexOf(cause as never)),
);
/** A planter that nobody gave a field plants nowhere: about the origin of the map. */
const DEGREES_PER_M = 1 / 111_320;
const nowhere = (acrossM: number, alongM: number): Position => [
  acrossM * DEGREES_PER_M,
  alongM * DEGREES_PER_M,
];

/**
 * What a planter's monitor logs while it plants the simulated field: about one record a second a row,
 * pass after pass, without end. Only one pass is held in memory.
 *
 * @param options scenario and seed: the same give the same log
 * @yields records in SI, in the order of time, rows 1… within a second
 * @throws RangeError for a speed that is not above zero
 * @example simulatePlanterLog({ scenario, seed: 1, startAt: '2027-05-27T08:00:00Z' }).next().value.row // 1
 */
export function* simulatePlanterLog({
  scenario,
  seed,
  startAt,
  speedMPerS = 2.2,
  downforceN = 900,
  placeOf = nowhere,
  sensorBias = {},
}: SimulatedLogOptions): Generator<LogRecord, never> {
  requirePositive('speedMPerS', speedMPerS);
  const { planter, passLengthM, zones } = scenario;
  const rows = planter.units.length;
  const random = seededRandom(seed);
  let second = Date.parse(startAt);
  if (Number.isNaN(second)) throw new RangeError(`startAt must be an ISO time, got ${startAt}`);
  for (let pass = 0; ; pass++) {
    const stand = simulateStand({ ...scenario, passes: 1 }, seed * 1000 + pass);
    const at = Uint32Array.from(stand.rowStart.subarray(0, rows));
    for (let fromM = 0; fromM + speedMPerS <= passLengthM; fromM += speedMPerS) {
      const zone = zones.find(({ toM }) => fromM < toM) ?? zones.at(-1)!;
      const speed = speedMPerS * (1 + random.normal() * 0.02);
      const along = pass % 2 === 0 ? fromM : passLengthM - fromM;
      const time = new Date(second).toISOString();
      for (let r = 0; r < rows; r++) {
        const unit = planter.units[r]!;
        let seeds = 0;
        let empty = 0;
        let doubles = 0;
        let lastSlot = -1;
        let i = at[r]!;
        for (; i < stand.rowStart[r + 1]! && stand.positionM[i]! < fromM + speedMPerS; i++) {
          if (SKIPPED.has(stand.cause[i]!)) empty += 1;
          else seeds += 1;
          if (stand.slot[i] === lastSlot) doubles += 1;
          lastSlot = stand.slot[i]!;
        }
        at[r] = i;
        const slots = seeds - doubles + empty;
        // A row that rides up carries less on its gauge wheels, and bounces.
        const bounce = unit.depthSdM / 0.005;
        const across = (pass * rows + r) * planter.rowWidthM;
        const [longitude, latitude] = placeOf(across, along);
        yield {
          time,
          row: r + 1,
          latitude,
          longitude,
          speedMPerS: speed,
          targetPerM2: scenario.seedsPerM2,
          droppedPerM2: (seeds / (speedMPerS * planter.rowWidthM)) * (sensorBias[r + 1] ?? 1),
          singulation: slots > 0 ? Math.max(0, 1 - (empty + doubles) / slots) : 0,
          downforceN,
          wheelLoadN: Math.max(
            0,
            0.35 * downforceN * (unit.depthMeanM / 0.05) + random.normal() * 60 * bounce,
          ),
          moisture: Math.max(
            0.05,
            0.3 - 4 * Math.max(0, zone.dryLayerM + 0.01 - unit.depthMeanM) + random.normal() * 0.01,
          ),
        };
      }
      second += 1000;
    }
    second += 20_000;
  }
}
