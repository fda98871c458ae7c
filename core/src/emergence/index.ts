export {
  fitEmergence,
  timesOf,
  upBy,
  type EmergenceCurve,
  type EmergenceFit,
  type EmergenceVisit,
} from './fitEmergence.ts';
export { emergenceIndices } from './emergenceIndices.ts';
export { poolLengths, type FlaggedCounts, type PooledCounts } from './poolLengths.ts';
export { compareEmergence, type Lateness } from './compareEmergence.ts';
export { shareWithin } from './shareWithin.ts';
export { finished } from './finished.ts';
export { emergenceInterval } from './emergenceInterval.ts';
export {
  bootstrapEmergence,
  type EmergenceDraws,
  type EmergenceGroup,
} from './bootstrapEmergence.ts';
export { latenessGoesWith, type Relation } from './latenessGoesWith.ts';

/** Visits while plants come, days apart (field guide 4). */
export const COUNT_EVERY_DAYS = 2;
