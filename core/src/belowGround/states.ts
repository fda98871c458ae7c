/** What a seed dug before anything is up looks like, in the order it comes on; then what stops it. */
export const SEED_STATES = [
  'dry',
  'swollen',
  'root',
  'shoot',
  'bent',
  'rotten',
  'chewed',
  'gone',
] as const;
export type SeedState = (typeof SEED_STATES)[number];

/** What lies over the seeds of a row. */
export const COVERS = ['crust', 'clod', 'residue', 'openSlot'] as const;
export type Cover = (typeof COVERS)[number];
