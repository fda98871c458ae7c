import {
  cutTo,
  fromEdge,
  isIn,
  onPlane,
  planeAt,
  type Boundary,
  type Metres,
  type Position,
  type Ring,
} from '../../geo/index.ts';
import type { Passes } from '../../sampling/index.ts';
import { ACRE_M2 } from '../../units/index.ts';

/** The made-up district lies in the middle of an ocean: no place of anybody's. */
const ORIGIN = { longitude: -138.6, latitude: 44.6 };
/** Metres of a degree there. */
const DEGREE_M = { east: 79_390, north: 111_120 };

/** Outlines in metres about their own middle, before they are brought to their area; where that middle lies, m. */
interface DemoGround {
  at: [east: number, north: number];
  rings: [number, number][][];
  /** Where planters go over it, and how wide its headland is, ft. */
  passes: Passes;
  headlandFt: number;
  /** The corner of the outline where one drives in. */
  gateway: { name: string; corner: number };
  /** A zone that is on the map and makes no difference to what grows, by its share of the way along the passes. */
  zone?: { name: string; part: 'soil' | 'tillage' | 'traffic'; from: number; to: number };
  /** Ground to keep off, m across from its middle. */
  obstacle?: { name: string; at: [number, number]; radiusM: number };
}
const SHAPES: Record<string, DemoGround> = {
  'Long Forty': {
    at: [0, 0],
    passes: { bearingDeg: 0, firstAt: 'left' },
    headlandFt: 60,
    gateway: { name: 'Road gate', corner: 0 },
    rings: [
      [
        [-100, -400],
        [100, -400],
        [100, 400],
        [-100, 400],
      ],
    ],
  },
  'Windmill East': {
    at: [460, -120],
    passes: { bearingDeg: 0, firstAt: 'right' },
    headlandFt: 60,
    gateway: { name: 'Mill gate', corner: 0 },
    zone: { name: 'clay knoll', part: 'soil', from: 0.62, to: 1 },
    obstacle: { name: 'Old windmill', at: [90, 120], radiusM: 14 },
    rings: [
      [
        [-250, -280],
        [250, -250],
        [255, 240],
        [60, 262],
        [-248, 255],
      ],
    ],
  },
  'Heron Bottom': {
    at: [-1500, -900],
    passes: { bearingDeg: 75, firstAt: 'right' },
    headlandFt: 60,
    gateway: { name: 'Bridge', corner: 3 },
    rings: [
      [
        [-330, -180],
        [-120, -240],
        [140, -215],
        [330, -110],
        [300, 60],
        [180, 165],
        [-40, 200],
        [-210, 160],
        [-300, 40],
      ],
    ],
  },
  'Ditch Block': {
    at: [-1650, -250],
    passes: { bearingDeg: 90, firstAt: 'left' },
    headlandFt: 60,
    gateway: { name: 'East gate', corner: 1 },
    rings: [
      [
        [-260, -190],
        [270, -150],
        [230, 20],
        [-40, 190],
        [-230, 170],
      ],
    ],
  },
  'The Apron': {
    at: [900, 1500],
    passes: { bearingDeg: 0, firstAt: 'left' },
    headlandFt: 60,
    gateway: { name: 'South gate', corner: 0 },
    obstacle: { name: 'Power pole', at: [40, 60], radiusM: 6 },
    rings: [
      [
        [-80, -360],
        [80, -360],
        [330, 180],
        [250, 290],
        [90, 350],
        [-90, 350],
        [-250, 290],
        [-330, 180],
      ],
    ],
  },
  // The old kiln stands in it.
  'Kiln Corner': {
    at: [1750, 1250],
    passes: { bearingDeg: 0, firstAt: 'right' },
    headlandFt: 45,
    gateway: { name: 'Kiln lane', corner: 1 },
    zone: { name: 'chiselled in fall', part: 'tillage', from: 0, to: 0.45 },
    rings: [
      [
        [-220, -200],
        [220, -200],
        [220, 40],
        [40, 60],
        [30, 210],
        [-220, 200],
      ],
      [
        [-90, -60],
        [-50, -60],
        [-50, -25],
        [-90, -25],
      ],
    ],
  },
};

const areaOf = (ring: readonly (readonly [number, number])[]) =>
  Math.abs(
    ring.reduce((twice, [x, y], i) => {
      const [nextX, nextY] = ring[(i + 1) % ring.length]!;
      return twice + x * nextY - nextX * y;
    }, 0) / 2,
  );

