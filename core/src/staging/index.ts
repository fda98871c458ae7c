export {
  collarsFromTips,
  STAGED_BY,
  stageName,
  STAGES,
  stageStep,
  type StagedBy,
} from './stages.ts';
export { readStages, type StageReading } from './readStages.ts';
export { headingSpread, type Heading } from './headingSpread.ts';
export { estimateWeights, TAG_GROUPS, type OwnWeight, type TagGroup } from './estimateWeights.ts';
export { stageByHeat } from './stageByHeat.ts';
