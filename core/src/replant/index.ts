export {
  adviseReplant,
  adviseReplantSteps,
  type OptionReturn,
  type ReplantAdvice,
} from './adviseReplant.ts';
export { breakEvenStand } from './breakEvenStand.ts';
export { fitBend, type StandBend } from './fitBend.ts';
export { FLIP_INPUTS, type Flip, type FlipInput } from './flips.ts';
export { monotoneSpline } from './monotoneSpline.ts';
export { relativeYield } from './relativeYield.ts';
export {
  REPLANT_OPTIONS,
  STAND_SCHOOLS,
  type ReplantOption,
  type StandSchool,
} from './replantOptions.ts';
export type { ReplantCase, ReplantZone } from './replantCase.ts';
export { REPLANT_DEFAULTS } from './replantDefaults.ts';
export { SWING_INPUTS, type Swing, type SwingInput } from './swings.ts';
export { readStrips, type ReadStrips } from './readStrips.ts';
export { readYieldTable, tableYield, type ReadYieldTable, type YieldTable } from './yieldTable.ts';
