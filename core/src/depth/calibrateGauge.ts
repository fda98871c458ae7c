import { requirePositive } from '../arguments/index.ts';
import { mean, sampleSd, tQuantile } from '../stats/index.ts';
import { INCH_M } from '../units/index.ts';

/** Graduation of the rule it is held against: no gauge is surer than that leaves. A default of this app. */
const RULE_STEP_M = INCH_M / 16;

export interface GaugeCalibration {
  /** What the gauge is long, m. */
  lengthM: number;
  sdM: number;
  /** Half-width of the 95 % prediction interval of one reading by it, m. */
  errorM: number;
  readings: number;
}

/**
 * A body gauge, such as a finger joint, held against a rule several times: its length and the error
 * that one depth read with it carries.
 *
 * @param readingsM the gauge read on the rule, m, at least three times
 * @throws RangeError for fewer than three readings or one that is not above zero
 * @example calibrateGauge([0.051, 0.049, 0.05]).lengthM // 0.05
 */
export function calibrateGauge(readingsM: readonly number[]): GaugeCalibration {
  readingsM.forEach((reading, i) => requirePositive(`readingsM[${i}]`, reading));
  const n = readingsM.length;
  if (n < 3) throw new RangeError(`readingsM must have at least 3 readings, got ${n}`);
  const sdM = Math.max(sampleSd(readingsM)!, RULE_STEP_M / Math.sqrt(12));
  return {
    lengthM: mean(readingsM)!,
    sdM,
    errorM: tQuantile(0.975, n - 1) * sdM * Math.sqrt(1 + 1 / n),
    readings: n,
  };
}
