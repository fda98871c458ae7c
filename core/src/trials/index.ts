export type { AnovaLine } from './anovaOf.ts';
export {
  analyseTrial,
  type CheckDifference,
  type Demonstration,
  type ReplicatedTrial,
  type TrialDifference,
  type TrialPlot,
} from './analyseTrial.ts';
export { lettersOf } from './lettersOf.ts';
export { payback, type Payback } from './payback.ts';
export { COMPARISONS, replicatesNeeded, trialPower, type Comparison } from './trialPower.ts';
export { analyseFactors, type FactorAnalysis, type FactorPlot } from './analyseFactors.ts';
export {
  analyseByCovariate,
  type CovariateAnalysis,
  type CovariatePlot,
} from './analyseByCovariate.ts';
