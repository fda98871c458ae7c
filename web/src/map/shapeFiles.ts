import { tidied, type Boundary, type FieldPart, type Position, type Ring } from '@sendero/core';
import Feature from 'ol/Feature.js';
import GeoJSON from 'ol/format/GeoJSON.js';
import GPX from 'ol/format/GPX.js';
import KML from 'ol/format/KML.js';
import LineString from 'ol/geom/LineString.js';
import type { Geometry } from 'ol/geom.js';
import type { UnzipAnswer, UnzipQuestion } from './unzipWorker.ts';
import MultiLineString from 'ol/geom/MultiLineString.js';
import MultiPolygon from 'ol/geom/MultiPolygon.js';
import Point from 'ol/geom/Point.js';

/** What a file has of outlines. */
export interface ShapesRead {
  shapes: { name: string; boundary: Boundary }[];
}

/** Why a file gives no outline, and what to do. */
export class ShapeProblem extends Error {}

const MOST_BYTES = 50 * 1024 * 1024;
/** Corners an outline may have; one of more is drawn with fewer. */
const MOST_CORNERS = 5000;
/** A triangle, closed. */
const LEAST_CORNERS = 4;
/** How far a simpler outline may lie from the one brought, degrees: a millimetre, then twice as much, and again. */
const SIMPLER = 1e-8;

/** Endings of the files that are read. */
export const SHAPE_FILES = '.geojson,.json,.kml,.kmz,.gpx,.zip,.csv,.txt';

