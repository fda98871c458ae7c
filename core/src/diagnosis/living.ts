import { LOCAL, speaks, TREATED, type Cause } from './cause.ts';

/** The seed itself. */
export const seed = {
  weakSeed: {
    says: 'Weak or dead seed beyond the tag',
    scope: 'field',
    oneIn: 30,
    evidence: [
      speaks('gapsAbnormal', 10, 1 / 3),
      speaks('gapsRotten', 3, 1 / 3),
      speaks('everywhere', 3, 1 / 3),
      // What cold, water, a crust or insects explain needs no weak seed.
      speaks('soaked', 1 / 3),
      speaks('coldRain', 1 / 10),
      speaks('crustRain', 1 / 3),
      speaks('gapsBent', 1 / 3),
      speaks('gapsHollow', 1 / 3),
      speaks('patches', 1 / 10),
      speaks('softRoots', 1 / 10),
    ],
    check: { what: 'A test of kept seed: warm and cold germination', minutes: 20 },
    change: 'Another lot; a higher rate.',
    when: 'winter',
    sure: 'likely',
    controllable: true,
    better: 'Keep a bag’s bottom of each lot until harvest.',
    caution: TREATED,
    takenFor: ['saturated', 'pythium'],
  },
} as const satisfies Record<string, Cause>;

/** What eats. */
export const animals = {
  maggot: {
    says: 'Seed maggot or wireworm',
    scope: 'field',
    oneIn: 25,
    evidence: [
      speaks('gapsHollow', 10, 1 / 10),
      speaks('tunnelledPlants', 10, 1 / 3),
      speaks('patches', 3),
    ],
    check: { what: 'Sift a spade of soil over a pale cloth', minutes: 15, within: 35 },
    change: 'Nothing for this seed; know the field for next year.',
    when: 'winter',
    sure: 'may',
    controllable: false,
    better: 'Know the field: look there first next year.',
    caution: LOCAL,
    takenFor: ['birds', 'saturated'],
  },
  birds: {
    says: 'Birds or rodents',
    scope: 'field',
    oneIn: 20,
    evidence: [
      speaks('gapsEaten', 10, 1 / 10),
      speaks('pulledPlants', 10, 1 / 3),
      speaks('patches', 3),
    ],
    check: {
      what: 'Look for holes and tracks along the row, and to the edge',
      minutes: 10,
      within: 30,
    },
    change: 'Close the slot; seed deeper within the window.',
    when: 'nextPass',
    sure: 'may',
    controllable: false,
    better: 'No seed on the surface at the headland.',
    caution: LOCAL,
    takenFor: ['meterSkips', 'ranEmpty'],
  },
  cutworm: {
    says: 'Cutworm',
    scope: 'field',
    oneIn: 30,
    evidence: [speaks('cutPlants', 10, 1 / 10), speaks('patches', 3)],
    check: {
      what: 'Dig around a fresh one at dusk: the worm lies curled',
      minutes: 10,
      within: 45,
    },
    change: 'Count, and ask the local advice whether it pays to act.',
    when: 'now',
    sure: 'may',
    controllable: false,
    better: 'Look at weedy ground first.',
    caution: LOCAL,
    takenFor: ['birds'],
  },
  slugs: {
    says: 'Slugs',
    scope: 'field',
    oneIn: 30,
    evidence: [speaks('slimedLeaves', 10, 1 / 10), speaks('residueOver', 3)],
    check: { what: 'A board on the ground, turned the next morning', minutes: 10, within: 45 },
    change: 'Close the slot; clear the row; ask the local advice.',
    when: 'nextPass',
    sure: 'may',
    controllable: false,
    better: 'Residue off the row.',
    caution: LOCAL,
    takenFor: ['cutworm'],
  },
} as const satisfies Record<string, Cause>;

/** What rots. */
export const disease = {
  pythium: {
    says: 'Rot of cool wet soil (Pythium)',
    scope: 'field',
    oneIn: 25,
    evidence: [
      speaks('softRoots', 10, 1 / 10),
      speaks('gapsRotten', 10, 1 / 3),
      speaks('soaked', 3),
      speaks('patches', 3),
      speaks('dryWeather', 1 / 3),
    ],
    check: { what: 'A laboratory names it, from plants that just wilt', minutes: 20, within: 50 },
    change: 'Nothing for this stand; treatment and drainage for the next.',
    when: 'winter',
    sure: 'may',
    controllable: false,
    better: 'Warm ground, and a treatment by the label.',
    caution: LOCAL,
    takenFor: ['saturated', 'weakSeed', 'coldShock'],
  },
} as const satisfies Record<string, Cause>;

/** What burns. */
export const chemical = {
  herbicide: {
    says: 'Herbicide on shallow roots, or carry-over',
    scope: 'field',
    oneIn: 20,
    evidence: [speaks('shortThickRoots', 10, 1 / 10), speaks('allShallow', 3)],
    check: { what: 'Compare with a strip the sprayer missed', minutes: 15, within: 60 },
    change: 'The label and a licensed applicator decide.',
    when: 'nextPass',
    sure: 'may',
    controllable: true,
    better: 'Depth in the window; the label’s interval.',
    caution: LOCAL,
    takenFor: ['frost', 'starterSalt'],
  },
  starterSalt: {
    says: 'Starter salt too close to the seed',
    scope: 'machine',
    oneIn: 20,
    evidence: [speaks('brownTips', 10, 1 / 10), speaks('everywhere', 3)],
    check: { what: 'Dig where the starter ran out', minutes: 10, within: 45 },
    change: 'Less, or further from the seed.',
    when: 'nextPass',
    sure: 'likely',
    controllable: true,
    better: 'Less of it, or further from the seed, as label and local advice say.',
    caution: LOCAL,
    takenFor: ['herbicide', 'dryZone'],
  },
} as const satisfies Record<string, Cause>;
