import { requireNotNegative, requireWhole } from '../arguments/index.ts';
import { tQuantile, type Interval } from '../stats/index.ts';

/** How alike finds of one stop are taken to be before it is seen, and how many stops that counts for. Defaults of this app. */
const ALIKE = { correlation: 0.15, stops: 6 };

/** What was found at a stop. */
export interface StopFinds {
  /** Of the kind, and all that were looked at. */
  some: number;
  all: number;
  /** How many there are at the stop to look at: two gaps dug of twelve stand for more than two of two. Left out: those looked at. */
  standFor?: number;
}

/**
 * A share over stops whose finds are alike: gaps in one wet hollow are not so many witnesses. The stop is the sampling unit and
 * counts by what it stands for; the interval is Wilson's, of as many finds as their spread between stops is worth (a design effect,
 * held to what is usual while stops are few), with the t of so many stops.
 *
 * @returns null without a find
 * @throws RangeError for more of the kind than of all
 * @example clusteredShare([{ some: 2, all: 3 }, { some: 0, all: 2 }])?.share // 0.4
 */
export function clusteredShare(
  stops: readonly StopFinds[],
): (Interval & { share: number; of: number; some: number }) | null {
  for (const { some, all, standFor = 0 } of stops) {
    requireWhole('all', all, 0);
    requireWhole('some', some, 0);
    requireNotNegative('standFor', standFor);
    if (some > all) throw new RangeError(`some must not exceed all (${all}), got ${some}`);
  }
  const seen = stops
    .filter(({ all }) => all > 0)
    .map(({ some, all, standFor = all }) => ({
      share: some / all,
      all,
      some,
      weight: Math.max(all, standFor),
    }));
  if (seen.length === 0) return null;
  const total = (of: (stop: (typeof seen)[number]) => number) =>
    seen.reduce((sum, stop) => sum + of(stop), 0);
  const weights = total(({ weight }) => weight);
  const share = total((stop) => stop.weight * stop.share) / weights;
  const many = seen.length;
  /** Variance of the share over that of one find: as if finds were drawn one by one, and as alike as is usual. */
  const alone = total(({ weight, all }) => weight ** 2 / all) / weights ** 2;
  const usual =
    total(({ weight, all }) => (weight ** 2 / all) * (1 + ALIKE.correlation * (all - 1))) /
    weights ** 2 /
    alone;
  const chance = share * (1 - share);
  const between =
    many < 2 || chance < 1e-12
      ? usual
      : ((many / (many - 1)) * total((stop) => stop.weight ** 2 * (stop.share - share) ** 2)) /
        weights ** 2 /
        chance /
        alone;
  const effect = Math.max(
    1,
    (ALIKE.stops * usual + (many - 1) * between) / (ALIKE.stops + many - 1),
  );
  const worth = 1 / (alone * effect);
  const t2 = tQuantile(0.975, ALIKE.stops + many - 1) ** 2;
  const centre = (share + t2 / (2 * worth)) / (1 + t2 / worth);
  const half =
    Math.sqrt(chance / worth + t2 / (4 * worth ** 2)) * (Math.sqrt(t2) / (1 + t2 / worth));
  const some = total((stop) => stop.some);
  const of = total(({ all }) => all);
  return {
    share,
    of,
    some,
    lower: some === 0 ? 0 : Math.max(0, Math.min(share, centre - half)),
    upper: some === of ? 1 : Math.min(1, Math.max(share, centre + half)),
  };
}
