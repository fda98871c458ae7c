import {
  bootstrapEmergence,
  compareEmergence,
  emergenceInterval,
  seededRandom,
  type EmergenceGroup,
  type Interval,
  type Lateness,
} from '@sendero/core';

/** What is drawn anew: all lengths together, and groups of them against each other. */
export interface LatenessQuestion {
  all: EmergenceGroup;
  groups: EmergenceGroup[];
  draws: number;
  /** How many people counted. */
  people?: number;
}

export interface LatenessAnswer {
  /** When half of all that come up were up, h since planting (90 %). */
  half: Interval;
  /** Share of the seeds that comes up (95 %). */
  finalShare: Interval;
  groups: Lateness[];
}

export type LatenessWord = { share: number } | { answer: LatenessAnswer | null };

/** Draws anew step by step, so that it can be stopped. The same lengths give the same answer. */
export function* answerLateness({
  all,
  groups,
  draws,
  people = 1,
}: LatenessQuestion): Generator<number, LatenessAnswer | null> {
  const [whole] = yield* bootstrapEmergence([all], { draws, random: seededRandom(1) });
  if (!whole) return null;
  const parts =
    groups.length > 1 ? yield* bootstrapEmergence(groups, { draws, random: seededRandom(2) }) : [];
  return {
    half: emergenceInterval(whole, 't50H', 0.9, { people }),
    finalShare: emergenceInterval(whole, 'finalShare'),
    groups: parts.length > 1 ? compareEmergence(parts) : [],
  };
}
