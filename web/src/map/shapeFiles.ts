import { tidied, type Boundary, type Position, type Ring } from '@sendero/core';
import type Feature from 'ol/Feature.js';
import GeoJSON from 'ol/format/GeoJSON.js';
import GPX from 'ol/format/GPX.js';
import KML from 'ol/format/KML.js';
import type { Geometry } from 'ol/geom.js';
import MultiPolygon from 'ol/geom/MultiPolygon.js';
import OlFeature from 'ol/Feature.js';

/** What a file has of outlines. */
export interface ShapesRead {
  shapes: { name: string; boundary: Boundary }[];
}

/** Why a file gives no outline, and what to do. */
export class ShapeProblem extends Error {}

const MOST_BYTES = 50 * 1024 * 1024;

/** Reads outlines from a GeoJSON, KML or GPX file, or a zipped shapefile. */
export async function readShapes(file: File): Promise<ShapesRead> {
  if (file.size > MOST_BYTES)
    throw new ShapeProblem('The file is bigger than 50 MB: save the outline alone.');
  const name = file.name.toLowerCase();
  const features = name.endsWith('.zip') ? await readZip(file) : readText(await file.text(), name);
  const shapes = features.flatMap(({ title, geometry }) => {
    const boundary = boundaryIn(geometry);
    return boundary.coordinates.length > 0 ? [{ name: title, boundary }] : [];
  });
  if (shapes.length === 0)
    throw new ShapeProblem(
      'There is no outline in this file: it needs an area (polygon), or the track of a way around the field.',
    );
  return { shapes };
}

interface Found {
  title: string;
  geometry: { type: string; coordinates: unknown };
}

function readText(text: string, name: string): Found[] {
  const format = name.endsWith('.kml')
    ? new KML({ extractStyles: false })
    : name.endsWith('.gpx')
      ? new GPX()
      : new GeoJSON();
  let features: Feature<Geometry>[];
  try {
    features = format.readFeatures(text) as Feature<Geometry>[];
  } catch {
    throw new ShapeProblem(
      'This file cannot be read: bring GeoJSON, KML, GPX or a zipped shapefile.',
    );
  }
  return features.flatMap((feature) => {
    const geometry = feature.getGeometry();
    if (!geometry) return [];
    return [
      {
        title: String((feature.get('name') as string | undefined) ?? ''),
        geometry: new GeoJSON().writeGeometryObject(geometry) as Found['geometry'],
      },
    ];
  });
}

async function readZip(file: File): Promise<Found[]> {
  const { default: shapefile } = await import('shpjs');
  try {
    const read = await shapefile(await file.arrayBuffer());
    return [read]
      .flat()
      .flatMap(({ features }) =>
        features.flatMap(({ geometry, properties }) =>
          geometry && 'coordinates' in geometry
            ? [{ title: nameIn(properties), geometry: geometry as Found['geometry'] }]
            : [],
        ),
      );
  } catch {
    throw new ShapeProblem(
      'This is no zipped shapefile: it needs .shp, .dbf and .prj of one name in one zip.',
    );
  }
}

const nameIn = (properties: Record<string, unknown> | null): string =>
  String(
    Object.entries(properties ?? {}).find(([key]) => /^(field_?)?name$/i.test(key))?.[1] ?? '',
  );

/** Polygons as they are; the way of a track closed. */
function boundaryIn({ type, coordinates }: Found['geometry']): Boundary {
  const flat = (ring: unknown): Ring => (ring as number[][]).map(([x, y]): Position => [x!, y!]);
  const parts =
    type === 'Polygon'
      ? [(coordinates as unknown[]).map(flat)]
      : type === 'MultiPolygon'
        ? (coordinates as unknown[][]).map((part) => part.map(flat))
        : type === 'LineString'
          ? [[flat(coordinates)]]
          : type === 'MultiLineString'
            ? (coordinates as unknown[]).map((line) => [flat(line)])
            : [];
  return tidied({ type: 'MultiPolygon', coordinates: parts });
}

export const SHAPE_FORMATS = {
  geojson: { label: 'GeoJSON', type: 'application/geo+json' },
  kml: { label: 'KML', type: 'application/vnd.google-earth.kml+xml' },
  gpx: { label: 'GPX', type: 'application/gpx+xml' },
} as const;
export type ShapeFormat = keyof typeof SHAPE_FORMATS;

/** An outline as a file that other programs read. */
export function writeShape(name: string, boundary: Boundary, format: ShapeFormat): string {
  const geometry = new MultiPolygon(boundary.coordinates);
  if (format === 'gpx') {
    // A track has no areas: the way around each part.
    const lines = boundary.coordinates.map(([outer]) => outer!);
    return new GPX().writeFeatures(
      lines.map((line) => {
        const feature = new GeoJSON().readFeature({
          type: 'Feature',
          properties: { name },
          geometry: { type: 'MultiLineString', coordinates: [line] },
        });
        return feature as Feature<Geometry>;
      }),
    );
  }
  const feature = new OlFeature({ geometry, name });
  return format === 'kml'
    ? new KML().writeFeatures([feature])
    : new GeoJSON().writeFeatures([feature]);
}
