import type { BelowCause, BelowReading, Cover, SeedFate, SeedState } from '@sendero/core';

export const STATE_WORDS: Record<SeedState, { key: string; one: string }> = {
  dry: { key: 'dry and hard', one: 'dry' },
  swollen: { key: 'swollen', one: 'swollen' },
  root: { key: 'root showing', one: 'root' },
  shoot: { key: 'shoot on the way', one: 'shoot' },
  bent: { key: 'bent, corkscrewed, leafing out', one: 'bent' },
  rotten: { key: 'soft or rotten', one: 'rotten' },
  chewed: { key: 'chewed, hollow', one: 'chewed' },
  gone: { key: 'gone: hole or hull', one: 'gone' },
};

export const COVER_WORDS: Record<Cover, string> = {
  crust: 'crust',
  clod: 'clods',
  residue: 'residue',
  openSlot: 'open slot',
};

export const FATE_WORDS: Record<SeedFate, string> = {
  onCourse: 'on course',
  stuck: 'stuck',
  lost: 'lost',
};

/** What each cause is, and what can still be done. */
export const CAUSE_WORDS: Record<BelowCause, { says: string; canDo: string }> = {
  dryZone: {
    says: 'They lie in dry soil',
    canDo:
      'Dry, hard seed is alive: it comes with rain, unevenly. Seed whose root ran out of moisture is lost without it. See whether rain is coming, and what share is worth losing meanwhile.',
  },
  crust: {
    says: 'A crust holds them',
    canDo:
      'A rotary hoe or light harrow can loosen it when shoots are close under it and not yet brittle or hooked through. It kills some: try a few yards first, and weigh it. Rain can soften it too.',
  },
  cold: {
    says: 'Cold stopped or bent them',
    canDo:
      'Nothing helps them now. Look again by the date; where many are lost, prepare the replant case.',
  },
  saturated: {
    says: 'They rot in wet ground',
    canDo:
      'Nothing helps them now. Look again when it has drained; which disease it is belongs to a laboratory.',
  },
  pests: {
    says: 'Something eats them',
    canDo:
      'Look for who it is. Thresholds and products are local: ask the local advisory service and licensed practice.',
  },
  openSlot: {
    says: 'The slot over them is open',
    canDo: 'Pressing it shut now rarely pays. Set the closing wheels before the next field.',
  },
  seed: {
    says: 'Hard seed in moist soil',
    canDo:
      'Seed that stays hard in moist soil is often dead or coated too tightly. Keep a sample of the seed lot and compare with the germination on its tag.',
  },
  tooDeep: {
    says: 'They lie deep, and have a long way',
    canDo: 'Nothing to do: those that are straight come later. Look again by the date.',
  },
};

const EXPECTED = {
  dry: 'taking up water',
  swollen: 'swollen',
  root: 'showing a root',
  shoot: 'on the way with a shoot',
  up: 'up',
};

/** Where seeds should be by their heat. */
export const expectedText = ({ judged }: BelowReading, heat: string | null) =>
  judged.expected === null || heat === null
    ? 'No weather of this field: what should be there by heat cannot be said.'
    : `By ${heat} of heat (soil or air, default steps) a seed should be ${EXPECTED[judged.expected]}.`;

/** The head of the page. */
export function belowHeadline({ judged: { fates, seeds } }: BelowReading): string {
  const { onCourse } = fates;
  const percent = (share: number) => `${Math.round(100 * share)} %`;
  return `${onCourse.seeds} of ${seeds} seeds are on course (95 %: ${percent(onCourse.lower)} to ${percent(onCourse.upper)}).`;
}

/** What the states point to, and what can be done; where no cause can be named, what is known. */
export function causeTexts({ judged }: BelowReading): { says: string; canDo: string }[] {
  if (judged.causes.length > 0)
    return judged.causes.map(({ cause, seeds }) => ({
      says: `${CAUSE_WORDS[cause].says}: ${Math.round(seeds)} of ${judged.seeds} seeds.`,
      canDo: CAUSE_WORDS[cause].canDo,
    }));
  const off = judged.fates.stuck.seeds + judged.fates.lost.seeds;
  if (off === 0)
    return [{ says: 'Every seed dug is on its way.', canDo: 'Nothing to do but wait.' }];
  if (judged.fates.stuck.lower > FEW_STUCK)
    return [
      {
        says: `${judged.fates.stuck.seeds} of ${judged.seeds} seeds have stalled, and nothing recorded explains why.`,
        canDo:
          'Record for each seed whether its soil is moist and what lies over the row. Then dig five seeds in another row.',
      },
    ];
  return [
    {
      says: `${off} of ${judged.seeds} seeds have stalled or died: too few to name a cause.`,
      canDo: 'Dig five more seeds in this row and in another one to find out whether it is more.',
    },
  ];
}

/** Stalled seeds are more than a few when at least this share of all has stalled, with 95 % confidence. A Sendero default. */
const FEW_STUCK = 0.1;
