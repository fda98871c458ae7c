/** From the least to the most: light to dark, so that it reads without colour too. */
const RAMP = [
  [250, 240, 214],
  [207, 216, 160],
  [140, 171, 96],
  [74, 112, 45],
  [28, 51, 20],
] as const;

/** The shade of a share from 0 to 1, as red, green and blue. @example shade(0) // [250, 240, 214] */
export function shade(share: number): [number, number, number] {
  const at = Math.max(0, Math.min(1, share)) * (RAMP.length - 1);
  const from = Math.min(RAMP.length - 2, Math.floor(at));
  const mix = (i: 0 | 1 | 2) =>
    Math.round(RAMP[from]![i] + (at - from) * (RAMP[from + 1]![i] - RAMP[from]![i]));
  return [mix(0), mix(1), mix(2)];
}

/** A picture with a pixel for each cell, row 0 in the south. @returns its address; null where it cannot be drawn */
export function paintCells(
  columns: number,
  rows: number,
  cells: Iterable<{ x: number; y: number; share: number; sure?: number }>,
): string | null {
  const canvas = document.createElement('canvas');
  canvas.width = columns;
  canvas.height = rows;
  const context = canvas.getContext('2d');
  if (!context) return null;
  const image = context.createImageData(columns, rows);
  for (const { x, y, share, sure = 1 } of cells)
    image.data.set([...shade(share), Math.round(255 * sure)], 4 * ((rows - 1 - y) * columns + x));
  context.putImageData(image, 0, 0);
  return canvas.toDataURL();
}
