export {
  adviseReplant,
  FLIP_INPUTS,
  REPLANT_DEFAULTS,
  REPLANT_OPTIONS,
  type FlipInput,
  type ReplantAdvice,
  type ReplantCase,
  type ReplantOption,
  type ReplantZone,
} from './adviseReplant.ts';
export { breakEvenStand } from './breakEvenStand.ts';
export { monotoneSpline } from './monotoneSpline.ts';
export { relativeYield, STAND_SCHOOLS, type StandSchool } from './relativeYield.ts';
export { readYieldTable, tableYield, type ReadYieldTable, type YieldTable } from './yieldTable.ts';
