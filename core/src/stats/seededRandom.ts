import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A repeatable source of randomness: the same seed always gives the same stream. */
export interface SeededRandom {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Normal with mean 0 and SD 1 (polar Box–Muller). */
  normal(): number;
  /** Whole number in [0, below). */
  below(below: number): number;
}

/**
 * A seeded generator (xoroshiro128+ of `pure-rand`), for simulation and tests.
 * @example seededRandom(7).uniform() === seededRandom(7).uniform() // true
 */
export function seededRandom(seed: number): SeededRandom {
  const source = xoroshiro128plus(seed);
  let spare: number | null = null;
  const uniform = () => ((source.next() >>> 0) + 0.5) / 4294967296;
  return {
    uniform,
    normal() {
      if (spare !== null) {
        const kept = spare;
        spare = null;
        return kept;
      }
      let u: number, v: number, s: number;
      do {
        u = 2 * uniform() - 1;
        v = 2 * uniform() - 1;
        s = u * u + v * v;
      } while (s >= 1 || s === 0);
      const factor = Math.sqrt((-2 * Math.log(s)) / s);
      spare = v * factor;
      return u * factor;
    },
    below: (below) => Math.floor(uniform() * below),
  };
}
