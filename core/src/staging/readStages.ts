import type { Crop } from '../crops/index.ts';
import { wilsonInterval, type Interval } from '../stats/index.ts';
import { STAGES, stageStep } from './stages.ts';

export interface StageReading {
  plants: number;
  /** The commonest stage; of two alike the later one. */
  mode: string;
  /** Stages found, earliest first. */
  distribution: { stage: string; plants: number }[];
  /** Plants within one stage of the commonest. */
  uniformity: Interval & { share: number };
  /** Plants by how far they are behind the commonest; those ahead are in step. */
  behind: { inStep: number; oneBehind: number; twoBehind: number };
}

/**
 * A stop's plants by stage: what is common, how even they are, and how many lag.
 *
 * @param stages of each plant, as counted in one way (collars or tips); any order
 * @returns null without a plant
 * @throws RangeError for a stage of another crop
 * @example readStages('corn', ['V3', 'V3', 'V2', 'V1'])?.behind // { inStep: 2, oneBehind: 1, twoBehind: 1 }
 */
export function readStages(crop: Crop, stages: readonly string[]): StageReading | null {
  if (stages.length === 0) return null;
  const byStage = new Map<string, number>();
  for (const stage of stages) byStage.set(stage, (byStage.get(stage) ?? 0) + 1);
  const bySteps = [...byStage].map(([stage, plants]): [step: number, plants: number] => {
    const step = stageStep(crop, stage);
    if (step === null) throw new RangeError(`stages must be of ${crop}, got ${stage}`);
    return [step, plants];
  });
  const found = bySteps.sort(([a], [b]) => a - b);
  const [common] = found.reduce((best, one) => (one[1] >= best[1] ? one : best));
  const where = (wanted: (behind: number) => boolean) =>
    found.reduce((sum, [step, plants]) => sum + (wanted(common - step) ? plants : 0), 0);
  return {
    plants: stages.length,
    mode: STAGES[crop][common]!,
    distribution: found.map(([step, plants]) => ({ stage: STAGES[crop][step]!, plants })),
    uniformity: wilsonInterval(
      where((steps) => Math.abs(steps) <= 1),
      stages.length,
    ),
    behind: {
      inStep: where((steps) => steps <= 0),
      oneBehind: where((steps) => steps === 1),
      twoBehind: where((steps) => steps >= 2),
    },
  };
}
