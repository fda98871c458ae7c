import { requireShare } from '../arguments/index.ts';
import type { Metres } from '../geo/index.ts';
import type { SeededRandom } from '../stats/index.ts';

const NEARLY = 1e-9;

/**
 * A spatially balanced sample by the local pivotal method (Grafström, Lundström & Schelin 2012, Spatially balanced sampling
 * through the pivotal method, Biometrics 68:514–520, method 2): a place and its nearest still undecided neighbour compete for
 * their shares of being chosen, so that neighbours are seldom both in it.
 *
 * @param places on one plane, m
 * @param shares how likely each is chosen, 0…1; when they add up to a whole number, so many are chosen
 * @returns places chosen, by number, rising
 * @example localPivotal([[0, 0], [1, 0], [90, 0], [91, 0]], [0.5, 0.5, 0.5, 0.5], seededRandom(1)) // one of each pair
 */
export function localPivotal(
  places: readonly Metres[],
  shares: readonly number[],
  random: SeededRandom,
): number[] {
  const share = places.map((_, i) => requireShare(`shares[${i}]`, shares[i]!));
  const chosen: number[] = [];
  // Those that are still between in and out.
  const open: number[] = [];
  const settle = (i: number): boolean => {
    if (share[i]! > 1 - NEARLY) chosen.push(i);
    else if (share[i]! >= NEARLY) return false;
    return true;
  };
  share.forEach((_, i) => settle(i) || open.push(i));
  while (open.length > 1) {
    const a = random.below(open.length);
    const i = open[a]!;
    const [x, y] = places[i]!;
    let b = -1;
    let least = Infinity;
    let ties = 0;
    for (let k = 0; k < open.length; k++) {
      if (k === a) continue;
      const [ox, oy] = places[open[k]!]!;
      const distance = (ox - x) ** 2 + (oy - y) ** 2;
      if (distance > least) continue;
      ties = distance < least ? 1 : ties + 1;
      // On a grid several are equally near: each as likely.
      if (ties > 1 && random.below(ties) > 0) continue;
      least = distance;
      b = k;
    }
    const j = open[b]!;
    const both = share[i]! + share[j]!;
    const [most, rest] = both < 1 ? [both, 0] : [1, both - 1];
    const first =
      both < 1
        ? random.uniform() * both < share[i]!
        : random.uniform() * (2 - both) < 1 - share[j]!;
    share[i] = first ? most : rest;
    share[j] = first ? rest : most;
    for (const k of a > b ? [a, b] : [b, a]) {
      if (!settle(open[k]!)) continue;
      open[k] = open.at(-1)!;
      open.pop();
    }
  }
  const [last] = open;
  if (last !== undefined && random.uniform() < share[last]!) chosen.push(last);
  return chosen.sort((one, other) => one - other);
}

/**
 * So many of the places, spread over them; each as likely.
 * @returns places chosen, by number, rising
 * @example chooseSpread(places, 4, seededRandom(1)) // [3, 7, 12, 18]
 */
export const chooseSpread = (
  places: readonly Metres[],
  many: number,
  random: SeededRandom,
): number[] =>
  many >= places.length
    ? places.map((_, i) => i)
    : localPivotal(
        places,
        places.map(() => many / places.length),
        random,
      );

/**
 * The places in an order of which every beginning is spread over all of them: halved again and again by the local pivotal
 * method. A walk that is cut short after so many of them, or goes on beyond them, is a fair sample.
 *
 * @returns places by number
 * @example nestedOrder(places, seededRandom(1)).slice(0, 3) // [7, 0, 12]
 */
export function nestedOrder(places: readonly Metres[], random: SeededRandom): number[] {
  const order = (numbers: number[]): number[] => {
    if (numbers.length < 2) return numbers;
    const half = chooseSpread(
      numbers.map((i) => places[i]!),
      Math.ceil(numbers.length / 2),
      random,
    );
    const first = new Set(half);
    return [
      ...order(half.map((k) => numbers[k]!)),
      ...order(numbers.filter((_, k) => !first.has(k))),
    ];
  };
  return order(places.map((_, i) => i));
}