/** A demo field on the ground. */
export interface DemoField {
  boundary: Boundary;
  passes: Passes;
  headlandM: number;
  gateway: { name: string; at: Position };
  obstacle: { name: string; shape: Boundary } | null;
  zone: DemoGround['zone'] | null;
  /** The piece between two shares of the way along the passes. */
  band(from: number, to: number): Boundary;
  /** The place at a share of the way across the passes and along them, moved inwards where that is not to be stood on. */
  place(across: number, along: number): Position;
  /** Metres from the corner where the first pass begins: across the passes, and along them. */
  fromCorner(acrossM: number, alongM: number): Position;
  /** Those shares of a place. */
  shares(place: Position): { across: number; along: number };
}

const FOOT_M = 0.3048;

/** A demo field, as big as it is said to be. @example demoField('Long Forty', 40)?.boundary.coordinates.length // 1 */
export function demoField(name: string, areaAc: number): DemoField | null {
  const shape = SHAPES[name];
  if (!shape) return null;
  const [outer, ...holes] = shape.rings;
  const drawn = areaOf(outer!) - holes.reduce((sum, hole) => sum + areaOf(hole), 0);
  const scale = Math.sqrt((areaAc * ACRE_M2) / drawn);
  const degrees = (value: number) => Math.round(1e7 * value) / 1e7;
  const placeOf = ([x, y]: readonly [number, number]): Position => [
    degrees(ORIGIN.longitude + (shape.at[0] + scale * x) / DEGREE_M.east),
    degrees(ORIGIN.latitude + (shape.at[1] + scale * y) / DEGREE_M.north),
  ];
  const ring = (corners: [number, number][]): Ring => [...corners, corners[0]!].map(placeOf);
  const boundary: Boundary = { type: 'MultiPolygon', coordinates: [shape.rings.map(ring)] };
  const headlandM = shape.headlandFt * FOOT_M;
  const plane = planeAt(placeOf([0, 0]));
  const ground = onPlane(plane, boundary);
  const angle = (shape.passes.bearingDeg * Math.PI) / 180;
  const turn = ([x, y]: Metres): Metres => [
    x * Math.cos(angle) - y * Math.sin(angle),
    x * Math.sin(angle) + y * Math.cos(angle),
  ];
  const back = ([across, along]: Metres): Metres => [
    across * Math.cos(angle) + along * Math.sin(angle),
    -across * Math.sin(angle) + along * Math.cos(angle),
  ];
  const corners = ground.flat(2).map(turn);
  const range = (values: number[]) => [Math.min(...values), Math.max(...values)] as const;
  const [left, right] = range(corners.map(([across]) => across));
  const [near, far] = range(corners.map(([, along]) => along));
  const at = (across: number, along: number): Metres => [
    left + across * (right - left),
    near + along * (far - near),
  ];
  const box = (from: number, to: number): Ring =>
    [at(-1, from), at(2, from), at(2, to), at(-1, to), at(-1, from)].map((corner) =>
      plane.toPlace(back(corner)),
    );
  const { obstacle } = shape;
  return {
    boundary,
    passes: shape.passes,
    headlandM,
    zone: shape.zone ?? null,
    gateway: { name: shape.gateway.name, at: placeOf(outer![shape.gateway.corner]!) },
    obstacle: obstacle
      ? {
          name: obstacle.name,
          shape: {
            type: 'MultiPolygon',
            coordinates: [
              [
                Array.from({ length: 13 }, (_, i): Position => {
                  const around = (2 * Math.PI * (i % 12)) / 12;
                  return placeOf([
                    obstacle.at[0] + (obstacle.radiusM * Math.cos(around)) / scale,
                    obstacle.at[1] + (obstacle.radiusM * Math.sin(around)) / scale,
                  ]);
                }),
              ],
            ],
          },
        }
      : null,
    band: (from, to) =>
      cutTo(
        { type: 'MultiPolygon', coordinates: [[box(from <= 0 ? -1 : from, to >= 1 ? 2 : to)]] },
        boundary,
      )!,
    place(across, along) {
      // Towards the middle, until one may stand there.
      for (let inwards = 0; inwards < 1; inwards += 0.02) {
        const inner = (share: number) => share + inwards * (0.5 - share);
        const metres = back(at(inner(across), inner(along)));
        if (isIn(ground, metres) && fromEdge(ground, metres) >= headlandM)
          return plane.toPlace(metres).map(degrees) as Position;
      }
      return placeOf([0, 0]);
    },
    fromCorner: (acrossM, alongM) =>
      plane.toPlace(
        back(
          shape.passes.firstAt === 'left'
            ? [left + acrossM, near + alongM]
            : [right - acrossM, near + alongM],
        ),
      ),
    shares(place) {
      const [across, along] = turn(plane.toMetres(place));
      return { across: (across - left) / (right - left), along: (along - near) / (far - near) };
    },
  };
}