/** Reads outlines from GeoJSON, KML, KMZ, GPX, a zipped shapefile, or a table of points. */
export async function readShapes(file: File): Promise<ShapesRead> {
  if (file.size > MOST_BYTES)
    throw new ShapeProblem('The file is bigger than 50 MB: save the outline alone.');
  const found = await readFound(file);
  const shapes = found.flatMap(({ title, geometry }) => {
    const boundary = simpler(boundaryIn(geometry));
    return boundary.coordinates.length > 0 ? [{ name: title.slice(0, 120), boundary }] : [];
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

async function readFound(file: File): Promise<Found[]> {
  const name = file.name.toLowerCase();
  if (name.endsWith('.zip')) return readShapefile(file);
  if (name.endsWith('.kmz')) return readText(await textInKmz(file), '.kml');
  const text = await file.text();
  return /\.(csv|txt)$/.test(name) ? readPoints(text) : readText(text, name);
}

async function textInKmz(file: File): Promise<string> {
  const files = await unzipped(
    file,
    ['.kml'],
    'This is no KMZ: it needs a KML inside. Bring the KML itself.',
  );
  return new TextDecoder().decode(Object.values(files)[0]);
}

/** Longest that a zip may take to be unpacked. */
const UNZIP_MS = 20_000;

/** Files of a zip with these endings, unpacked beside the screen. @throws ShapeProblem with `otherwise` where there are none */
async function unzipped(
  file: File,
  endings: readonly string[],
  otherwise: string,
): Promise<Record<string, Uint8Array>> {
  const question: UnzipQuestion = { bytes: new Uint8Array(await file.arrayBuffer()), endings };
  const worker = new Worker(new URL('./unzipWorker.ts', import.meta.url), { type: 'module' });
  const answer = await new Promise<UnzipAnswer>((resolve) => {
    const timer = setTimeout(() => resolve({ problem: 'tooBig' }), UNZIP_MS);
    const end = (given: UnzipAnswer) => {
      clearTimeout(timer);
      resolve(given);
    };
    worker.onmessage = ({ data }: MessageEvent<UnzipAnswer>) => end(data);
    worker.onerror = () => end({ problem: 'noZip' });
    worker.postMessage(question);
  });
  worker.terminate();
  if ('files' in answer && Object.keys(answer.files).length > 0) return answer.files;
  throw new ShapeProblem(
    'problem' in answer && answer.problem === 'tooBig'
      ? 'Unpacked, this file is bigger than 100 MB: save the outline alone.'
      : otherwise,
  );
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
      'This file cannot be read: bring GeoJSON, KML, KMZ, GPX, a zipped shapefile, or a table of points (CSV).',
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

async function readShapefile(file: File): Promise<Found[]> {
  const otherwise =
    'This is no zipped shapefile: it needs .shp, .dbf and .prj of one name in one zip.';
  const files = await unzipped(file, ['.shp', '.dbf', '.prj', '.cpg'], otherwise);
  const layers = Object.keys(files).filter((name) => /\.shp$/i.test(name));
  if (layers.length === 0) throw new ShapeProblem(otherwise);
  const { default: shapefile } = await import('shpjs');
  const part = (layer: string, ending: string) => {
    const wanted = layer.replace(/shp$/i, ending).toLowerCase();
    const name = Object.keys(files).find((one) => one.toLowerCase() === wanted);
    return name === undefined ? undefined : files[name]!;
  };
  const text = (bytes: Uint8Array | undefined) => bytes && new TextDecoder().decode(bytes);
  try {
    const read = await Promise.all(
      layers.map((layer) =>
        shapefile({
          shp: files[layer]!,
          dbf: part(layer, 'dbf'),
          prj: text(part(layer, 'prj')),
          cpg: text(part(layer, 'cpg')),
        } as never),
      ),
    );
    return read
      .flat()
      .flatMap(({ features }) =>
        features.flatMap(({ geometry, properties }) =>
          geometry && 'coordinates' in geometry
            ? [{ title: nameIn(properties), geometry: geometry as Found['geometry'] }]
            : [],
        ),
      );
  } catch {
    throw new ShapeProblem(otherwise);
  }
}

/** Points in the order of a way around: each name of its own is an outline. */
async function readPoints(text: string): Promise<Found[]> {
  const { default: Papa } = await import('papaparse');
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
  });
  const column = (words: RegExp) => meta.fields?.find((field) => words.test(field.trim()));
  const [latitude, longitude] = [
    column(/^(lat|latitude|y)\b/i),
    column(/^(lon|lng|long|longitude|x)\b/i),
  ];
  if (!latitude || !longitude)
    throw new ShapeProblem(
      'A table of points needs a column called latitude and one called longitude, with a row for each corner in turn.',
    );
  const name = column(/^(name|field|zone|part)$/i);
  // Where columns are parted by semicolons, a comma may be the decimal mark.
  const figure = (cell: string | undefined) =>
    Number((meta.delimiter === ',' ? (cell ?? '') : (cell ?? '').replace(',', '.')).trim() || NaN);
  const rings = new Map<string, Ring>();
  for (const row of data) {
    const title = (name && row[name]) || '';
    const ring = rings.get(title) ?? [];
    ring.push([figure(row[longitude]), figure(row[latitude])]);
    rings.set(title, ring);
  }
  return [...rings].map(([title, ring]) => ({
    title,
    geometry: { type: 'LineString', coordinates: ring },
  }));
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

/** The same outline with as few corners as a record holds; one of few stays as it is. */
function simpler(boundary: Boundary): Boundary {
  const corners = ({ coordinates }: Boundary) =>
    coordinates.flat().reduce((sum, ring) => sum + ring.length, 0);
  const areas = boundary.coordinates.length;
  if (areas * LEAST_CORNERS > MOST_CORNERS)
    throw new ShapeProblem(
      `This outline has ${areas} separate areas, more than a field has: bring the outline of one field alone.`,
    );
  let now = boundary;
  for (let tolerance = SIMPLER; corners(now) > MOST_CORNERS; tolerance *= 2)
    now = tidied({
      type: 'MultiPolygon',
      coordinates: boundary.coordinates.map((part) =>
        part.map((ring) => {
          // A closed line that is simplified as one piece may shrink to a point: its two halves are.
          const half = Math.floor(ring.length / 2);
          const piece = (places: Ring) =>
            (new LineString(places).simplify(tolerance) as LineString).getCoordinates() as Ring;
          return [...piece(ring.slice(0, half + 1)), ...piece(ring.slice(half)).slice(1)];
        }),
      ),
    });
  return now;
}

export const SHAPE_FORMATS = {
  geojson: { label: 'GeoJSON', ending: 'geojson', type: 'application/geo+json' },
  kml: { label: 'KML', ending: 'kml', type: 'application/vnd.google-earth.kml+xml' },
  kmz: { label: 'KMZ', ending: 'kmz', type: 'application/vnd.google-earth.kmz' },
  gpx: { label: 'GPX', ending: 'gpx', type: 'application/gpx+xml' },
  shp: { label: 'shapefile', ending: 'zip', type: 'application/zip' },
  csv: { label: 'CSV', ending: 'csv', type: 'text/csv' },
} as const;
export type ShapeFormat = keyof typeof SHAPE_FORMATS;

/** An outline and the parts of its field as a file that other programs read. */
export async function writeShapes(
  field: { name: string; boundary: Boundary },
  parts: readonly Pick<FieldPart, 'name' | 'part' | 'shape' | 'at'>[],
  format: ShapeFormat,
): Promise<string | Uint8Array<ArrayBuffer>> {
  const areas = [
    { name: field.name, part: 'field', shape: field.boundary },
    ...parts.flatMap(({ name, part, shape }) => (shape ? [{ name, part, shape }] : [])),
  ];
  const places = parts.flatMap(({ name, part, at }) => (at ? [{ name, part, at }] : []));
  const shapes = areas.map(
    ({ name, part, shape }) =>
      new Feature({ geometry: new MultiPolygon(shape.coordinates), name, part }),
  );
  const points = places.map(
    ({ name, part, at }) => new Feature({ geometry: new Point(at), name, part }),
  );
  switch (format) {
    case 'geojson':
      return new GeoJSON().writeFeatures([...shapes, ...points]);
    case 'kml':
      return new KML().writeFeatures([...shapes, ...points]);
    case 'kmz': {
      const { strToU8, zipSync } = await import('fflate');
      return zipSync({ 'doc.kml': strToU8(new KML().writeFeatures([...shapes, ...points])) });
    }
    case 'gpx':
      // A track has no areas: the way around each part.
      return new GPX().writeFeatures([
        ...areas.map(
          ({ name, shape }) =>
            new Feature({
              geometry: new MultiLineString(shape.coordinates.map(([outer]) => outer!)),
              name,
            }),
        ),
        ...points,
      ]);
    case 'shp': {
      const { zip } = await import('@mapbox/shp-write');
      const bytes = await zip(
        {
          type: 'FeatureCollection',
          features: areas.map(({ name, part, shape }) => ({
            type: 'Feature',
            properties: { name, part },
            geometry: { type: 'MultiPolygon', coordinates: shape.coordinates.map(turned) },
          })),
        },
        { outputType: 'uint8array', compression: 'DEFLATE' },
      );
      return bytes as Uint8Array<ArrayBuffer>;
    }
    case 'csv': {
      const { csvText } = await import('../app/csvText.ts');
      return csvText(
        areas.flatMap(({ name, shape }) =>
          shape.coordinates.flatMap(([outer], i) =>
            outer!.map(([longitude, latitude]) => ({
              name: i === 0 ? name : `${name} ${i + 1}`,
              latitude,
              longitude,
            })),
          ),
        ),
      );
    }
  }
}

/** Outer rings clockwise, holes the other way: how a shapefile tells them apart. */
function turned(part: Ring[]): Ring[] {
  const clockwise = (ring: Ring) =>
    ring.reduce((sum, [x, y], i) => {
      const [nextX, nextY] = ring[i + 1] ?? ring[0]!;
      return sum + (nextX - x) * (nextY + y);
    }, 0) > 0;
  return part.map((ring, i) => (clockwise(ring) === (i === 0) ? ring : [...ring].reverse()));
}
