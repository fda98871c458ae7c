import type { DigWay, DoubleFind, GapFind, LateCause, RootForm, Slot } from '@sendero/core';

/** What is found at a gap or a double: as it is tapped, and what it points to. */
export const FIND_WORDS: Record<GapFind | DoubleFind, { key: string; points: string }> = {
  noSeed: { key: 'no seed, soil undisturbed', points: 'the meter or delivery skipped' },
  eaten: { key: 'hole, hull, chewed', points: 'a bird or rodent' },
  hollow: { key: 'hollow, tunnelled', points: 'a maggot or wireworm' },
  dry: { key: 'hard and dry', points: 'too dry: shallow, or an open slot' },
  rotten: { key: 'swollen, soft, foul', points: 'saturated or cold soil, seedling disease' },
  dried: { key: 'germinated, then dried', points: 'moisture that ran out' },
  bent: { key: 'corkscrewed shoot', points: 'cold when it drank, or a crust' },
  leafedOut: { key: 'leaves opened below', points: 'crust, clods, too deep, an open slot' },
  abnormal: { key: 'abnormal, good soil', points: 'the seed itself' },
  coming: { key: 'sound, on its way', points: 'a plant that still comes' },
  together: { key: 'two seeds together', points: 'the meter: two in one cell' },
  rolled: { key: 'one rolled to the other', points: 'bounce in the tube or the slot' },
  notSown: { key: 'one was not sown', points: 'a volunteer' },
};

export const ROOT_WORDS: Record<RootForm, string> = {
  straight: 'straight down, branching',
  flattened: 'flat along the wall',
  turned: 'turned at a hard layer',
  few: 'few',
};

export const SLOT_WORDS: Record<Slot, string> = {
  shut: 'shut',
  open: 'open',
  reopened: 'opened again',
};

/** How a plant's depth is read. */
export const WAY_WORDS: Record<DigWay, { key: string; read: string }> = {
  seed: { key: 'to the seed', read: 'Soil line to the seed' },
  mesocotyl: { key: 'from the crown', read: 'Seed scar up to the crown' },
  hypocotyl: { key: 'white of the stem', read: 'Soil line down the white of the stem' },
  crown: { key: 'seed to crown', read: 'Seed up to the crown' },
};

/** Why late plants are late. */
export const LATE_WORDS: Record<LateCause, string> = {
  shallower: 'placed shallower than the neighbour',
  deeper: 'placed deeper than the neighbour',
  cover: 'same depth, something lies over it',
  dry: 'same depth, dry soil',
  wet: 'same depth, wet soil',
  sameDepth: 'same depth, nothing seen: seed or cold',
  untold: 'no depth read',
};
