export { SEVERITIES, SIGNS, type Severity, type Sign } from './signNames.ts';
export { SIGN_FACTS, signsOf, type SignFacts } from './signs.ts';
