import type { Tape } from '../records/index.ts';
import { analyseSpacing } from '../spacing/index.ts';
import type { WalkStop } from './readWalkStand.ts';

/** A tape as the analysis of spacing takes it. @example tapeRun(tape) // { positionsM: […], lengthM: 5.31 } */
export const tapeRun = ({ positionsM, readToM }: Tape) =>
  readToM === null ? { positionsM } : { positionsM, lengthM: readToM };

/** A stop with its tapes, and what they are measured by. */
type Taped = Pick<WalkStop, 'tapes' | 'spacingM'>;

/**
 * The spacing of the tapes of some stops read together; null without a tape. Strips of another row width or rate have another target spacing: their
 * distances are counted in that, so that a place is a place in each. Lengths are in those of the reference.
 *
 * @param referenceM target spacing of the walk, m
 * @example spacingOfTapes(stand.stops, 0.16)?.emptySlots // 3
 */
export function spacingOfTapes(stops: readonly Taped[], referenceM: number) {
  const runs = stops.flatMap(({ tapes, spacingM }) =>
    tapes.map(({ data }) => tapeRun(scaledTape(data, referenceM / spacingM))),
  );
  return runs.length === 0 ? null : analyseSpacing(runs, { referenceM });
}

/** A tape with its lengths in those of another target spacing. */
export const scaledTape = (tape: Tape, by: number): Tape =>
  Math.abs(by - 1) < 1e-9
    ? tape
    : {
        ...tape,
        positionsM: tape.positionsM.map((atM) => atM * by),
        readToM: tape.readToM === null ? null : tape.readToM * by,
      };
