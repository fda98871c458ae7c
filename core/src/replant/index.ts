export {
  adviseReplant,
  adviseReplantSteps,
  REPLANT_OPTIONS,
  type OptionReturn,
  type ReplantAdvice,
  type ReplantOption,
} from './adviseReplant.ts';
export { breakEvenStand } from './breakEvenStand.ts';
export { FLIP_INPUTS, type Flip, type FlipInput } from './flips.ts';
export { monotoneSpline } from './monotoneSpline.ts';
export { relativeYield, STAND_SCHOOLS, type StandSchool } from './relativeYield.ts';
export { REPLANT_DEFAULTS, type ReplantCase, type ReplantZone } from './replantCase.ts';
export { SWING_INPUTS, type Swing, type SwingInput } from './swings.ts';
export { readYieldTable, tableYield, type ReadYieldTable, type YieldTable } from './yieldTable.ts';
