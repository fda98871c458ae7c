export { FAULTS } from './faults.ts';
export { EFFORTS, type BlindEffort } from './lookAt.ts';
export { isOfRows, makeBlindCase, type BlindFault } from './makeBlindCase.ts';
