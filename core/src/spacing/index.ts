export { analyseSpacing, type SpacingAnalysis, type SpacingRun } from './analyseSpacing.ts';
export { slotsSpanned, intervalClass, type IntervalClass } from './classifyInterval.ts';
export { machineSpread, perfectMeterSd } from './perfectMeterSd.ts';
export { costOfSpacing, type SpacingCost } from './costOfSpacing.ts';
export { RANDOM_FEED } from './randomFeed.ts';
export { emptySlots } from './emptySlots.ts';
export { gapsAgain } from './gapsAgain.ts';
export { findRepeatingGaps, type RepeatingGaps } from './findRepeatingGaps.ts';
