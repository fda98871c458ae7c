import { difference, union } from 'polyclip-ts';
import type { Boundary, Ring } from './boundary.ts';
import { tidied } from './checkBoundary.ts';
import { clipped, cutTo } from './cutTo.ts';
import { geodesicArea } from './geodesicArea.ts';

/** Drawn so much inside the outline, a shape is a hole in it. */
const INSIDE = 0.999;

/**
 * An outline with one more shape drawn on it: inside it a hole, beside it a part, over its edge joined to it.
 * @param shape what it is so far; null: nothing
 * @example addPart(field, ring).coordinates[0]!.length // 2: a hole
 */
export function addPart(shape: Boundary | null, ring: Ring): Boundary {
  const drawn = tidied({ type: 'MultiPolygon', coordinates: [[ring]] });
  if (!shape || shape.coordinates.length === 0 || drawn.coordinates.length === 0) return drawn;
  const within = cutTo(drawn, shape);
  const hole = within !== null && geodesicArea(within) > INSIDE * geodesicArea(drawn);
  return clipped((hole ? difference : union)(shape.coordinates, drawn.coordinates));
}
