export { DEFAULT_WEIGHTS, type LatenessWeights } from './weights.ts';
export {
  FEWEST_STOPS,
  USUAL_CV,
  USUAL_CV_FEW_ROWS,
  summariseStand,
  type RowCount,
  type StandPlan,
  type StandStop,
  type StandSummary,
  type StandEstimate,
} from './summariseStand.ts';
export { rowsAsSeen, type Travel } from './rowOrder.ts';
export {
  countedLength,
  COUNT_METHODS,
  MOST_PLANTS_PER_M,
  type CountMethod,
  type Measure,
} from './countMethods.ts';
export {
  compareRowStands,
  rowsThatAreLate,
  rowsThatStandOut,
  standByRow,
  type RowStand,
  type StopRows,
} from './standByRow.ts';
export { judgeStand, mayBeMissed, THIN_BELOW, type StandFinding } from './judgeStand.ts';
export { twoFields, type TwoFields } from './twoFields.ts';
