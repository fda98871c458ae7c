import { quantileSorted } from 'd3-array';
import { paintCells } from '../map/shade.ts';
import type { LogCells } from './planterLogsApi.ts';

/** What the darkest and the lightest stand for: all but the odd ones. */
export function rangeOf({ cells }: LogCells): [low: number, high: number] | null {
  if (cells.length === 0) return null;
  const means = cells.map(([, , , mean]) => mean).sort((a, b) => a - b);
  return [quantileSorted(means, 0.02)!, quantileSorted(means, 0.98)!];
}

/** A log's cells as a picture. @returns its address; null where it cannot be drawn */
export const cellPicture = (
  { columns, rows, cells }: LogCells,
  [low, high]: [number, number],
): string | null =>
  paintCells(
    columns,
    rows,
    cells.map(([x, y, , mean]) => ({
      x,
      y,
      share: high > low ? (mean - low) / (high - low) : 0.5,
    })),
  );
