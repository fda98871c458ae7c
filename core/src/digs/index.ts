export { comparePairs, type PairComparison } from './comparePairs.ts';
export { CROWN_HOLDS_FROM_M, depthFromMesocotyl } from './depthFromMesocotyl.ts';
export { causeShares } from './causeShares.ts';
export { DOUBLE_FINDS, GAP_FINDS, LOST_AS_SEED, type DoubleFind, type GapFind } from './finds.ts';
export {
  germinationAllowanceTest,
  SEEDS_OF_A_TAG,
  type AllowanceTest,
} from './germinationAllowanceTest.ts';
export {
  DIG_WAYS,
  PLACED_APART_M,
  ROOT_FORMS,
  SLOTS,
  type DigWay,
  type RootForm,
  type Slot,
} from './rootSigns.ts';
export { clusteredShare } from './clusteredShare.ts';
export { plantDepth, type MeasuredPlant } from './plantDepth.ts';
export { LATE_CAUSES, PLACED, whyLate, type LateCause } from './whyLate.ts';
