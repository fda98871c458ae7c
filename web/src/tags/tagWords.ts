import type { TagGroup, TagOutcome } from '@sendero/core';

export const GROUP_WORDS: Record<TagGroup, string> = {
  inStep: 'in step',
  oneBehind: 'one stage behind',
  twoBehind: 'two or more behind',
};

export const VISIT_WORDS: Record<TagOutcome['visit'], string> = {
  flowering: 'At flowering',
  grainFill: 'At grain fill',
};

export const BORNE_WORDS: Record<NonNullable<TagOutcome['bears']>, string> = {
  full: 'full',
  nubbin: 'nubbin',
  barren: 'barren',
};

/** What is counted of a plant of a crop. */
export const COUNTED_WORDS = { corn: 'Kernels', soybean: 'Pods', wheat: 'Kernels' } as const;
