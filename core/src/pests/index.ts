export {
  SEVERITIES,
  SIGN_FACTS,
  SIGNS,
  signsOf,
  type Severity,
  type Sign,
  type SignFacts,
} from './signs.ts';
