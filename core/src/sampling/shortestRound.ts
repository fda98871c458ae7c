import { apart, type Metres } from '../geo/index.ts';
import { seededRandom } from '../stats/index.ts';

/** Kicks out of a way that no small change makes shorter, for each place. */
const KICKS = 5;

/** Length of a walk from a start to places in an order and on to an end, m. @example roundLength([0, 0], [[3, 4]], [0, 0]) // 10 */
export function roundLength(start: Metres, places: readonly Metres[], end: Metres): number {
  let length = 0;
  let from = start;
  for (const place of [...places, end]) {
    length += apart(from, place);
    from = place;
  }
  return length;
}

/**
 * A short walk to all places, from a start and on to an end: pieces of the way are turned around or moved elsewhere (2-opt and
 * Or-opt) until none makes it shorter, then it is shaken and tried again. The same places give the same way.
 *
 * @returns places by number, in the order of the walk
 * @example shortestRound([0, 0], [[9, 0], [1, 0], [5, 0]]) // [1, 2, 0]
 */
export function shortestRound(
  start: Metres,
  places: readonly Metres[],
  end: Metres = start,
): number[] {
  const many = places.length;
  if (many < 2) return places.map((_, i) => i);
  const all = [start, ...places, end];
  const last = many + 1;
  const metres = all.map((a) => Float64Array.from(all, (b) => apart(a, b)));
  const far = (a: number, b: number) => metres[a]![b]!;
  const lengthOf = (way: readonly number[]) =>
    way.reduce((sum, stop, i) => (i === 0 ? 0 : sum + far(way[i - 1]!, stop)), 0);
  const random = seededRandom(many);
  let best = better(nearestNext(many, last, far), far);
  let least = lengthOf(best);
  for (let kick = 0; kick < KICKS * many; kick++) {
    const tried = better(shaken(best, random.below, 30), far);
    const length = lengthOf(tried);
    if (length < least - 1e-9) {
      best = tried;
      least = length;
    }
  }
  return best.slice(1, -1).map((stop) => stop - 1);
}

function nearestNext(many: number, last: number, far: (a: number, b: number) => number) {
  const left = new Set(Array.from({ length: many }, (_, i) => i + 1));
  const way = [0];
  while (left.size > 0) {
    const from = way.at(-1)!;
    const next = [...left].reduce((near, stop) =>
      far(from, stop) < far(from, near) ? stop : near,
    );
    left.delete(next);
    way.push(next);
  }
  return [...way, last];
}

/** Two neighbouring pieces of the way change places. */
function shaken(way: readonly number[], below: (n: number) => number, longest: number): number[] {
  const inner = way.length - 2;
  if (inner < 3) return [...way];
  const from = 1 + below(inner - 1);
  const one = 1 + below(Math.min(longest, inner - from));
  const other = 1 + below(Math.min(longest, inner - from - one + 1));
  return [
    ...way.slice(0, from),
    ...way.slice(from + one, from + one + other),
    ...way.slice(from, from + one),
    ...way.slice(from + one + other),
  ];
}

/** The way with every change made that makes it shorter; its two ends stay. */
function better(way: number[], far: (a: number, b: number) => number): number[] {
  const now = [...way];
  const end = now.length - 1;
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 1; i < end - 1; i++)
      for (let k = i + 1; k < end; k++) {
        const [a, b, c, d] = [now[i - 1]!, now[i]!, now[k]!, now[k + 1]!];
        if (far(a, c) + far(b, d) < far(a, b) + far(c, d) - 1e-9) {
          for (let p = i, q = k; p < q; p++, q--) [now[p], now[q]] = [now[q]!, now[p]!];
          changed = true;
        }
      }
    for (let size = 1; size <= 3; size++)
      for (let i = 1; i + size <= end; i++) {
        const [before, first, final, after] = [
          now[i - 1]!,
          now[i]!,
          now[i + size - 1]!,
          now[i + size]!,
        ];
        const saved = far(before, first) + far(final, after) - far(before, after);
        if (saved <= 1e-9) continue;
        let best = { cost: saved - 1e-9, at: -1, turned: false };
        for (let k = 0; k < end; k++) {
          if (k >= i - 1 && k < i + size) continue;
          const [p, q] = [now[k]!, now[k + 1]!];
          const straight = far(p, first) + far(final, q) - far(p, q);
          const turned = far(p, final) + far(first, q) - far(p, q);
          if (straight < best.cost) best = { cost: straight, at: k, turned: false };
          if (turned < best.cost) best = { cost: turned, at: k, turned: true };
        }
        if (best.at < 0) continue;
        const piece = now.splice(i, size);
        if (best.turned) piece.reverse();
        now.splice(best.at < i ? best.at + 1 : best.at + 1 - size, 0, ...piece);
        changed = true;
      }
  }
  return now;
}
