import { requireFinite } from '../arguments/index.ts';
import type { Boundary, Position } from './boundary.ts';

/** A place on the plane of a field, metres east and north of its origin. */
export type Metres = [east: number, north: number];
/** Parts of a field, each an outer ring and its holes, on its plane. */
export type PlaneShape = Metres[][][];

export interface Plane {
  toMetres(place: Position): Metres;
  toPlace(metres: Metres): Position;
}

/** The ellipsoid of WGS 84: half its long axis, m, and the square of its eccentricity. */
const AXIS_M = 6_378_137;
const ECCENTRICITY2 = 0.006_694_379_990_14;

/**
 * The plane that touches the earth at a place: metres are true there, and within one in a thousand some 5 km around.
 *
 * @param origin degrees
 * @example planeAt([-138.6, 44.6]).toMetres([-138.6, 44.601]) // [0, 111.1]
 */
export function planeAt([longitude, latitude]: Position): Plane {
  requireFinite('longitude', longitude);
  const angle = (requireFinite('latitude', latitude) * Math.PI) / 180;
  const bend = 1 - ECCENTRICITY2 * Math.sin(angle) ** 2;
  const degree = Math.PI / 180;
  const east = (degree * AXIS_M * Math.cos(angle)) / Math.sqrt(bend);
  const north = (degree * AXIS_M * (1 - ECCENTRICITY2)) / bend ** 1.5;
  return {
    toMetres: ([x, y]) => [(x - longitude) * east, (y - latitude) * north],
    toPlace: ([x, y]) => [longitude + x / east, latitude + y / north],
  };
}

/** A boundary on the plane of its field. @example onPlane(plane, boundary)[0]![0]![0] // [-100, -400] */
export const onPlane = (plane: Plane, { coordinates }: Boundary): PlaneShape =>
  coordinates.map((part) => part.map((ring) => ring.map(plane.toMetres)));

/** How far two places on one plane are apart, m. @example apart([0, 0], [3, 4]) // 5 */
export const apart = ([ax, ay]: Metres, [bx, by]: Metres): number => Math.hypot(bx - ax, by - ay);

/** Direction from one place on a plane to another, degrees from north to the east, 0 ≤ d < 360. @example bearing([0, 0], [1, 0]) // 90 */
export const bearing = ([ax, ay]: Metres, [bx, by]: Metres): number =>
  ((Math.atan2(bx - ax, by - ay) * 180) / Math.PI + 360) % 360;

const COMPASS = [
  'north',
  'north-east',
  'east',
  'south-east',
  'south',
  'south-west',
  'west',
  'north-west',
] as const;
/** A direction as people say it. @example compassWord(44) // 'north-east' */
export const compassWord = (degrees: number): (typeof COMPASS)[number] =>
  COMPASS[Math.round((((degrees % 360) + 360) % 360) / 45) % 8]!;
