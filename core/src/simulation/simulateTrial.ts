import { requireNotNegative } from '../arguments/index.ts';
import { seededRandom } from '../stats/index.ts';

/** What a made-up trial is grown on, yields in kg/m². */
export interface TrialGround {
  /** Mean of the field that year. */
  meanKgPerM2: number;
  /** SDs of blocks, and of strips alike. */
  blockSd: number;
  residualSd: number;
  /** Gained from one strip to the next, and how much of a strip’s own deviation its neighbour shares, 0…1. */
  trendPerStrip: number;
  neighbourShare: number;
  /** Water in the furrow at planting: the year’s mean, and how it differs from strip to strip. */
  moisture: number;
  moistureSd: number;
}

/** A middling field in blocks, without a trend. Figures are nobody’s research. */
export const ORDINARY_TRIAL: TrialGround = {
  meanKgPerM2: 1.15,
  blockSd: 0.04,
  residualSd: 0.03,
  trendPerStrip: 0,
  neighbourShare: 0,
  moisture: 0.22,
  moistureSd: 0.02,
};

/**
 * What strips of a trial yield: the ground, its trend and its neighbours’ likeness, and what a treatment does at the water it finds.
 *
 * @param strips in field order; @param effect of a treatment at a furrow moisture (share), kg/m²
 * @returns of each strip its yield, kg/m², and its furrow moisture; the same for the same seed
 * @throws RangeError for a spread below zero
 * @example simulateTrial(layTrial(draw), ORDINARY_TRIAL, () => 0, 7)[0].yieldKgPerM2
 */
export function simulateTrial(
  strips: readonly { block: number; treatment: number }[],
  ground: TrialGround,
  effect: (treatment: number, moisture: number) => number,
  seed: number,
): { yieldKgPerM2: number; moisture: number }[] {
  requireNotNegative('blockSd', ground.blockSd);
  requireNotNegative('residualSd', ground.residualSd);
  requireNotNegative('moistureSd', ground.moistureSd);
  const random = seededRandom(seed);
  const blocks = new Map<number, number>();
  let beside = random.normal();
  return strips.map(({ block, treatment }, i) => {
    if (!blocks.has(block)) blocks.set(block, ground.blockSd * random.normal());
    const { neighbourShare: share } = ground;
    beside = share * beside + Math.sqrt(1 - share ** 2) * random.normal();
    const moisture = Math.max(0.03, ground.moisture + ground.moistureSd * random.normal());
    return {
      moisture,
      yieldKgPerM2:
        ground.meanKgPerM2 +
        blocks.get(block)! +
        ground.trendPerStrip * i +
        ground.residualSd * beside +
        effect(treatment, moisture),
    };
  });
}
