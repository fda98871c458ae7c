export { COVERS, SEED_STATES, type Cover, type SeedState } from './states.ts';
export {
  BELOW_CAUSES,
  fateOf,
  fatesOf,
  judgeBelow,
  type BelowCause,
  type BelowJudgement,
  type SeedBelow,
  type SeedContext,
  type SeedFate,
} from './judgeBelow.ts';
