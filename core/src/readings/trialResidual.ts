import { CROP_FACTS, type Crop } from '../crops/index.ts';
import { analyseTrial, type TrialMeasure } from '../trials/index.ts';
import { measuredStrips, type TrialReading } from './readTrial.ts';

/** How much strips of one treatment differ, as a share of what they bear or hold. Defaults of this app. */
const USUAL_SHARE = 0.05;
const USUAL_OF: Partial<Record<TrialMeasure, number>> = {
  emerged: 0.04,
  inStep: 0.05,
  halfUp: 8,
  depth: 0.004,
  testWeight: 8,
  protein: 0.004,
};

/**
 * The residual SD to plan a trial with: as this workspace’s own trials of the crop had it, pooled over them, else a default.
 *
 * @param of.standPerM2 expected; @param of.fullYieldKgPerM2 of the workspace; left out: the crop’s default
 * @returns in the measure’s SI unit
 * @example trialResidual(readings, { measure: 'yield', crop: 'corn', standPerM2: 7 }) // { sd: 0.05, trials: 0 }: a default
 */
export function trialResidual(
  readings: readonly TrialReading[],
  {
    measure,
    crop,
    standPerM2,
    fullYieldKgPerM2 = CROP_FACTS[crop].fullYieldKgPerM2,
  }: { measure: TrialMeasure; crop: Crop; standPerM2: number; fullYieldKgPerM2?: number },
): { sd: number; trials: number } {
  const told = readings
    .filter(({ planting }) => planting.data.crop === crop)
    .flatMap((reading) => {
      const plots = measuredStrips(reading, measure).map(({ strip, treatment, value }) => ({
        treatment: treatment.label,
        block: String(strip.block),
        value,
      }));
      if (reading.demonstration || new Set(plots.map(({ treatment }) => treatment)).size < 2)
        return [];
      const analysis = analyseTrial(plots);
      return analysis.kind === 'replicated' && analysis.residualSd > 0 ? [analysis] : [];
    });
  const df = told.reduce((sum, { residualDf }) => sum + residualDf, 0);
  if (df > 0)
    return {
      sd: Math.sqrt(
        told.reduce((sum, { residualSd, residualDf }) => sum + residualDf * residualSd ** 2, 0) /
          df,
      ),
      trials: told.length,
    };
  const whole = measure === 'yield' ? fullYieldKgPerM2 : standPerM2;
  return { sd: USUAL_OF[measure] ?? USUAL_SHARE * whole, trials: 0 };
}
