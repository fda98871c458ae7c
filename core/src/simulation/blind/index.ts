export { FAULTS } from './faults.ts';
export {
  EFFORTS,
  isOfRows,
  makeBlindCase,
  type BlindEffort,
  type BlindFault,
} from './makeBlindCase.ts';
