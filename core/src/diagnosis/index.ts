export { FAMILIES, ODDS, type Cause, type Family, type Odds } from './cause.ts';
export { CAUSE_FAMILIES, DIAGNOSES, DIAGNOSIS_NAMES, type Diagnosis } from './causes.ts';
export { EVIDENCE_FACTS, type DiagnosticSign, type EvidenceFacts } from './signs.ts';
export {
  leadingCauses,
  weighCauses,
  type SignsSeen,
  type WeighedCause,
  type WeighedSign,
} from './weighCauses.ts';
