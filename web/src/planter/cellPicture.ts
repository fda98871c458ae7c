import { quantileSorted } from 'd3-array';
import type { LogCells } from './planterLogsApi.ts';

/** From the least to the most: light to dark, so that it reads without colour too. */
const RAMP = [
  [250, 240, 214],
  [207, 216, 160],
  [140, 171, 96],
  [74, 112, 45],
  [28, 51, 20],
] as const;

/** The shade of a share from 0 to 1. @example shade(0) // [250, 240, 214] */
export function shade(share: number): [number, number, number] {
  const at = Math.max(0, Math.min(1, share)) * (RAMP.length - 1);
  const from = Math.min(RAMP.length - 2, Math.floor(at));
  const mix = (i: 0 | 1 | 2) =>
    Math.round(RAMP[from]![i] + (at - from) * (RAMP[from + 1]![i] - RAMP[from]![i]));
  return [mix(0), mix(1), mix(2)];
}

/** What the darkest and the lightest stand for: all but the odd ones. */
export function rangeOf({ cells }: LogCells): [low: number, high: number] | null {
  if (cells.length === 0) return null;
  const means = cells.map(([, , , mean]) => mean).sort((a, b) => a - b);
  return [quantileSorted(means, 0.02)!, quantileSorted(means, 0.98)!];
}

/** A picture with a pixel for each cell. @returns its address; null where it cannot be drawn */
export function cellPicture(log: LogCells, [low, high]: [number, number]): string | null {
  const canvas = document.createElement('canvas');
  canvas.width = log.columns;
  canvas.height = log.rows;
  const context = canvas.getContext('2d');
  if (!context) return null;
  const image = context.createImageData(log.columns, log.rows);
  for (const [x, y, , mean] of log.cells) {
    const at = 4 * ((log.rows - 1 - y) * log.columns + x);
    const share = high > low ? (mean - low) / (high - low) : 0.5;
    image.data.set([...shade(share), 255], at);
  }
  context.putImageData(image, 0, 0);
  return canvas.toDataURL();
}
