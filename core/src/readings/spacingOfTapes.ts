import type { Tape } from '../records/index.ts';
import { analyseSpacing } from '../spacing/index.ts';

/** A tape as the analysis of spacing takes it. @example tapeRun(tape) // { positionsM: […], lengthM: 5.31 } */
export const tapeRun = ({ positionsM, readToM }: Tape) =>
  readToM === null ? { positionsM } : { positionsM, lengthM: readToM };

/**
 * The spacing of tapes read together; null without a tape.
 * @example spacingOfTapes(tapes, 0.16)?.emptySlots // 3
 */
export const spacingOfTapes = (tapes: readonly Tape[], referenceM: number) =>
  tapes.length === 0 ? null : analyseSpacing(tapes.map(tapeRun), { referenceM });
