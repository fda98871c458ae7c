import { group } from 'd3-array';
import { requireNotNegative, requireWhole } from '../arguments/index.ts';
import {
  boundsOf,
  fromEdge,
  geodesicArea,
  onPlane,
  isIn,
  middleOf,
  planeAt,
  type Boundary,
  type Metres,
  type Plane,
} from '../geo/index.ts';
import type { SeededRandom } from '../stats/index.ts';

/** PlaneShape to keep off around an obstacle, m. A default of this app. */
export const OFF_OBSTACLES_M = 5;
/** Pieces a field is cut into to draw from. */
const CELLS = 2000;

/** A part of a field that is sampled by itself. */
export interface SampledZone {
  id: string;
  shape: Boundary;
}

/** A field as it is sampled. */
export interface SampledField {
  boundary: Boundary;
  /** The first that a place lies in counts; what of them is outside the field is left out. */
  zones: readonly SampledZone[];
  obstacles: readonly Boundary[];
  /** Width of the headland, from every edge of the outline, m. */
  headlandM: number;
}

/** Where stops can be: the field without its headland and obstacles, in equal pieces. */
export interface SamplingFrame {
  plane: Plane;
  /** A place in each piece, m on the plane, and the zone it lies in: null for what is in none. */
  cells: { at: Metres; zone: string | null }[];
  /** Of all pieces, m². */
  areaM2: number;
  /** What each zone has of it, 0…1, by id; '' for what is in none. */
  shares: Record<string, number>;
  /** Whether a stop may be there. */
  allows(at: Metres): boolean;
  /** The zone of a place. */
  zoneAt(at: Metres): string | null;
}

/**
 * Where in a field stops can be: off its headland and its obstacles.
 *
 * @returns null when the headland leaves no room
 * @example samplingFrame({ boundary, zones: [], obstacles: [], headlandM: 24 }, seededRandom(1))?.areaM2 // 118_000
 */
export function samplingFrame(
  { boundary, zones, obstacles, headlandM }: SampledField,
  random: SeededRandom,
  cells = CELLS,
): SamplingFrame | null {
  requireNotNegative('headlandM', headlandM);
  requireWhole('cells', cells, 1);
  const [west, south, east, north] = boundsOf(boundary);
  const plane = planeAt(middleOf(boundary));
  const field = onPlane(plane, boundary);
  const zoned = zones.map(({ id, shape }) => ({ id, ground: onPlane(plane, shape) }));
  const kept = obstacles.map((shape) => onPlane(plane, shape));
  const offObstacles = (at: Metres) =>
    kept.every((ground) => !isIn(ground, at) && fromEdge(ground, at) >= OFF_OBSTACLES_M);
  const allows = (at: Metres) =>
    isIn(field, at) && (headlandM === 0 || fromEdge(field, at) >= headlandM) && offObstacles(at);
  const zoneAt = (at: Metres) => zoned.find(({ ground }) => isIn(ground, at))?.id ?? null;
  const box = [plane.toMetres([west, south]), plane.toMetres([east, north])] as const;
  const stepM = Math.sqrt(geodesicArea(boundary) / cells);
  const found: SamplingFrame['cells'] = [];
  const [offX, offY] = [random.uniform() * stepM, random.uniform() * stepM];
  for (let y = box[0][1] + offY - stepM; y < box[1][1] + stepM; y += stepM)
    for (let x = box[0][0] + offX - stepM; x < box[1][0] + stepM; x += stepM) {
      if (!allows([x, y])) continue;
      // Anywhere in its piece, as far as the piece may be stood on.
      const about: Metres = [
        x + (random.uniform() - 0.5) * stepM,
        y + (random.uniform() - 0.5) * stepM,
      ];
      const at: Metres = allows(about) ? about : [x, y];
      found.push({ at, zone: zoneAt(at) });
    }
  if (found.length === 0) return null;
  // Counted, then divided: many small shares added up may come to more than all of it.
  const shares = Object.fromEntries(
    [...group(found, ({ zone }) => zone ?? '')].map(([zone, own]) => [
      zone,
      own.length / found.length,
    ]),
  );
  return { plane, cells: found, areaM2: found.length * stepM ** 2, shares, allows, zoneAt };
}
