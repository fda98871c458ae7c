import { requireWhole } from '../arguments/index.ts';
import type { Crop } from '../crops/index.ts';

const run = (letter: string, from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => `${letter}${from + i}`);

/**
 * Stages of each crop in the order they come, a step each: corn by leaf collars, the first, rounded leaf counted; soybean by
 * nodes (Fehr & Caviness 1977); small grains by the decimal code (Zadoks et al. 1974), of which the leaves on the main stem are
 * the early steps: tillers are counted beside them.
 */
export const STAGES: Record<Crop, readonly string[]> = {
  corn: ['VE', ...run('V', 1, 18), 'VT', ...run('R', 1, 6)],
  soybean: ['VE', 'VC', ...run('V', 1, 12), ...run('R', 1, 8)],
  wheat: [
    ...Array.from({ length: 10 }, (_, i) => String(10 + i)),
    ...['30', '31', '32', '33', '37', '39', '41', '45', '51', '55', '59', '65', '75', '85'],
  ],
};

/** How leaves are counted in corn: those with a collar, or the tips that show. One stop is counted in one way. */
export const STAGED_BY = ['collars', 'tips'] as const;
export type StagedBy = (typeof STAGED_BY)[number];

/** Where a stage stands in its crop's order; null: it is none of this crop's. @example stageStep('corn', 'V2') // 2 */
export function stageStep(crop: Crop, stage: string): number | null {
  const step = STAGES[crop].indexOf(stage);
  return step < 0 ? null : step;
}

/** Tips that show above the last collar while corn is young: two collars are V2 though a third and a fourth leaf show. */
const TIPS_AHEAD = 2;
const SEEDLING_TIPS = 2;

/**
 * The collar stage of a plant whose leaf tips were counted: about two less (field guide 9), a rule of thumb with a leaf to
 * either side. For showing beside what was counted, never for adding to it.
 *
 * @param tips whole, 0 or more
 * @example collarsFromTips(4) // 'V2'
 */
export function collarsFromTips(tips: number): string {
  const collars = Math.max(0, requireWhole('tips', tips, 0) - TIPS_AHEAD);
  return tips <= SEEDLING_TIPS ? 'VE' : STAGES.corn[Math.min(collars, 18)]!;
}

/** A stage as it is written: of tips as tips. @example stageName('V4', 'tips') // '4 tips' */
export function stageName(stage: string, by: StagedBy = 'collars'): string {
  if (by === 'collars') return /^\d/.test(stage) ? `Z${stage}` : stage;
  const tips = stage === 'VE' ? 1 : Number(stage.slice(1));
  return Number.isFinite(tips) ? `${tips} ${tips === 1 ? 'tip' : 'tips'}` : stage;
}
