import { fromSi, printNumber, toSi, type UnitSystem } from '@sendero/core';

/** Depth by two keys: the whole (in or cm) and its parts (eighths or millimetres). */
export interface DepthParts {
  whole: number;
  part: number;
}

const UNIT = { us: 'in', metric: 'cm' } as const;
/** Parts of a whole: eighths of an inch, millimetres of a centimetre. */
export const partsPerWhole = (system: UnitSystem) => (system === 'us' ? 8 : 10);

/** @example depthOf({ whole: 2, part: 3 }, 'us') // 0.060325: 2⅜ in */
export const depthOf = ({ whole, part }: DepthParts, system: UnitSystem) =>
  toSi(whole + part / partsPerWhole(system), UNIT[system]);

/** The nearest keys for a depth. */
export function partsOf(depthM: number, system: UnitSystem): DepthParts {
  const parts = partsPerWhole(system);
  const all = Math.round(fromSi(depthM, UNIT[system]) * parts);
  return { whole: Math.floor(all / parts), part: all % parts };
}

/** A depth as a key shows it. @example depthLabel({ whole: 2, part: 3 }, 'us') // '2⅜' */
export const depthLabel = (parts: DepthParts, system: UnitSystem) =>
  printNumber(
    depthOf(parts, system),
    UNIT[system],
    system === 'us' ? { fraction: 8 } : { decimals: 1 },
  );

/** What is kept as typed. @example depthTyped({ whole: 2, part: 3 }, 'us') // '2 3/8 in' */
export function depthTyped({ whole, part }: DepthParts, system: UnitSystem): string {
  if (system === 'metric') return `${whole}.${part} cm`;
  if (part === 0) return `${whole} in`;
  const shared = part % 4 === 0 ? 4 : part % 2 === 0 ? 2 : 1;
  return `${whole > 0 ? `${whole} ` : ''}${part / shared}/${8 / shared} in`;
}
