export { LOOKS, makePhysicalCase } from './makePhysicalCase.ts';
