import geodesic from 'geographiclib-geodesic';
import { requireFinite } from '../arguments/index.ts';
import type { Position } from './boundary.ts';

const { Geodesic } = geodesic;

const inverse = ([fromX, fromY]: Position, [toX, toY]: Position) =>
  Geodesic.WGS84.Inverse(
    requireFinite('from.latitude', fromY),
    requireFinite('from.longitude', fromX),
    requireFinite('to.latitude', toY),
    requireFinite('to.longitude', toX),
  );

/** How far two places are apart on the ellipsoid, m. @example geodesicDistance([0, 0], [0, 1]) // 110_574 */
export const geodesicDistance = (from: Position, to: Position): number =>
  inverse(from, to).s12 ?? 0;

/** Direction from one place to another, degrees from north to the east, 0 ≤ d < 360. @example geodesicBearing([0, 0], [1, 0]) // 90 */
export const geodesicBearing = (from: Position, to: Position): number =>
  ((inverse(from, to).azi1 ?? 0) + 360) % 360;
