import { fromEdge, geodesicArea, gridIn, onPlane, planeAt, type Position } from '../geo/index.ts';
import { fieldPatterns, smoothed, type FieldFigure, type FieldPattern } from '../sampling/index.ts';
import { summariseStand } from '../stand/index.ts';
import { placeOfStop } from './placeOfStop.ts';
import type { WalkStand } from './readWalkStand.ts';

/** What of a stand is looked at over the field. */
export const STAND_FIGURES = ['stand', 'effective', 'behind'] as const;
export type StandFigure = (typeof STAND_FIGURES)[number];

/** A stop of a stand walk on the map. */
export interface MappedStop {
  id: string;
  ordinal: number;
  at: Position;
  chosen: boolean;
  zone: string;
  /** Plants per m², the same with late plants discounted, and the share that is behind. */
  values: Record<StandFigure, number>;
}

/** The stops of a walk where they lie, and what patterns they show. */
export interface StandMap {
  stops: MappedStop[];
  /** Stops counted whose place nobody knows. */
  unplaced: number;
  patterns: Record<StandFigure, FieldPattern[]>;
  /** The figure between stops, where they carry it and show a pattern. */
  surfaceOf(figure: StandFigure): StandSurface | null;
}

/** A figure smoothed over a field. */
export interface StandSurface {
  cells: { at: Position; value: number; se: number }[];
  /** Length of a cell's side, m. */
  cellM: number;
}

/** Cells that a surface is drawn with. */
const SURFACE_CELLS = 1500;

/**
 * A walk over its field: every stop with a place, and patterns among those that were not chosen for their looks.
 * @param zoneAt the zone a place lies in, where no plan says it; '' for none
 */
export function readStandMap(stand: WalkStand, zoneAt: (at: Position) => string): StandMap {
  const { stops, plan, field, weights } = stand;
  const counted = stops.filter(({ counts }) => counts.length > 0);
  const mapped = counted.flatMap(({ id, data, counts }): MappedStop[] => {
    const at = placeOfStop(data, plan?.data ?? null);
    if (!at) return [];
    const own = counts.map(({ data: count }) => count);
    const { meanPerM2, effective } = summariseStand([{ id, counts: own }], { weights });
    const plants = own.reduce((sum, one) => sum + one.inStep + one.oneBehind + one.twoBehind, 0);
    const behind = own.reduce((sum, one) => sum + one.oneBehind + one.twoBehind, 0);
    const planned = data.planned === null ? null : plan?.data.places[data.planned];
    return [
      {
        id,
        ordinal: data.ordinal,
        at,
        chosen: data.chosen,
        zone: planned ? (planned.zone ?? '') : zoneAt(at),
        values: {
          stand: meanPerM2,
          effective: effective.meanPerM2,
          behind: plants === 0 ? 0 : behind / plants,
        },
      },
    ];
  });
  const sample = mapped.filter(({ chosen }) => !chosen);
  const plane = sample[0] && planeAt(sample[0].at);
  const edge = plane && field.boundary ? onPlane(plane, field.boundary) : null;
  const figuresOf = (figure: StandFigure): FieldFigure[] =>
    plane
      ? sample.map(({ at, zone, values }) => {
          const metres = plane.toMetres(at);
          return {
            value: values[figure],
            at: metres,
            zone,
            fromEdgeM: edge ? fromEdge(edge, metres) : undefined,
          };
        })
      : [];
  const patternsOf = (figure: StandFigure) =>
    fieldPatterns(figuresOf(figure), field.passes?.bearingDeg ?? 0);
  const patterns = {
    stand: patternsOf('stand'),
    effective: patternsOf('effective'),
    behind: patternsOf('behind'),
  };
  return {
    stops: mapped,
    unplaced: counted.length - mapped.length,
    patterns,
    surfaceOf(figure) {
      if (!plane || !edge || !field.boundary || patterns[figure].length === 0) return null;
      const areaM2 = geodesicArea(field.boundary);
      const cellM = Math.sqrt(areaM2 / SURFACE_CELLS);
      const places = gridIn(edge, cellM);
      const surface = smoothed(figuresOf(figure), places, areaM2);
      if (!surface) return null;
      return {
        cellM,
        cells: surface.values.flatMap((one, i) =>
          one ? [{ at: plane.toPlace(places[i]!), ...one }] : [],
        ),
      };
    },
  };
}
