export {
  checkCauses,
  readCauseTable,
  writeCauseTable,
  type CauseTable,
  type ReadCauses,
} from './causeTable.ts';
export { FAMILIES, ODDS, type Cause, type Family, type Odds } from './cause.ts';
export { CAUSE_FAMILIES, DIAGNOSES, DIAGNOSIS_NAMES, type Diagnosis } from './causes.ts';
export {
  EVIDENCE_FACTS,
  SIGHTINGS,
  type DiagnosticSign,
  type EvidenceFacts,
  type Sighting,
} from './signs.ts';
export { checkedRow, isSettled, nextChecks, OPEN, type NextCheck } from './nextChecks.ts';
export {
  weighCauses,
  type CaseSigns,
  type CheckMade,
  type SignsSeen,
  type WeighedCause,
  type WeighedSign,
} from './weighCauses.ts';
export { FAULTY_SHARE } from './measuredProbability.ts';
