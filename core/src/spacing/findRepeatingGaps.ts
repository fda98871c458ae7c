import { requirePositive, requireSome, requireWhole } from '../arguments/index.ts';
import { binomialUpperTail, combineP } from '../stats/index.ts';
import { emptySlots, type Slots } from './emptySlots.ts';

export interface RepeatingGaps {
  /** Seeds from one gap to the next: the cells of the disc, as given or as found. */
  cells: number;
  /** Chance of gaps as regular by accident, corrected for every phase and number of cells that was tried. */
  pValue: number;
  /** Place of the gaps in the turn, slots after the first plant of the longest run, 0 … cells − 1. */
  phase: number;
  missesInPhase: number;
  misses: number;
}

/** Told from chance at this level; beyond it nothing is said. A default. */
const TOLD = 0.01;
/** Discs looked for when the cells are not known. */
const CELL_RANGE: [number, number] = [12, 120];
/** Turns a run needs before it can show that anything comes again. */
const LEAST_TURNS = 3;
/**
 * Gaps that come again every turn of a metering disc: a damaged or plugged cell. Slots are counted along each run
 * on a grid that follows the plants, empty ones are folded by the number of cells, and the fullest phase is
 * tested against chance (binomial), corrected for the phases, for the numbers of cells tried (Bonferroni), and put
 * together over runs (Fisher's method), since each tape begins anywhere in the turn.
 *
 * @param runs plants of one row in order along tape or log, m; runs under three turns say nothing
 * @param options reference spacing, m; cells of the disc where known, else the range to look in (default 12 to 120)
 * @returns null where nothing repeats beyond 1 chance in 100
 * @throws RangeError naming the run and place that is wrong
 * @example findRepeatingGaps([{ positionsM: [0.17, 0.34, 0.5] }], { referenceM: 0.166, cells: 40 }) // null: far too short
 */
export function findRepeatingGaps(
  runs: readonly { positionsM: ArrayLike<number> }[],
  {
    referenceM,
    cells,
    cellRange = CELL_RANGE,
  }: { referenceM: number; cells?: number; cellRange?: readonly [number, number] },
): RepeatingGaps | null {
  requireSome('runs', runs);
  requirePositive('referenceM', referenceM);
  if (cells !== undefined) requireWhole('cells', cells, 2);
  requireWhole('cellRange[0]', cellRange[0], 2);
  requireWhole('cellRange[1]', cellRange[1], cellRange[0]);
  const read = runs.map(({ positionsM }, r) => emptySlots(positionsM, referenceM, `runs[${r}]`));
  const [least, most] = cells === undefined ? cellRange : [cells, cells];
  let best: RepeatingGaps | null = null;
  for (let size = least; size <= most; size++) {
    const long = read.filter(({ slots }) => slots >= LEAST_TURNS * size);
    const withGaps = long.filter(({ empty }) => empty.length > 0);
    if (withGaps.length === 0) continue;
    const phases = withGaps.map((run) => fullestPhase(run, size));
    const together = combineP(phases.map(({ p }) => p));
    const pValue = Math.min(1, together * (most - least + 1));
    if (best && pValue >= best.pValue) continue;
    const longest = withGaps.reduce((a, b, i) => (b.slots > withGaps[a]!.slots ? i : a), 0);
    best = {
      cells: size,
      pValue,
      phase: phases[longest]!.phase,
      missesInPhase: phases.reduce((sum, { inPhase }) => sum + inPhase, 0),
      misses: withGaps.reduce((sum, { empty }) => sum + empty.length, 0),
    };
  }
  return best && best.pValue <= TOLD ? best : null;
}

/** The phase most of the empty slots fall into, with the chance that some phase is as full by accident. */
function fullestPhase({ slots, empty }: Slots, cells: number) {
  const counts = new Map<number, number>();
  for (const slot of empty) counts.set(slot % cells, (counts.get(slot % cells) ?? 0) + 1);
  const [phase, inPhase] = [...counts].reduce((a, b) => (b[1] > a[1] ? b : a));
  const turns = Math.floor((slots - 1 - phase) / cells) + 1;
  const one = binomialUpperTail(inPhase, empty.length, turns / slots);
  return { phase, inPhase, p: Math.min(1, one * Math.min(cells, slots)) };
}
