import type { TrialLayout } from '@sendero/core';

export const LAYOUT_WORDS: Record<TrialLayout, { says: string; means: string }> = {
  blocks: {
    says: 'Blocks by lot',
    means:
      'Each block holds every treatment once, in an order drawn by lot. Two treatments make pairs.',
  },
  splitPlot: {
    says: 'Split plot',
    means:
      'What is hard to change stays for passes beside each other; the other is drawn within them. The first is told less surely.',
  },
  splitPlanter: {
    says: 'Halves of the planter',
    means:
      'One half of the rows one way, the other half the other, changed over by lot. Read as pairs within a pass, never as strips of their own.',
  },
  oneEach: {
    says: 'One strip of each',
    means: 'A demonstration: figures to look at, and no winner.',
  },
};

export const COMPARISON_WORDS = {
  check: 'each against the check',
  all: 'every pair',
  planned: 'one pair, named now',
} as const;
