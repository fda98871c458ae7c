import { requireNotNegative, requireWhole } from '../arguments/index.ts';

/** How long a walk takes. Defaults of this app, nobody's research. */
const MINUTES = { stop: 1, row: 0.75, metresWalked: 65 };
/** A shortest way through many places is about this times the root of their area times their number. */
const WAY = 0.7124;

/**
 * Minutes that stops cost: to lay the tape and count its rows, and to walk there.
 * @param walkM length of the way, m
 * @example walkMinutes({ stops: 12, rowsAtOnce: 4, walkM: 2600 }) // 88
 */
export function walkMinutes({
  stops,
  rowsAtOnce,
  walkM,
}: {
  stops: number;
  rowsAtOnce: number;
  walkM: number;
}): number {
  requireWhole('stops', stops, 0);
  requireWhole('rowsAtOnce', rowsAtOnce, 1);
  return (
    stops * (MINUTES.stop + rowsAtOnce * MINUTES.row) +
    requireNotNegative('walkM', walkM) / MINUTES.metresWalked
  );
}

/**
 * About how long the way through so many spread places and back is, m (Beardwood, Halton & Hammersley 1959, The shortest path
 * through many points, Proceedings of the Cambridge Philosophical Society 55:299–327).
 * @example expectedWay(12, 160_000) // 987
 */
export const expectedWay = (stops: number, areaM2: number): number =>
  WAY * Math.sqrt(requireWhole('stops', stops, 0) * requireNotNegative('areaM2', areaM2));
