export { relativeYield, STAND_SCHOOLS, type StandSchool } from './relativeYield.ts';
