import { intersection } from 'polyclip-ts';
import { tidied } from './checkBoundary.ts';
import type { Boundary, Position } from './boundary.ts';

/**
 * What of a shape lies inside another; null when nothing does.
 * @example cutTo(zone, field)
 */
export function cutTo(shape: Boundary, within: Boundary): Boundary | null {
  const cut = clipped(intersection(shape.coordinates, within.coordinates));
  return cut.coordinates.length === 0 ? null : cut;
}

/** What the clipping gives, as a boundary. */
export const clipped = (parts: readonly (readonly (readonly number[])[])[][]): Boundary =>
  tidied({
    type: 'MultiPolygon',
    coordinates: parts.map((part) => part.map((ring) => ring.map(([x, y]): Position => [x!, y!]))),
  });
