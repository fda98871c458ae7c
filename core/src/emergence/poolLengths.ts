import { requireNotNegative, requirePositive, requireSome } from '../arguments/index.ts';

/** What one flagged length showed: its seeds, and what had come up in it at each round of visits. */
export interface FlaggedCounts {
  id: string;
  /** Seeds in the length: counted, or as the rate says. */
  sown: number;
  /** In order of time. */
  rounds: { round: string; hours: number; emerged: number }[];
}

/** Counts of several lengths as one. */
export interface PooledCounts {
  rounds: string[];
  /** Of each round, h since planting: the mean over the lengths. */
  hours: number[];
  /** Plants up until each round. */
  emerged: number[];
  sown: number;
  /** Lengths in it, and those left out because they missed a round that most had. */
  used: string[];
  leftOut: string[];
}

/**
 * Adds up lengths that were visited in the same rounds. A round that fewer than half of them saw is left out; a
 * length that missed one of the others is left out of the sum: what came up in it meanwhile nobody knows.
 *
 * @throws RangeError without lengths or for a figure that cannot be
 * @example poolLengths([{ id: 'a', sown: 30, rounds: [{ round: 'May 9', hours: 264, emerged: 12 }] }]).emerged // [12]
 */
export function poolLengths(lengths: readonly FlaggedCounts[]): PooledCounts {
  requireSome('lengths', lengths);
  const seen = new Map<string, { lengths: number; hours: number }>();
  lengths.forEach(({ sown, rounds }, i) => {
    requirePositive(`lengths[${i}].sown`, sown);
    rounds.forEach(({ round, hours, emerged }, j) => {
      requireNotNegative(`lengths[${i}].rounds[${j}].hours`, hours);
      requireNotNegative(`lengths[${i}].rounds[${j}].emerged`, emerged);
      const { lengths: before = 0, hours: sum = 0 } = seen.get(round) ?? {};
      seen.set(round, { lengths: before + 1, hours: sum + hours });
    });
  });
  const common = [...seen]
    .filter(([, one]) => 2 * one.lengths >= lengths.length)
    .sort(([, a], [, b]) => a.hours / a.lengths - b.hours / b.lengths)
    .map(([round]) => round);
  const inAll = (one: FlaggedCounts) =>
    common.every((round) => one.rounds.some((seenThere) => seenThere.round === round));
  const used = lengths.filter(inAll);
  const at = (one: FlaggedCounts, round: string) =>
    one.rounds.find((there) => there.round === round)!;
  const sums = common.map((round) => used.reduce((sum, one) => sum + at(one, round).emerged, 0));
  return {
    rounds: used.length > 0 ? common : [],
    hours:
      used.length > 0
        ? common.map(
            (round) => used.reduce((sum, one) => sum + at(one, round).hours, 0) / used.length,
          )
        : [],
    emerged: used.length > 0 ? sums : [],
    // A rate is a mean: a length can hold more seeds than it says.
    sown: Math.max(
      used.reduce((sum, { sown }) => sum + sown, 0),
      sums.at(-1) ?? 0,
    ),
    used: used.map(({ id }) => id),
    leftOut: lengths.filter((one) => !inAll(one)).map(({ id }) => id),
  };
}
