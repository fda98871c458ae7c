export {
  analyseRowDepths,
  DEFAULT_DEPTH_STEP_M,
  DEFAULT_DEPTH_TOLERANCE_M,
  DEFAULT_READING_STEP_M,
  isOff,
  type DepthReading,
  type DepthVerdict,
  type PlanterDepths,
  type RowDepth,
} from './analyseRowDepths.ts';
export { DEPTH_CONVENTIONS, depthToBottom, type DepthConvention } from './convention.ts';
export { calibrateGauge, type GaugeCalibration } from './calibrateGauge.ts';
export * from './findings.ts';
export { lastAdjusted, sinceAdjustment, type Adjustment, type Dig } from './sinceAdjustment.ts';
export { digOf, liesMoist, type ReadRow, type Reading } from './readRow.ts';
export { beforeAndAfter, type RowChange } from './beforeAndAfter.ts';
export { judgeTrench, type TrenchFinding, type TrenchRow } from './judgeTrench.ts';
export {
  checksDue,
  FIELD_CHANGES,
  RECHECK_HOURS,
  type CheckDue,
  type FieldChange,
} from './checksDue.ts';
export { crownDepth, USUAL_CROWN_M } from './crownDepth.ts';
export { depthByReadings, wetness, type MoistureReading } from './moistureReading.ts';
export {
  adviseDepth,
  DEPTH_SCHOOLS,
  depthWindow,
  windowAround,
  DRY_LAYER_STEP_M,
  FORECASTS,
  LEVERS,
  SOILS,
  type DepthAdvice,
  type DepthAdviser,
  type DepthConditions,
  type DepthReason,
  type DepthReasonName,
  type DepthSchool,
  type DepthStep,
  type Lever,
  type WouldChange,
} from './adviseDepth.ts';
export { digsToSettle } from './digsToSettle.ts';
