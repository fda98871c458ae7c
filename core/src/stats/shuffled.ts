import type { SeededRandom } from './seededRandom.ts';

/** The same things in an order of chance, every order as likely (Fisher & Yates). @example shuffled([1, 2, 3], seededRandom(1)) */
export function shuffled<T>(things: readonly T[], random: SeededRandom): T[] {
  const list = [...things];
  for (let i = list.length - 1; i > 0; i--) {
    const k = random.below(i + 1);
    [list[i], list[k]] = [list[k]!, list[i]!];
  }
  return list;
}
