import { geodesicDistance, planeAt, type Position } from '../geo/index.ts';
import { shortestRound } from '../sampling/index.ts';

/** A place to go to. */
export interface RoundPlace {
  id: string;
  at: Position;
}

/** Fields near each other, in the order of a short way through them. */
export interface FieldRound {
  ids: string[];
  /** From each to the next, in a straight line, m: one fewer than there are fields. */
  legsM: number[];
  totalM: number;
}

/** Fields nearer than this to another are on one round, m. A default of this app. */
const NEAR_M = 4000;

/**
 * Fields that are near each other as rounds for a day, the biggest first, each with a short way through it.
 * @example fieldRounds([{ id: 'a', at: [-138.6, 44.6] }, { id: 'b', at: [-138.6, 44.61] }])[0]?.totalM // 1111
 */
export function fieldRounds(places: readonly RoundPlace[]): FieldRound[] {
  const rounds: RoundPlace[][] = [];
  for (const place of places) {
    const near = rounds.filter((round) =>
      round.some((other) => geodesicDistance(other.at, place.at) <= NEAR_M),
    );
    for (const round of near) rounds.splice(rounds.indexOf(round), 1);
    rounds.push([...near.flat(), place]);
  }
  return rounds
    .map((round) => {
      const plane = planeAt(round[0]!.at);
      const at = round.map((place) => plane.toMetres(place.at));
      // From whichever end makes the shortest way: of the few fields of a day each is tried.
      const ways = round.map((_, start) => {
        const others = at.map((__, i) => i).filter((i) => i !== start);
        const order = shortestRound(
          at[start]!,
          others.map((i) => at[i]!),
        ).map((i) => others[i]!);
        return [start, ...order];
      });
      const measured = ways.map((way) => {
        const legsM = way
          .slice(1)
          .map((i, k) => geodesicDistance(round[way[k]!]!.at, round[i]!.at));
        return { way, legsM, totalM: legsM.reduce((sum, leg) => sum + leg, 0) };
      });
      const { way, legsM, totalM } = measured.reduce((best, one) =>
        one.totalM < best.totalM ? one : best,
      );
      return { ids: way.map((i) => round[i]!.id), legsM, totalM };
    })
    .sort((a, b) => b.ids.length - a.ids.length || a.totalM - b.totalM);
}
