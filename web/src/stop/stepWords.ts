import type { StopStep } from '@sendero/core';

/** What each step of a stop is called, and what is done in it. */
export const STEP_WORDS: Record<StopStep, { name: string; says: string }> = {
  count: { name: 'Count', says: 'plants in each row' },
  stages: { name: 'Stages', says: 'leaf stage, plant after plant' },
  tape: { name: 'Tape', says: 'places along a tape' },
  gaps: { name: 'Gaps', says: 'dig where a plant is missing' },
  late: { name: 'Late plants', says: 'dig one beside its neighbour, or tag it' },
  roots: { name: 'Roots', says: 'depth, roots and slot of a plant' },
  pests: { name: 'Pests', says: 'pests, disease, damage' },
  photos: { name: 'Photos', says: 'pictures of the place' },
  notes: { name: 'Notes', says: 'what else is worth remembering' },
};
