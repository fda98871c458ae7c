/** Width of a letter, in parts of its font size: about right for the app's own font. */
const LETTER = 0.56;

/** Width of lettering, pixels. @example widthOf('planted', 12) // 47 */
export const widthOf = (text: string, fontSize: number): number => text.length * LETTER * fontSize;

/**
 * A lane for each span, the first in which it lies over none before it.
 *
 * @param spans from and to, pixels
 * @example lanes([[0, 40], [30, 60], [50, 90]]) // [0, 1, 0]
 */
export function lanes(spans: readonly (readonly [from: number, to: number])[]): number[] {
  const taken: (readonly [number, number])[][] = [];
  return spans.map(([from, to]) => {
    const free = taken.findIndex((lane) => lane.every(([a, b]) => to <= a || from >= b));
    const own = free < 0 ? taken.length : free;
    (taken[own] ??= []).push([from, to]);
    return own;
  });
}
