import { intervalClass, slotsSpanned, type Tape } from '@sendero/core';

/** A place on a tape where there is something to look into. */
export interface TapePlace {
  what: 'gap' | 'double';
  /** Middle of the interval, m along the tape. */
  atM: number;
  fromM: number;
  toM: number;
  /** Empty places in it. */
  empty: number;
}

/** The gaps and doubles of a tape, along it; blank ends are gaps as well. */
export function placesOnTape({ positionsM, readToM }: Tape, referenceM: number): TapePlace[] {
  // Blank ends count only where it was recorded how far the tape was read.
  const ends =
    positionsM.length === 0 || readToM === null ? positionsM : [0, ...positionsM, readToM];
  return ends.slice(1).flatMap((toM, i): TapePlace[] => {
    const fromM = ends[i]!;
    const place = { fromM, toM, atM: (fromM + toM) / 2 };
    const atEnd = readToM !== null && (i === 0 || i === ends.length - 2);
    if (atEnd) {
      const empty = Math.ceil((toM - fromM) / referenceM) - 1;
      return empty > 0 ? [{ ...place, what: 'gap', empty }] : [];
    }
    const slots = slotsSpanned(toM - fromM, referenceM);
    const kind = intervalClass(slots);
    return kind === 'single'
      ? []
      : [{ ...place, what: kind === 'miss' ? 'gap' : 'double', empty: Math.max(0, slots - 1) }];
  });
}

/** Plants on a tape that are behind most of it, with the plant in step beside each. */
export function laggardsOnTape(
  { positionsM, stages }: Tape,
  lag: (stage: string) => number,
): { atM: number; stage: string; lag: number; neighbourAtM: number | null }[] {
  const behind = stages.map((stage) => (stage === null ? null : lag(stage)));
  const inStep = positionsM.filter((_, i) => behind[i] !== null && behind[i]! <= 0);
  return positionsM.flatMap((atM, i) => {
    const own = behind[i] ?? null;
    if (own === null || own <= 0) return [];
    const [nearest] = [...inStep].sort((a, b) => Math.abs(a - atM) - Math.abs(b - atM));
    return [{ atM, stage: stages[i]!, lag: own, neighbourAtM: nearest ?? null }];
  });
}
