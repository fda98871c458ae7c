import { seededRandom, type SeededRandom } from '../../stats/index.ts';

/** One rate over a family of simulated worlds, as its mean and its worst. */
export interface GridRate {
  /** What was counted, in words. */
  what: string;
  /** Every world alike, 0…1. */
  mean: number;
  worst: number;
  /** The world in which it was worst. */
  worstIn: string;
  worlds: number;
  /** Cases behind it, over all worlds and in the world with the fewest. */
  cases: number;
  fewest: number;
  limit: GridLimit;
}

/** What a rate may be: in the mean over the worlds, and in the worst of them. */
export type GridLimit = { atMost: number; worst?: number } | { atLeast: number; worst?: number };

/**
 * Runs a case many times in each world and gives the rate of hits as mean and worst over the worlds.
 *
 * @param once one case: 1 a hit, 0 none, or a share; null where the case says nothing of the rate
 * @param of.seed no seed that a figure was chosen on; @param of.runs cases in each world; below 1: one case in as large a share of the worlds
 * @example overWorlds('a row named on a sound walk', worlds, { atMost: 0.05 }, { seed: 1, runs: 400 }, (world, random) => Number(named(world, random)))
 */
export function overWorlds<World extends { name: string }>(
  what: string,
  worlds: readonly World[],
  limit: GridLimit,
  { seed, runs }: { seed: number; runs: number },
  once: (world: World, random: SeededRandom) => number | null,
): GridRate {
  const every = Math.max(1, Math.round(1 / runs));
  const shares = worlds.flatMap((world, w) => {
    if (w % every !== seed % every) return [];
    const random = seededRandom(seed + 7919 * w);
    const hits = Array.from({ length: Math.max(1, Math.round(runs)) }, () =>
      once(world, random),
    ).filter((one) => one !== null);
    const share = hits.reduce((sum, hit) => sum + hit, 0) / Math.max(1, hits.length);
    return [{ name: world.name, share, cases: hits.length }];
  });
  return summarise(what, limit, shares);
}

/** Rates of single worlds put together. */
export function summarise(
  what: string,
  limit: GridLimit,
  shares: readonly { name: string; share: number; cases: number }[],
): GridRate {
  const counted = shares.filter(({ cases }) => cases > 0);
  const side = 'atMost' in limit ? 1 : -1;
  const [worst] = [...counted].sort((a, b) => side * (b.share - a.share));
  return {
    what,
    mean: counted.reduce((sum, { share }) => sum + share, 0) / Math.max(1, counted.length),
    worst: worst?.share ?? 0,
    worstIn: worst?.name ?? 'no case',
    worlds: counted.length,
    cases: counted.reduce((sum, { cases }) => sum + cases, 0),
    fewest: Math.min(...counted.map(({ cases }) => cases), Infinity),
    limit,
  };
}

/**
 * Whether a rate keeps its limits in the mean and in the worst world, as far as so many cases can show. The worst of many worlds lies beyond its limit by
 * chance more often, so it gets one standard error more.
 *
 * @param slack standard errors of room; 0 for the full run
 */
export function keepsGrid({ mean, worst, cases, fewest, limit }: GridRate, slack = 0): boolean {
  if (cases === 0) return false;
  const side = 'atMost' in limit ? 1 : -1;
  const room = (bound: number, n: number, errors: number) =>
    errors * Math.sqrt(Math.max(bound * (1 - bound), 1 / n) / n);
  const within = (share: number, bound: number, n: number, errors: number) =>
    side * (share - bound) <= room(bound, n, errors) + 1e-9;
  const bound = 'atMost' in limit ? limit.atMost : limit.atLeast;
  return (
    within(mean, bound, cases, slack) &&
    (limit.worst === undefined || within(worst, limit.worst, fewest, slack === 0 ? 0 : slack + 1))
  );
}
