import { group } from 'd3-array';
import { findRepeatingGaps, gapsAgain, type RepeatingGaps } from '../spacing/index.ts';
import type { CardTape } from './cardCells.ts';

/** What the tapes of a row say of its disc. */
export interface RowGaps {
  row: number;
  /** Gaps that come again each turn; null where none were told. */
  repeating: RepeatingGaps | null;
  /** Chance that gaps follow each other a turn apart as often by accident; null where its cells are not known, or no tape reaches so far. */
  again: number | null;
  /** Its longest tape, m, and how many turns of the disc that is; null where its cells are not known. */
  longestM: number;
  turns: number | null;
  /** Tape in one stretch that would tell, m; null where what was read tells, or nobody can say. */
  tapeToTellM: number | null;
}

/** Turns of the disc in one stretch that find a dead cell in most rows. A default, from simulated tapes. */
const TURNS_THAT_TELL = 6;

/**
 * Whether the gaps of each row come again with the turn of its disc, over all its tapes.
 *
 * @param cells of the metering disc; null: looked for
 * @example readRowGaps(tapes, 24).find(({ row }) => row === 9)?.repeating?.cells // 24
 */
export const readRowGaps = (tapes: readonly CardTape[], cells: number | null): RowGaps[] =>
  [...group(tapes, ({ row }) => row)]
    .map(([row, own]): RowGaps => {
      const spacingM = own[0]!.spacingM;
      // Plantings have spacings of their own: what is told is told in slots.
      const runs = own.map((tape) => ({
        positionsM: tape.positionsM.map((at) => (at * spacingM) / tape.spacingM),
      }));
      const longest = own.reduce((a, b) =>
        b.lengthM / b.spacingM > a.lengthM / a.spacingM ? b : a,
      );
      const turns = cells === null ? null : longest.lengthM / longest.spacingM / cells;
      const repeating = findRepeatingGaps(runs, {
        referenceM: spacingM,
        ...(cells === null ? {} : { cells }),
      });
      return {
        row,
        repeating,
        again: cells === null ? null : gapsAgain(runs, { referenceM: spacingM, cells }),
        longestM: longest.lengthM,
        turns,
        tapeToTellM:
          cells === null || repeating || turns! >= TURNS_THAT_TELL
            ? null
            : TURNS_THAT_TELL * cells * longest.spacingM,
      };
    })
    .sort((a, b) => a.row - b.row);
