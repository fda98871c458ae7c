import type { OptionReturn, ReplantAdvice } from '@sendero/core';

/** What keeping is drawn against: the best thing, or where that is keeping, the best that plants anew. */
export const otherOf = ({ options }: ReplantAdvice, best: OptionReturn): OptionReturn =>
  best.option === 'keep'
    ? options.find(({ option }) => option !== 'keep' && option !== 'fillIn')!
    : best;
