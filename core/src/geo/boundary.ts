/** A place, degrees: longitude first, as GeoJSON has it. */
export type Position = [longitude: number, latitude: number];
/** A closed line: the last place is the first. */
export type Ring = Position[];

/** The outline of a field: one part or several, each with holes, as a GeoJSON MultiPolygon. */
export interface Boundary {
  type: 'MultiPolygon';
  coordinates: Ring[][];
}

/** Every ring of a boundary. @example ringsOf(boundary).length // 2: one part with one hole */
export const ringsOf = ({ coordinates }: Boundary): Ring[] => coordinates.flat();

/** The smallest box around it, degrees. @example boundsOf(boundary) // [west, south, east, north] */
export function boundsOf(
  boundary: Boundary,
): [west: number, south: number, east: number, north: number] {
  const places = ringsOf(boundary).flat();
  const [x, y] = [places.map(([one]) => one), places.map(([, one]) => one)];
  const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b), Infinity);
  const most = (values: number[]) => values.reduce((a, b) => Math.max(a, b), -Infinity);
  return [least(x), least(y), most(x), most(y)];
}

/** The middle of that box. @example middleOf(boundary) // [-138.6, 44.6] */
export function middleOf(boundary: Boundary): Position {
  const [west, south, east, north] = boundsOf(boundary);
  return [(west + east) / 2, (south + north) / 2];
}
