import type { Boundary, Position, Ring } from '../../geo/index.ts';
import { ACRE_M2 } from '../../units/index.ts';

/** The made-up district lies in the middle of an ocean: no place of anybody's. */
const ORIGIN = { longitude: -138.6, latitude: 44.6 };
/** Metres of a degree there. */
const DEGREE_M = { east: 79_390, north: 111_120 };

/** Outlines in metres about their own middle, before they are brought to their area; where that middle lies, m. */
const SHAPES: Record<string, { at: [east: number, north: number]; rings: [number, number][][] }> = {
  'Long Forty': {
    at: [0, 0],
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

/** The outline of a demo field, as big as it is said to be. @example demoShape('Long Forty', 40)?.coordinates.length // 1 */
export function demoShape(field: string, areaAc: number): Boundary | null {
  const shape = SHAPES[field];
  if (!shape) return null;
  const [outer, ...holes] = shape.rings;
  const drawn = areaOf(outer!) - holes.reduce((sum, hole) => sum + areaOf(hole), 0);
  const scale = Math.sqrt((areaAc * ACRE_M2) / drawn);
  const degrees = (value: number) => Math.round(1e7 * value) / 1e7;
  const place = ([x, y]: [number, number]): Position => [
    degrees(ORIGIN.longitude + (shape.at[0] + scale * x) / DEGREE_M.east),
    degrees(ORIGIN.latitude + (shape.at[1] + scale * y) / DEGREE_M.north),
  ];
  const ring = (corners: [number, number][]): Ring => [...corners, corners[0]!].map(place);
  return { type: 'MultiPolygon', coordinates: [shape.rings.map(ring)] };
}
