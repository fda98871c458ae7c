import type { Crop } from '../crops/index.ts';

/** Defaults of this app, nobody’s research. */
export const REPLANT_DEFAULTS = {
  yieldSpread: 0.15,
  priceSpread: 0.1,
  recountAfterDays: 4,
  /** Spread of what the curves say is lost: on the log scale. */
  curveSpread: 0.44,
  /** When planting is best, and the last day on which a crop still ripens: month and day. */
  bestOn: { corn: '05-05', soybean: '05-10', wheat: '10-01' } satisfies Record<Crop, string>,
  lastOn: { corn: '06-20', soybean: '07-05', wheat: '11-15' } satisfies Record<Crop, string>,
  /** Of the stand that a replant was meant to have. */
  replantStandSpread: 0.05,
  /** Days until one could plant again, where nobody said. */
  readyInDays: 5,
  /** Days after an injury until plants show whether they come back. */
  comesBackInDays: 4,
  /** What an earlier maturity of the same crop yields of the usual one. */
  earlierMaturityYields: 0.92,
  /** Money an acre, in a money like a dollar: to be replaced by one’s own. */
  seedPerAc: { corn: 110, soybean: 60, wheat: 35 } satisfies Record<Crop, number>,
  endPerAc: 18,
  plantPerAc: 20,
  /** A kg of grain that is wetter, and later. */
  dryPerKg: { corn: 0.004, soybean: 0, wheat: 0 } satisfies Record<Crop, number>,
  /** What a plant filled in between bears of its share: beans branch beside it, corn overgrows it. */
  fillInBears: { corn: 0.15, soybean: 0.7, wheat: 0.7 } satisfies Record<Crop, number>,
} as const;
