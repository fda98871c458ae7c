import { requirePositive } from '../arguments/index.ts';
import pointInPolygon from 'point-in-polygon-hao';
import type { PlaneShape, Metres } from './plane.ts';

/** Whether a place lies in it; on its edge counts as outside. @example isIn(field, [0, 0]) // true */
export const isIn = (shape: PlaneShape, place: Metres): boolean =>
  shape.some((part) => pointInPolygon(place, part) === true);

/** How far a place is from the nearest edge, inside or out, m; Infinity where there is none. @example fromEdge(field, [0, 0]) // 100 */
export function fromEdge(shape: PlaneShape, [x, y]: Metres): number {
  let least = Infinity;
  for (const part of shape)
    for (const ring of part)
      for (let i = 1; i < ring.length; i++) {
        const [ax, ay] = ring[i - 1]!;
        const [bx, by] = ring[i]!;
        const [dx, dy] = [bx - ax, by - ay];
        const length2 = dx * dx + dy * dy;
        const along =
          length2 === 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / length2));
        least = Math.min(least, (x - ax - along * dx) ** 2 + (y - ay - along * dy) ** 2);
      }
  return Math.sqrt(least);
}

/** The middles of square cells that lie in it, row after row. @example gridIn(field, 10).length // 1600 in 16 ha */
export function gridIn(field: PlaneShape, stepM: number): Metres[] {
  requirePositive('stepM', stepM);
  const corners = field.flat(2);
  const range = (i: 0 | 1) =>
    corners.reduce(([low, high], at) => [Math.min(low, at[i]), Math.max(high, at[i])] as const, [
      Infinity,
      -Infinity,
    ] as readonly [number, number]);
  const [[west, east], [south, north]] = [range(0), range(1)];
  const cells: Metres[] = [];
  for (let y = south + stepM / 2; y < north; y += stepM)
    for (let x = west + stepM / 2; x < east; x += stepM)
      if (isIn(field, [x, y])) cells.push([x, y]);
  return cells;
}
