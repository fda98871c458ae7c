export { targetSpacing, populationAtSpacing } from './targetSpacing.ts';
export { rowLengthForArea, hoopArea } from './rowLengthForArea.ts';
export { expectedStand, DEFAULT_FIELD_LOSS } from './expectedStand.ts';
export { seedsInLength, rateForStand, seedNeeded, type SeedNeeded } from './seedNeeded.ts';
