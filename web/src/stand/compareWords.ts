import type { Compared, WalkComparison } from '@sendero/core';

/** What each figure is, and which way of it is better. */
export const FIGURE_WORDS: Record<Compared, { name: string; more: 'better' | 'worse' }> = {
  stand: { name: 'Stand, of what should be alive', more: 'better' },
  effective: { name: 'The same, late plants discounted', more: 'better' },
  behind: { name: 'Plants behind their stop', more: 'worse' },
  singly: { name: 'Places filled singly', more: 'better' },
  spread: { name: 'SD of spacing, of the target spacing', more: 'worse' },
  placed: { name: 'Late plants that placing explains', more: 'worse' },
  skipped: { name: 'Gaps without a seed', more: 'worse' },
};

const percent = (share: number) => `${Math.round(100 * share)}`;

/** A difference in words. @example differenceText({ … }) // '+4 points (95 %: −1 to +9): not told from chance' */
export function differenceText({ figure, difference, told }: WalkComparison): string {
  if (!difference) return 'one walk does not tell it';
  const signed = (share: number) =>
    `${Math.round(100 * share) === 0 ? '' : share < 0 ? '−' : '+'}${percent(Math.abs(share))}`;
  const better = difference.value > 0 === (FIGURE_WORDS[figure].more === 'better');
  return `${signed(difference.value)} points (95 %: ${signed(difference.lower)} to ${signed(difference.upper)}): ${told ? (better ? 'better' : 'worse') : 'not told from chance'}`;
}
