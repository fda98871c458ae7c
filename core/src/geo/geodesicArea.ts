import geodesic from 'geographiclib-geodesic';
import { requireFinite } from '../arguments/index.ts';
import type { Boundary, Ring } from './boundary.ts';

const { Geodesic } = geodesic;

/** Of one ring, whichever way it turns, m². */
function ringArea(ring: Ring): number {
  const polygon = Geodesic.WGS84.Polygon(false);
  for (const [longitude, latitude] of ring.slice(0, -1))
    polygon.AddPoint(requireFinite('latitude', latitude), requireFinite('longitude', longitude));
  return Math.abs(polygon.Compute(false, true).area ?? 0);
}

/**
 * The area of a field on the ellipsoid of the earth (WGS 84), m²: geodesic polygons, to a few parts in a thousand million
 * (Karney 2013, Algorithms for geodesics).
 *
 * @param boundary parts less their holes
 * @example geodesicArea(boundary) // 161_874: 40 acres
 */
export const geodesicArea = ({ coordinates }: Boundary): number =>
  coordinates.reduce(
    (sum, [outer, ...holes]) =>
      sum + (outer ? ringArea(outer) - holes.reduce((less, hole) => less + ringArea(hole), 0) : 0),
    0,
  );
