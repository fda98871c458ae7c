import { requireFinite, requirePositive, requireSome } from '../arguments/index.ts';
import { slotsIn } from './classifyInterval.ts';

/** One stretch of one row: plant positions along the tape, m, in order. */
export interface SpacingRun {
  positionsM: ArrayLike<number>;
  /** Length of tape that was read, from 0, m: then its blank ends count; without it they do not. */
  lengthM?: number;
}

export interface SpacingAnalysis {
  /** How many intervals were measured, over all runs. */
  intervals: number;
  /** Mean of all intervals, m; null without an interval. */
  meanM: number | null;
  /** Sample SD of all intervals, m; null below two. */
  sdM: number | null;
  /** sdM ÷ meanM. */
  cv: number | null;
  /** Intervals of at most half the reference. */
  multiples: number;
  singles: number;
  /** Intervals over 1.5 references, however long. */
  misses: number;
  /** Empty slots inside the misses: n₃ + 2n₄ + … */
  emptySlots: number;
  /** Slots passed: N′ = n₂ + 2n₃ + 3n₄ + … */
  slots: number;
  /** multiples ÷ slots; null when no slot was passed (as are the next two). */
  multiplesIndex: number | null;
  missIndex: number | null;
  qualityOfFeedIndex: number | null;
  /** SD of the single intervals about their own mean ÷ reference; null below two singles. */
  precision: number | null;
}

/** Sum, then spread, without a second pass over the data (Welford 1962). */
class RunningSpread {
  n = 0;
  mean = 0;
  private squares = 0;
  add(value: number) {
    this.n += 1;
    const step = value - this.mean;
    this.mean += step / this.n;
    this.squares += step * (value - this.mean);
  }
  sd(): number | null {
    return this.n < 2 ? null : Math.sqrt(this.squares / (this.n - 1));
  }
}

/**
 * Spacing of plants in the row: interval classes, slot accounting and spread. Definitions after
 * ISO 7256-1:1984 and Kachman & Smith (1995), Trans. ASAE 38: 379–387.
 *
 * A tape that was read from 0 to its `lengthM` also counts what it shows empty before its first and after its
 * last plant, and a tape without a plant is empty all along.
 *
 * @param runs tape runs; intervals are taken inside a run, never across two
 * @param referenceM reference spacing X, m: the target, or the observed mean
 * @returns counts, lengths in m, indexes as shares of slots
 * @throws RangeError for no runs, a position that is not finite or out of order, a reference not above zero
 * @example
 * analyseSpacing([{ positionsM: [0, 0.16, 0.33, 0.66] }], { referenceM: 0.166 })
 * // 3 intervals, 2 singles, 1 miss with 1 empty slot in 4 slots: missIndex 0.25
 */
export function analyseSpacing(
  runs: readonly SpacingRun[],
  { referenceM }: { referenceM: number },
): SpacingAnalysis {
  requireSome('runs', runs);
  requirePositive('referenceM', referenceM);
  const all = new RunningSpread();
  const single = new RunningSpread();
  let multiples = 0;
  let misses = 0;
  let emptySlots = 0;
  let blankSlots = 0;
  for (let r = 0; r < runs.length; r++) {
    const { positionsM, lengthM } = runs[r]!;
    if (lengthM !== undefined)
      blankSlots += blankEnds(
        positionsM,
        requirePositive(`runs[${r}].lengthM`, lengthM),
        referenceM,
        r,
      );
    let previous =
      positionsM.length > 0 ? requireFinite(`runs[${r}].positionsM[0]`, positionsM[0]!) : 0;
    for (let i = 1; i < positionsM.length; i++) {
      const position = positionsM[i]!;
      if (!(position >= previous) || position === Infinity) {
        throw new RangeError(
          `runs[${r}].positionsM[${i}] must be a finite number not before its neighbour at ${previous}, got ${position}`,
        );
      }
      const interval = position - previous;
      previous = position;
      all.add(interval);
      const slots = slotsIn(interval, referenceM);
      if (slots === 0) multiples += 1;
      else if (slots === 1) single.add(interval);
      else {
        misses += 1;
        emptySlots += slots - 1;
      }
    }
  }
  emptySlots += blankSlots;
  const slots = single.n + misses + emptySlots;
  const multiplesIndex = slots > 0 ? multiples / slots : null;
  const missIndex = slots > 0 ? emptySlots / slots : null;
  const sdM = all.sd();
  const singleSd = single.sd();
  return {
    intervals: all.n,
    meanM: all.n > 0 ? all.mean : null,
    sdM,
    cv: sdM !== null && all.mean > 0 ? sdM / all.mean : null,
    multiples,
    singles: single.n,
    misses,
    emptySlots,
    slots,
    multiplesIndex,
    missIndex,
    qualityOfFeedIndex:
      multiplesIndex === null || missIndex === null
        ? null
        : // Several plants in one slot are more doubles than slots.
          Math.max(0, 1 - multiplesIndex - missIndex),
    precision: singleSd === null ? null : singleSd / referenceM,
  };
}

/** Empty slots before the first and after the last plant of a tape; all of them where no plant stands. */
function blankEnds(
  positionsM: ArrayLike<number>,
  lengthM: number,
  referenceM: number,
  r: number,
): number {
  const { length } = positionsM;
  if (length === 0) return Math.round(lengthM / referenceM);
  const [first, last] = [positionsM[0]!, positionsM[length - 1]!];
  if (first < 0 || last > lengthM + 1e-9)
    throw new RangeError(
      `runs[${r}].positionsM must lie on the tape of 0 to ${lengthM}, got ${first} to ${last}`,
    );
  const empty = (blankM: number) => Math.max(0, Math.ceil((blankM / referenceM) * (1 - 1e-9)) - 1);
  return empty(first) + empty(lengthM - last);
}
