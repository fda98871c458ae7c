import type { Boundary } from './boundary.ts';
import { geodesicArea } from './geodesicArea.ts';

/**
 * The area of a field and what it is known from: as typed, else as its outline says.
 *
 * @example fieldArea({ areaM2: null, boundary }) // { areaM2: 161_874, from: 'outline' }
 */
export function fieldArea({
  areaM2,
  boundary,
}: {
  areaM2: number | null;
  boundary: Boundary | null;
}): { areaM2: number; from: 'typed' | 'outline' } | null {
  if (areaM2 !== null) return { areaM2, from: 'typed' };
  return boundary ? { areaM2: geodesicArea(boundary), from: 'outline' } : null;
}
