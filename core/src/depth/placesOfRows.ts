import { group } from 'd3-array';
import { mean, squaresWithin } from '../stats/index.ts';
import { INCH_M } from '../units/index.ts';

/** How much rows differ from place to place, SD, for what it counts beside what is dug. A Sendero default. */
const PLACES_DIFFER = { sd: 0.12 * INCH_M, df: 4 };

/** Σ of the squared shares of seeds by place: 1 from a single place, 1/k from k alike. */
export function sharesSquared(places: readonly string[]): number {
  return [...group(places, (place) => place).values()].reduce(
    (sum, own) => sum + (own.length / places.length) ** 2,
    0,
  );
}

/** Variance of a row between places, by moments over all rows that were dug at two or more, together with what is usual. */
export function varianceOfPlaces(
  groups: readonly (readonly number[])[],
  places: readonly (readonly string[])[],
): number {
  let [between, df, within, withinDf] = [0, 0, 0, 0];
  let size = 0;
  groups.forEach((depths, g) => {
    const byPlace = [
      ...group(
        depths.map((depthM, i) => ({ depthM, place: places[g]![i]! })),
        ({ place }) => place,
      ).values(),
    ].map((own) => own.map(({ depthM }) => depthM));
    within += squaresWithin(byPlace);
    withinDf += depths.length - byPlace.length;
    if (byPlace.length < 2) return;
    between += squaresWithin([byPlace.map((own) => mean(own)!)]);
    df += byPlace.length - 1;
    size +=
      (byPlace.length - 1) *
      (byPlace.reduce((sum, own) => sum + 1 / own.length, 0) / byPlace.length);
  });
  const usual = PLACES_DIFFER.sd ** 2;
  if (df === 0) return usual;
  const ofSeeds = withinDf > 0 ? within / withinDf : 0;
  const seen = Math.max(0, between / df - (ofSeeds * size) / df);
  return (df * seen + PLACES_DIFFER.df * usual) / (df + PLACES_DIFFER.df);
}
