export * from './schemas.ts';
export {
  KINDS, KIND_NAMES, validate, type Kind, type DataOf, type Kept, type Problems, type Validated,
  type Grower, type Field, type Planter, type Planting, type Walk, type Stop, type Observation, type Count, type Tape, type Workspace, type Conflict,
} from './kinds.ts';
export { checkRelations, parentsOf, type LookUp } from './relations.ts';
export { changeSchema, commitSchema, commitBatchSchema, decideCommits, type Change, type Commit, type Outcome, type Decision, type DecisionContext } from './commits.ts';
