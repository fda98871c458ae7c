import { fromEdge, geodesicArea, gridIn, onPlane, planeAt, type Position } from '../geo/index.ts';
import type { Field } from '../records/index.ts';
import { fieldPatterns, smoothed, type FieldPattern } from '../sampling/index.ts';

/** A stop on the map, with one figure of it. */
export interface MappedFigure {
  id: string;
  at: Position;
  /** Chosen for its looks: shown, and left out of patterns. */
  chosen: boolean;
  /** '' for none. */
  zone: string;
  value: number;
}

/** A figure smoothed over a field. */
export interface FieldSurface {
  cells: { at: Position; value: number; se: number }[];
  /** Length of a cell's side, m. */
  cellM: number;
}

/** A figure over a field: what its stops show. */
export interface FieldMap {
  stops: readonly MappedFigure[];
  patterns: FieldPattern[];
  /** Between the stops, where they carry it and show a pattern; null where not. */
  surface: FieldSurface | null;
}

/** Cells that a surface is drawn with. */
const SURFACE_CELLS = 1500;

/** A figure over its field: patterns among the stops not chosen for their looks, and a surface where they carry one. */
export function readFieldMap(
  stops: readonly MappedFigure[],
  { boundary, passes }: Pick<Field, 'boundary' | 'passes'>,
): FieldMap {
  const sample = stops.filter(({ chosen }) => !chosen);
  const plane = sample[0] && planeAt(sample[0].at);
  if (!plane) return { stops, patterns: [], surface: null };
  const edge = boundary && onPlane(plane, boundary);
  const figures = sample.map(({ at, zone, value }) => {
    const metres = plane.toMetres(at);
    return { value, at: metres, zone, fromEdgeM: edge ? fromEdge(edge, metres) : undefined };
  });
  const patterns = fieldPatterns(figures, passes?.bearingDeg ?? 0);
  const surfaceOf = (): FieldSurface | null => {
    if (!boundary || !edge || patterns.length === 0) return null;
    const areaM2 = geodesicArea(boundary);
    const cellM = Math.sqrt(areaM2 / SURFACE_CELLS);
    const places = gridIn(edge, cellM);
    const values = smoothed(figures, places, areaM2)?.values;
    if (!values) return null;
    const cells = values.flatMap((one, i) =>
      one ? [{ at: plane.toPlace(places[i]!), ...one }] : [],
    );
    return { cellM, cells };
  };
  return { stops, patterns, surface: surfaceOf() };
}
