/** Keys for a row's count: as many as fit a phone, more of them below what is expected than above. */
const KEYS = { all: 30, above: 7 };

/** @example numbersAround(30)[0] // 8 */
export function numbersAround(expected: number): number[] {
  const last = Math.max(KEYS.all - 1, Math.round(expected) + KEYS.above);
  return Array.from({ length: KEYS.all }, (_, i) => last - KEYS.all + 1 + i);
}
