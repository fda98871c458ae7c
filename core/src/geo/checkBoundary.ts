import { boundsOf, ringsOf, type Boundary, type Position, type Ring } from './boundary.ts';

export interface BoundaryTrouble {
  trouble: 'empty' | 'range' | 'projected' | 'crossing' | 'wide' | 'small';
  /** What is wrong and what to do. */
  says: string;
  /** The boundary as it can safely be mended. */
  repair: Boundary | null;
}

/** A field wider than this is two, or lies where a figure is wrong, degrees. */
const WIDEST = 0.5;
/** m². */
const SMALLEST = 100;
/** Places nearer to each other than this are one, degrees: a centimetre. */
const SAME = 1e-7;

/**
 * What is wrong with a boundary, the first thing that makes the rest meaningless; null when nothing is.
 *
 * @example checkBoundary(boundary)?.says // 'The outline crosses itself near …'
 */
export function checkBoundary(boundary: Boundary): BoundaryTrouble | null {
  const tidy = tidied(boundary);
  const rings = ringsOf(tidy);
  if (rings.length === 0)
    return {
      trouble: 'empty',
      says: 'There is no area in it: a field needs at least three corners.',
      repair: null,
    };
  const places = rings.flat();
  if (places.some(([x, y]) => Math.abs(x) > 360 || Math.abs(y) > 360))
    return {
      trouble: 'projected',
      says: 'Its places are metres or feet of a map projection that it does not name: save it again as longitude and latitude (WGS 84), or with its projection (.prj).',
      repair: null,
    };
  if (places.some(([, y]) => Math.abs(y) > 90)) {
    const turned = swapped(tidy);
    const fits = ringsOf(turned)
      .flat()
      .every(([x, y]) => Math.abs(x) <= 180 && Math.abs(y) <= 90);
    return {
      trouble: 'range',
      says: 'A latitude is beyond 90°: latitude and longitude seem to be swapped.',
      repair: fits ? turned : null,
    };
  }
  if (places.some(([x]) => Math.abs(x) > 180))
    return {
      trouble: 'range',
      says: 'A longitude is beyond 180°: check the file it comes from.',
      repair: null,
    };
  const [west, south, east, north] = boundsOf(tidy);
  if (east - west > WIDEST || north - south > WIDEST)
    return {
      trouble: 'wide',
      says: 'It reaches over more than 30 miles (50 km): one of its places is wrong, or it is several fields.',
      repair: null,
    };
  for (const ring of rings) {
    const at = crossingOf(ring);
    if (at)
      return {
        trouble: 'crossing',
        says: `Its outline crosses itself near ${at[1].toFixed(5)}, ${at[0].toFixed(5)} (latitude, longitude): move a corner there.`,
        repair: null,
      };
  }
  if (roughArea(tidy) < SMALLEST)
    return {
      trouble: 'small',
      says: 'It is smaller than a garden bed: check where its corners are.',
      repair: null,
    };
  return null;
}

/** m², as on a plane: enough to tell a field from a slip of the pen. */
const roughArea = ({ coordinates }: Boundary): number =>
  coordinates.reduce((sum, [outer = []]) => {
    const degrees = outer.reduce((twice, [x, y], i) => {
      const [nextX, nextY] = outer[i + 1] ?? outer[0]!;
      return twice + x * nextY - nextX * y;
    }, 0);
    const metres = 111_320 ** 2 * Math.cos(((outer[0]?.[1] ?? 0) * Math.PI) / 180);
    return sum + (Math.abs(degrees) / 2) * metres;
  }, 0);

/** Closed rings of at least three corners; places twice in a row are one. @example tidied(boundary) */
export const tidied = ({ coordinates }: Boundary): Boundary => ({
  type: 'MultiPolygon',
  coordinates: coordinates
    .map((part) => part.map(closed).filter((ring) => ring.length >= 4))
    .filter((part) => part.length > 0),
});

const same = (a: Position | undefined, b: Position | undefined) =>
  a !== undefined && b !== undefined && Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;

function closed(ring: Ring): Ring {
  const corners = ring
    .filter(([x, y]) => Number.isFinite(x) && Number.isFinite(y))
    .map(([x, y]): Position => [x, y])
    .filter((place, i, all) => i === 0 || !same(place, all[i - 1]));
  if (corners.length > 1 && same(corners[0], corners.at(-1))) corners.pop();
  return corners.length < 3 ? [] : [...corners, corners[0]!];
}

const swapped = ({ coordinates }: Boundary): Boundary => ({
  type: 'MultiPolygon',
  coordinates: coordinates.map((part) =>
    part.map((ring) => ring.map(([x, y]): Position => [y, x])),
  ),
});

/** Where two sides of a ring that are no neighbours meet; null when none do. Sides are looked at from west to east. */
function crossingOf(ring: Ring): Position | null {
  const sides = ring
    .slice(1)
    .map((to, i) => ({ i, from: ring[i]!, to }))
    .sort((a, b) => Math.min(a.from[0], a.to[0]) - Math.min(b.from[0], b.to[0]));
  const last = ring.length - 2;
  let open: typeof sides = [];
  for (const side of sides) {
    const west = Math.min(side.from[0], side.to[0]);
    open = open.filter(({ from, to }) => Math.max(from[0], to[0]) >= west);
    for (const other of open) {
      const apart = Math.abs(side.i - other.i);
      if (apart === 1 || apart === last) continue;
      const at = meeting(side.from, side.to, other.from, other.to);
      if (at) return at;
    }
    open.push(side);
  }
  return null;
}

function meeting(a: Position, b: Position, c: Position, d: Position): Position | null {
  const [rx, ry, sx, sy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const cross = rx * sy - ry * sx;
  if (cross === 0) return null;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / cross;
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / cross;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? [a[0] + t * rx, a[1] + t * ry] : null;
}
