export {
  BELOW_CAUSES,
  COVERS,
  fateOf,
  judgeBelow,
  SEED_STATES,
  type BelowCause,
  type BelowJudgement,
  type Cover,
  type SeedBelow,
  type SeedFate,
  type SeedState,
} from './judgeBelow.ts';
