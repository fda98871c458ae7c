import { planeAt, type FieldSurface } from '@sendero/core';
import type { GroundPicture } from './MapCanvas.tsx';
import { paintCells } from './shade.ts';

/** How see-through the least sure cell is. */
const PALEST = 0.25;

/** A surface as cells on the map; the less sure it is of a place, the paler. */
export function surfacePicture(
  { cells, cellM }: FieldSurface,
  [low, high]: [number, number],
): GroundPicture | null {
  const [first] = cells;
  if (!first) return null;
  const plane = planeAt(first.at);
  const at = cells.map((cell) => plane.toMetres(cell.at));
  const least = (i: 0 | 1) => Math.min(...at.map((metres) => metres[i]));
  const [west, south] = [least(0) - cellM / 2, least(1) - cellM / 2];
  const place = (value: number, from: number) => Math.floor((value - from) / cellM);
  const columns = Math.max(...at.map(([x]) => place(x, west))) + 1;
  const rows = Math.max(...at.map(([, y]) => place(y, south))) + 1;
  const errors = cells.map(({ se }) => se);
  const [sure, unsure] = [Math.min(...errors), Math.max(...errors)];
  const url = paintCells(
    columns,
    rows,
    cells.map(({ value, se }, i) => ({
      x: place(at[i]![0], west),
      y: place(at[i]![1], south),
      share: high > low ? (value - low) / (high - low) : 0.5,
      sure: unsure > sure ? 1 - ((1 - PALEST) * (se - sure)) / (unsure - sure) : 1,
    })),
  );
  if (!url) return null;
  const [w, s] = plane.toPlace([west, south]);
  const [e, n] = plane.toPlace([west + columns * cellM, south + rows * cellM]);
  return { url, projection: 'EPSG:4326', box: [w, s, e, n], cells: true };
}
