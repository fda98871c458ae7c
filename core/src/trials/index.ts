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
export { annuityOf, payback, type Payback } from './payback.ts';
export { differenceSeen, replicatesNeeded, trialPower } from './trialPower.ts';
export { analyseFactors, type FactorAnalysis, type FactorPlot } from './analyseFactors.ts';
export {
  analyseByCovariate,
  outermostCrossing,
  type CovariateAnalysis,
  type CovariatePlot,
} from './analyseByCovariate.ts';
export {
  analyseSites,
  type SiteAnalysis,
  type SiteDifference,
  type SitePlot,
} from './analyseSites.ts';
export {
  analyseSplitPlot,
  type SplitCell,
  type SplitPlot,
  type SplitPlotAnalysis,
} from './analyseSplitPlot.ts';
export {
  fitBestResponse,
  fitResponse,
  STILL_IMPROVES,
  RESPONSE_SHAPES,
  type Response,
  type ResponsePoint,
  type ResponseShape,
} from './fitResponse.ts';
export {
  analyseEmergenceTrial,
  EMERGENCE_MEASURES,
  type EmergenceMeasure,
  type EmergencePlot,
  type EmergenceTrial,
} from './analyseEmergenceTrial.ts';
export {
  COMPARISONS,
  drawOf,
  levelsIn,
  stripsOf,
  treatmentsOf,
  TRIAL_LAYOUTS,
  TRIAL_MEASURES,
  TRIAL_QUESTIONS,
  TRIAL_SLOPES,
  type Comparison,
  type TrialLayout,
  type TrialMeasure,
  type TrialQuestion,
} from './trialKinds.ts';
export {
  fitStrips,
  layTrial,
  placeStrips,
  type LaidStrip,
  type PlannedStrip,
  type StripFit,
  type TrialDraw,
} from './layTrial.ts';
export { HARVEST_MOISTURES, stripYield } from './stripYield.ts';
export { lookAtPlots, type PlacedPlot, type PlotsLooked } from './lookAtPlots.ts';
export { worthOfAnotherYear } from './worthOfAnotherYear.ts';
export {
  believedDifference,
  USUAL_DIFFERENCE,
  varianceOfDifferences,
} from './believedDifference.ts';
export { sitesWithPrior, USUAL_BETWEEN_SITES, type SitesWithPrior } from './sitesWithPrior.ts';
export { TRIAL_MEASURE_FACTS, TRIAL_QUESTION_FACTS } from './trialFacts.ts';
