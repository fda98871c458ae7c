import { requireWhole } from '../arguments/index.ts';
import { tQuantile, type Interval } from '../stats/index.ts';

/** How alike finds of one stop are taken to be before it is seen, and how many stops that counts for. Defaults of this app. */
const ALIKE = { correlation: 0.15, stops: 6 };

/**
 * A share over stops whose finds are alike: gaps in one wet hollow are not so many witnesses. The stop is the sampling unit:
 * a Wilson interval of as many finds as their spread between stops is worth (a design effect, held to what is usual while stops are
 * few), with the t of so many stops.
 *
 * @param stops finds of the kind, of all finds, at each stop
 * @returns null without a find
 * @throws RangeError for more of the kind than of all
 * @example clusteredShare([{ some: 2, all: 3 }, { some: 0, all: 2 }])?.share // 0.4
 */
export function clusteredShare(
  stops: readonly { some: number; all: number }[],
): (Interval & { share: number; of: number; some: number }) | null {
  for (const { some, all } of stops) {
    requireWhole('all', all, 0);
    requireWhole('some', some, 0);
    if (some > all) throw new RangeError(`some must not exceed all (${all}), got ${some}`);
  }
  const seen = stops.filter(({ all }) => all > 0);
  const of = seen.reduce((sum, { all }) => sum + all, 0);
  if (of === 0) return null;
  const some = seen.reduce((sum, one) => sum + one.some, 0);
  const share = some / of;
  const many = seen.length;
  const size = seen.reduce((sum, { all }) => sum + all ** 2, 0) / of;
  const usual = 1 + ALIKE.correlation * (size - 1);
  const chance = share * (1 - share) * of;
  const between =
    many < 2 || chance === 0
      ? usual
      : ((many / (many - 1)) *
          seen.reduce((sum, one) => sum + (one.some - share * one.all) ** 2, 0)) /
        chance;
  const effect = Math.max(
    1,
    (ALIKE.stops * usual + (many - 1) * between) / (ALIKE.stops + many - 1),
  );
  const worth = of / effect;
  const t2 = tQuantile(0.975, ALIKE.stops + many - 1) ** 2;
  const centre = (share + t2 / (2 * worth)) / (1 + t2 / worth);
  const half =
    Math.sqrt((share * (1 - share)) / worth + t2 / (4 * worth ** 2)) *
    (Math.sqrt(t2) / (1 + t2 / worth));
  return {
    share,
    of,
    some,
    lower: some === 0 ? 0 : Math.max(0, centre - half),
    upper: some === of ? 1 : Math.min(1, centre + half),
  };
}
