/** What is found where a plant should be (field guide 7), in the order they are looked through. */
export const GAP_FINDS = [
  'noSeed',
  'eaten',
  'hollow',
  'dry',
  'rotten',
  'dried',
  'bent',
  'leafedOut',
  'abnormal',
  'coming',
] as const;
export type GapFind = (typeof GAP_FINDS)[number];

/** What is found where two plants stand in one place. */
export const DOUBLE_FINDS = ['together', 'rolled', 'notSown'] as const;
export type DoubleFind = (typeof DOUBLE_FINDS)[number];

/** Losses that live seed lots have in perfect ground too: what the tag's germination is about. */
export const LOST_AS_SEED: readonly GapFind[] = ['rotten', 'abnormal'];
