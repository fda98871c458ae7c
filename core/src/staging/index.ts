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
export { estimateWeights, type OwnWeight } from './estimateWeights.ts';
export { TAG_GROUPS, type TagGroup } from './tagGroups.ts';
export { HEAT_PER_STAGE, stageByHeat, stageFromHeat } from './stageByHeat.ts';
