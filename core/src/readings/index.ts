export type { Held } from './held.ts';
export { isFarFrom } from './isFarFrom.ts';
export { depthsDug, dugDepths } from './dugDepths.ts';
export { readBelow, type BelowReading, type BelowRow } from './readBelow.ts';
export {
  emergenceVisits,
  flaggedCounts,
  hoursSince,
  momentAfter,
  readEmergence,
  type EmergenceReading,
  type EmergenceVisitDay,
  type EmergenceVisits,
  type GroupReading,
  type LengthReading,
  type LengthVisit,
} from './readEmergence.ts';
export {
  readFacts,
  readSeasonWeather,
  readVisits,
  type SeasonWeather,
  type WeatherRecords,
  type WorkRecords,
} from './readSeason.ts';
export {
  readTrenchCheck,
  rowsToOpen,
  trenchStop,
  type DrawnSeed,
  type TrenchCheck,
  type TrenchStop,
} from './readTrenchCheck.ts';
export {
  countsOf,
  perM2Of,
  plantsOf,
  countsAt,
  factsAt,
  readWalkFacts,
  tapeAt,
  type KeptCount,
  type WalkFacts,
} from './readWalkFacts.ts';
export {
  readStop,
  readWalkStand,
  shareBehind,
  type WalkStand,
  type WalkStop,
} from './readWalkStand.ts';
export { namedRowsText, rowsNamed, type NamedRow } from './rowsNamed.ts';
export { capital, listed, lower, rowsText } from './rowsText.ts';
export { trenchVerdict } from './trenchVerdict.ts';
export {
  plantedAs,
  stripSeedings,
  tapeLengthIn,
  withRowWidth,
  type Seeding,
  type TrialOfWalk,
} from './stripSeeding.ts';
export { fieldSpacing, spacingStandsFor, type FieldSpacing } from './fieldSpacing.ts';
export { tapeRun } from './spacingOfTapes.ts';
export { placeOfStop } from './placeOfStop.ts';
export {
  planInput,
  readPlan,
  sampledField,
  spreadOfWalks,
  ZONE_KINDS,
  zoneKindsOf,
  type PlanUnderWay,
  type ZoneKind,
} from './readPlan.ts';
export {
  readFieldMap,
  type FieldMap,
  type FieldSurface,
  type MappedFigure,
} from './readFieldMap.ts';
export { mappedDepth, mappedStand, STAND_FIGURES, type StandFigure } from './readStandMap.ts';
export { lookedBad, type LookedBad } from './lookedBad.ts';
export {
  readPlants,
  type Local,
  type Part,
  type PlantReading,
  type SharedOut,
} from './readPlants.ts';
export { stagesAtStop, stagesOf, type StopStages } from './stagesAtStop.ts';
export { stopSteps, type StepStanding } from './stopSteps.ts';
export { fullYieldOf, readStandCost, type StandCost } from './readStandCost.ts';
export { liveShare } from './liveShare.ts';
export { ownWeights, readTags, type OwnWeights, type TagRead } from './readTags.ts';
export {
  COMPARED,
  compareWalks,
  machineOf,
  type Compared,
  type KindOfMachine,
  type WalkComparison,
} from './compareWalks.ts';
export {
  cardCells,
  noCells,
  rowFigures,
  type CardCell,
  type CardCells,
  type CardDepths,
  type CardDig,
  type CardFurrow,
  type CardPhoto,
  type CardRecords,
  type CardTape,
} from './cardCells.ts';
export { readRowGaps, type RowGaps } from './rowGaps.ts';
export {
  figureOf,
  proveWork,
  seedsToProve,
  WORK_PROOFS,
  type WorkFigure,
  type WorkProof,
} from './proveWork.ts';
export { priorityOf, suggestWork, type WorkSuggestion } from './suggestWork.ts';
export { GRADE_PARTS, type CardGrade, type GradePart } from './cardGrade.ts';
export {
  judgeCard,
  readPlanterCard,
  rowYear,
  type CardFilter,
  type CardFinding,
  type CardRow,
  type JudgedMeasure,
  type MachineFinding,
  type PatternFinding,
  type PlanterCard,
  type RowVisit,
} from './readPlanterCard.ts';
export {
  costText,
  findingsShort,
  findingText,
  gapsText,
  GRADE_WORDS,
  machineText,
  MEASURE_WORDS,
  measureText,
  alikeText,
  driftText,
  patternText,
  spreadText,
  proofText,
  raiseText,
  rowSentence,
  rowShort,
  seenText,
  type Show,
} from './cardWords.ts';
export {
  repairReturn,
  rowCost,
  USUAL_SEASONS,
  type CropCost,
  type RepairReturn,
} from './rowCost.ts';
export { rowOverYears, type YearLine, type YearPoint } from './rowOverYears.ts';
export {
  alikeRows,
  driftsOf,
  rowPlaces,
  spreadOf,
  type AlikeFinding,
  type DriftFinding,
  type RowPlace,
  type Spread,
} from './cardPatterns.ts';
export { caseSigns, type ByHand } from './caseSigns.ts';
export {
  diagnoseCard,
  diagnoseCase,
  isClean,
  LIKELY,
  readCase,
  type CaseGround,
  type CaseRecords,
  type Diagnosed,
  type DiagnosedCard,
} from './diagnoseCase.ts';
export { longGapShare, readReplantCase, type ReplantReading } from './readReplantCase.ts';
export { weakParts, type StandPart, type StandPlace } from './weakParts.ts';
export { isZone, zoneAt } from './zoneAt.ts';
export { tasksAfter, type ReplantTask } from './tasksAfter.ts';
export { scoreCalls, type ScoredCall } from './scoreCalls.ts';
export { recountOn } from './recountOn.ts';
export {
  bestOpen,
  FLIP_WORDS,
  inHundred,
  INJURY_WORDS,
  QUESTION_WORDS,
  flipText,
  OPTION_WORDS,
  replantAnswer,
  replantSentence,
  waits,
  SWING_WORDS,
  waitSentence,
  whyOf,
  whySentence,
  type ReplantWhy,
} from './replantWords.ts';
export {
  measuredStrips,
  readTrial,
  trialMeasureKind,
  trialProblems,
  trialTreatments,
  type TrialReading,
  type TrialRecords,
  type TrialStripReading,
  type TrialTreatment,
} from './readTrial.ts';
export {
  answerTrial,
  trialEmergence,
  TRIAL_ADJUSTMENTS,
  type AgainstCheck,
  type TrialAdjustment,
  type TrialAnswer,
} from './answerTrial.ts';
export {
  bestAgainst,
  DEMONSTRATION_WORDS,
  trialFactorsSentence,
  trialLookSentences,
  trialMoistureSentence,
  trialMoneySentence,
  trialResponseSentence,
  trialSentence,
  trialTitle,
  sitesAloneSentence,
  togetherSentence,
} from './trialWords.ts';
export {
  siteOf,
  trialKey,
  trialsTogether,
  type OverallDifference,
  type TrialsTogether,
} from './trialsTogether.ts';
export { trialResidual } from './trialResidual.ts';
export { boughtFor } from './boughtFor.ts';
