export { COVERS, SEED_STATES, type Cover, type SeedState } from './states.ts';
export {
  BELOW_CAUSES,
  fateOf,
  judgeBelow,
  type BelowCause,
  type BelowJudgement,
  type SeedBelow,
  type SeedFate,
} from './judgeBelow.ts';
