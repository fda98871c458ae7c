import { requireNotNegative, requirePositive } from '../arguments/index.ts';
import {
  isIn,
  middleOf,
  onPlane,
  planeAt,
  type Boundary,
  type Metres,
  type Position,
} from '../geo/index.ts';
import type { Travel } from '../stand/index.ts';

/** How a planter went over a field: back and forth, beside each other. */
export interface Passes {
  /** Where its first pass headed, degrees from north to the east. */
  bearingDeg: number;
  /** The side of the field its first pass lies along, as seen looking that way. */
  firstAt: 'left' | 'right';
}

/** Passes of a field on its plane. */
export interface PassLines {
  /** Number of the pass a place lies in, from 1. */
  passAt(at: Metres): number;
  /** How the planter travelled there, as seen by somebody who looks where the first pass headed. */
  travelAt(at: Metres): Travel;
  /** The middle of the nearest pass that went so. */
  inPass(at: Metres, travel: Travel): Metres;
}

/**
 * Where passes lie in a field and which way each went.
 * @param widthM of the planter, m; @param toMetres onto the field's plane
 * @example passLines({ bearingDeg: 0, firstAt: 'left' }, boundary, 9.1, plane.toMetres).passAt([0, 0]) // 12
 */
export function passLines(
  { bearingDeg, firstAt }: Passes,
  boundary: Boundary,
  widthM: number,
  toMetres: (place: [number, number]) => Metres,
): PassLines {
  requirePositive('widthM', widthM);
  const angle = (bearingDeg * Math.PI) / 180;
  const side = sideOf(firstAt);
  const across = (at: Metres) => acrossOf(at, angle, side);
  const edge = boundary.coordinates
    .flat(2)
    .reduce((least, place) => Math.min(least, across(toMetres(place))), Infinity);
  const passOf = (at: Metres) => Math.max(1, Math.floor((across(at) - edge) / widthM) + 1);
  const travelOf = (pass: number): Travel => (pass % 2 === 1 ? 'away' : 'toward');
  return {
    passAt: passOf,
    travelAt: (at) => travelOf(passOf(at)),
    inPass(at, travel) {
      const now = passOf(at);
      const middle = (pass: number) => edge + (pass - 0.5) * widthM;
      const nearest = [now, now - 1, now + 1]
        .filter((pass) => pass >= 1 && travelOf(pass) === travel)
        .reduce((near, pass) =>
          Math.abs(middle(pass) - across(at)) < Math.abs(middle(near) - across(at)) ? pass : near,
        );
      const move = (middle(nearest) - across(at)) * side;
      return [at[0] + move * Math.cos(angle), at[1] - move * Math.sin(angle)];
    },
  };
}

/** To the right of the first pass's heading, or to the left: away from the side it lies along. */
const sideOf = (firstAt: Passes['firstAt']) => (firstAt === 'left' ? 1 : -1);
const acrossOf = ([x, y]: Metres, angle: number, side: number) =>
  side * (x * Math.cos(angle) - y * Math.sin(angle));

/**
 * An arrow along the first pass, for a drawing: from where it begins to where it heads.
 * @example firstPass({ bearingDeg: 0, firstAt: 'left' }, boundary) // [[-138.6014, 44.5992], [-138.6014, 44.6008]]
 */
export function firstPass(
  { bearingDeg, firstAt }: Passes,
  boundary: Boundary,
): [Position, Position] {
  const plane = planeAt(middleOf(boundary));
  const angle = (bearingDeg * Math.PI) / 180;
  const side = sideOf(firstAt);
  const field = onPlane(plane, boundary);
  const corners = field.flat(2);
  const range = (values: number[]) => [Math.min(...values), Math.max(...values)] as const;
  const [near, far] = range(corners.map((at) => acrossOf(at, angle, side)));
  const [from, to] = range(corners.map(([x, y]) => x * Math.sin(angle) + y * Math.cos(angle)));
  const across = (near + 0.08 * (far - near)) * side;
  const at = (share: number): Metres => {
    const along = from + share * (to - from);
    return [
      across * Math.cos(angle) + along * Math.sin(angle),
      -across * Math.sin(angle) + along * Math.cos(angle),
    ];
  };
  // Only where there is field beside that edge.
  const inside = Array.from({ length: 61 }, (_, i) => i / 60).filter((share) =>
    isIn(field, at(share)),
  );
  const [first, last] = [inside[0] ?? 0, inside.at(-1) ?? 1];
  const place = (share: number) => plane.toPlace(at(first + share * (last - first)));
  return [place(0.15), place(0.85)];
}

/**
 * The ground between two distances from the edge where passes begin, along the passes: a strip of a trial on the map. It lies in the middle of
 * the field’s length.
 *
 * @param fromM, toM from the edge; @param lengthM along the passes
 * @returns a closed ring, degrees
 * @example passStrip({ bearingDeg: 0, firstAt: 'left' }, boundary, 0, 9.1, 400).length // 5
 */
export function passStrip(
  { bearingDeg, firstAt }: Passes,
  boundary: Boundary,
  fromM: number,
  toM: number,
  lengthM: number,
): Position[] {
  requireNotNegative('fromM', fromM);
  requirePositive('toM', toM);
  requirePositive('lengthM', lengthM);
  const plane = planeAt(middleOf(boundary));
  const angle = (bearingDeg * Math.PI) / 180;
  const side = sideOf(firstAt);
  const corners = onPlane(plane, boundary).flat(2);
  const edge = Math.min(...corners.map((at) => acrossOf(at, angle, side)));
  const along = corners.map(([x, y]) => x * Math.sin(angle) + y * Math.cos(angle));
  const middle = (Math.min(...along) + Math.max(...along)) / 2;
  const place = (acrossM: number, alongM: number) => {
    const across = (edge + acrossM) * side;
    return plane.toPlace([
      across * Math.cos(angle) + alongM * Math.sin(angle),
      -across * Math.sin(angle) + alongM * Math.cos(angle),
    ]);
  };
  const [near, far] = [middle - lengthM / 2, middle + lengthM / 2];
  const ring = [place(fromM, near), place(fromM, far), place(toM, far), place(toM, near)];
  return [...ring, ring[0]!];
}
