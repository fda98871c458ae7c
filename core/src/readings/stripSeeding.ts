import { requirePositive } from '../arguments/index.ts';
import type { StandWalk, Trial, TrialStrip } from '../records/index.ts';
import { drawOf, layTrial, levelsIn } from '../trials/index.ts';
import { ACRE_M2 } from '../units/index.ts';
import type { Held } from './held.ts';

/** How wide the rows are and how many seeds were dropped. */
export interface Seeding {
  rowWidthM: number;
  seedsPerM2: number;
}

/** A trial of a planting with what was recorded of its strips. */
export interface TrialOfWalk {
  trial: Held<Trial>;
  strips: readonly Held<TrialStrip>[];
}

/**
 * Row width and seeding rate of each strip of a trial: those of the planting, unless the trial compares them. What was done in a strip counts, not what was
 * planned.
 *
 * @returns by strip number; strips that were missed are as the planting
 * @example stripSeedings(planting.data, { trial, strips }).get(3) // { rowWidthM: 0.381, seedsPerM2: 7.9 }
 */
export function stripSeedings(
  { rowWidthM, seedsPerM2 }: Seeding,
  { trial: { data }, strips }: TrialOfWalk,
): Map<number, Seeding> {
  const sizes = data.factors.map(({ levels }) => levels.length);
  const doneIn = new Map(strips.map((one) => [one.data.number, one.data.done]));
  return new Map(
    layTrial(drawOf(data)).map(({ number, treatment }): [number, Seeding] => {
      const done = doneIn.get(number) ?? treatment;
      const seeding = { rowWidthM, seedsPerM2 };
      if (done === 'missed') return [number, seeding];
      levelsIn(done, sizes).forEach((level, i) => {
        const { question, levels } = data.factors[i]!;
        const value = levels[level]?.value ?? null;
        if (value === null || value <= 0) return;
        if (question === 'rowWidth') seeding.rowWidthM = value;
        if (question === 'rate') seeding.seedsPerM2 = value;
      });
      return [number, seeding];
    }),
  );
}

/** Areas that a tape is commonly cut for: 1/1000 acre and 1/1000 ha, m². */
const TAPE_AREAS_M2 = [ACRE_M2 / 1000, 10];

/**
 * Length of row to count in a strip, m: a tape cut for 1/1000 acre or 1/1000 ha covers the same area in rows of another width; any other length stays.
 *
 * @throws RangeError for a length or width that is not above zero
 * @example tapeLengthIn({ lengthM: 5.311, rowWidthM: 0.762 }, 0.508) // 7.966
 */
export function tapeLengthIn(
  { lengthM, rowWidthM }: { lengthM: number; rowWidthM: number },
  rowWidthHereM: number,
): number {
  const areaM2 = requirePositive('lengthM', lengthM) * requirePositive('rowWidthM', rowWidthM);
  requirePositive('rowWidthHereM', rowWidthHereM);
  const cutFor = TAPE_AREAS_M2.some((area) => Math.abs(areaM2 / area - 1) < 0.01);
  return cutFor ? areaM2 / rowWidthHereM : lengthM;
}

/** A count with the row width of its strip. The area of a hoop is known without it. */
export const withRowWidth = <Counted extends { lengthM: number; rowWidthM: number }>(
  count: Counted,
  rowWidthM: number,
  method: StandWalk['method'],
): Counted =>
  count.rowWidthM === rowWidthM
    ? count
    : {
        ...count,
        rowWidthM,
        ...(method === 'hoop' ? { lengthM: (count.lengthM * count.rowWidthM) / rowWidthM } : {}),
      };

/** The planting as a strip was planted. */
export const plantedAs = <P extends Seeding>(planting: P, seeding: Seeding | undefined): P =>
  seeding ? { ...planting, ...seeding } : planting;
