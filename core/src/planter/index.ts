export { readSeedLog, type SeedLog, type SeedRun } from './readSeedLog.ts';
export { rowNow, rowOn, type UnitMoved } from './unitPlaces.ts';
export { driftOfDay, type Drift, type TimedFigure } from './driftOfDay.ts';
export { neighboursAlike, type NeighboursAlike } from './neighboursAlike.ts';
export { droppedPopulation, type DroppedPopulation, type DroppedRow } from './droppedPopulation.ts';
export {
  compareMonitor,
  type MonitorBias,
  type MonitorComparison,
  type MonitorFigure,
  type SingulationBias,
} from './compareMonitor.ts';
export {
  LOG_FIELD_NAMES,
  LOG_UNITS,
  LOG_FIELDS,
  unitsOf,
  type LogField,
  type LogMapping,
  type LogRecord,
  type MappedColumn,
} from './logFields.ts';
export { guessLogMapping, makeLogReader, missingFields, type LogLine } from './readLog.ts';
export { LIGHT_LOAD_N, runningLog, type LogRow, type PlanterLog } from './summariseLog.ts';
export {
  judgePlanterRows,
  judgeRows,
  intervalOf,
  type Against,
  type JudgedRow,
  type JudgedRows,
  type RowVerdict,
} from './judgePlanterRows.ts';
export { rowModel, rowsAgainst, type RowFigure, type RowModel } from './rowModel.ts';
export {
  patternGroups,
  ROW_PATTERNS,
  rowPatterns,
  type MachineParts,
  type RowPattern,
  type RowPatternName,
} from './rowPatterns.ts';
export {
  CARD_MEASURES,
  inTolerances,
  MEASURE_FACTS,
  type CardMeasure,
  type MeasureFacts,
} from './cardMeasures.ts';
export { PLANTER_SIZES, type PlanterSize } from './planterSizes.ts';
