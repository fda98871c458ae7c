import { intersection } from 'polyclip-ts';
import { tidied } from './checkBoundary.ts';
import type { Boundary, Position } from './boundary.ts';

/**
 * What of a shape lies inside another; null when nothing does.
 * @example cutTo(zone, field)
 */
export function cutTo(shape: Boundary, within: Boundary): Boundary | null {
  const coordinates = intersection(shape.coordinates, within.coordinates).map((part) =>
    part.map((ring) => ring.map(([x, y]): Position => [x, y])),
  );
  const cut = tidied({ type: 'MultiPolygon', coordinates });
  return cut.coordinates.length === 0 ? null : cut;
}
