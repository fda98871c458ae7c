// @vitest-environment happy-dom
import { geodesicArea, ringsOf, type Boundary, type Position } from '@sendero/core';
import { zip } from '@mapbox/shp-write';
import { zipSync, strToU8 } from 'fflate';
import '@vitest/web-worker';
import { describe, expect, it } from 'vitest';
import { readShapes, SHAPE_FORMATS, writeShapes, type ShapeFormat } from './shapeFiles.ts';

const box = (west: number, south: number, size: number): Position[] => [
  [west, south],
  [west + size, south],
  [west + size, south + size],
  [west, south + size],
  [west, south],
];
const FIELD: Boundary = {
  type: 'MultiPolygon',
  coordinates: [[box(-138.6, 44.6, 0.004), [...box(-138.599, 44.601, 0.001)].reverse()]],
};
const ZONE: Boundary = { type: 'MultiPolygon', coordinates: [[box(-138.5995, 44.602, 0.001)]] };
const PARTS = [
  { name: 'Clay knob', part: 'soil' as const, shape: ZONE, at: null },
  { name: 'Road gate', part: 'gateway' as const, shape: null, at: [-138.6, 44.6] as Position },
];
const file = (name: string, content: BlobPart) => new File([content], name);
const corners = (boundary: Boundary) =>
  ringsOf(boundary)
    .flat()
    .map((place) => place.map((degree) => degree.toFixed(6)).join(' '))
    .sort();

describe('an outline and its zones, given out and read again', () => {
  it.each(Object.keys(SHAPE_FORMATS) as ShapeFormat[])('as %s', async (format) => {
    const content = await writeShapes({ name: 'Reed Strip', boundary: FIELD }, PARTS, format);
    const { shapes } = await readShapes(
      file(`reed.${SHAPE_FORMATS[format].ending}`, content as BlobPart),
    );
    expect(shapes.map(({ name }) => name)).toEqual(['Reed Strip', 'Clay knob']);
    // A track and a table of points know no holes.
    const whole = format !== 'gpx' && format !== 'csv';
    const sent = whole ? FIELD : { ...FIELD, coordinates: [[FIELD.coordinates[0]![0]!]] };
    expect(new Set(corners(shapes[0]!.boundary))).toEqual(new Set(corners(sent)));
    expect(geodesicArea(shapes[0]!.boundary) / geodesicArea(sent)).toBeCloseTo(1, 5);
    expect(new Set(corners(shapes[1]!.boundary))).toEqual(new Set(corners(ZONE)));
  });
});

describe('files of other programs', () => {
  it('a table of points with semicolons and decimal commas, a field for each name', async () => {
    const text = [
      'Field;Latitude;Longitude',
      'North;44,6;-138,6',
      'North;44,6;-138,59',
      'North;44,61;-138,59',
      'South;44,5;-138,6',
      'South;44,5;-138,59',
      'South;44,51;-138,59',
    ].join('\n');
    const { shapes } = await readShapes(file('points.csv', text));
    expect(shapes.map(({ name }) => name)).toEqual(['North', 'South']);
    expect(shapes[0]!.boundary.coordinates[0]![0]![1]).toEqual([-138.59, 44.6]);
  });

  it('a zipped shapefile in metres, with the projection it names', async () => {
    // Zone 7 north, central meridian 141° W.
    const prj =
      'PROJCS["WGS_1984_UTM_Zone_7N",GEOGCS["GCS_WGS_1984",DATUM["D_WGS_1984",SPHEROID["WGS_1984",6378137.0,298.257223563]],PRIMEM["Greenwich",0.0],UNIT["Degree",0.0174532925199433]],PROJECTION["Transverse_Mercator"],PARAMETER["False_Easting",500000.0],PARAMETER["False_Northing",0.0],PARAMETER["Central_Meridian",-141.0],PARAMETER["Scale_Factor",0.9996],PARAMETER["Latitude_Of_Origin",0.0],UNIT["Meter",1.0]]';
    const corners = box(690_000, 4_940_000, 400);
    const bytes = await zip(
      {
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            properties: { name: 'By the metre' },
            geometry: { type: 'Polygon', coordinates: [[...corners].reverse()] },
          },
        ],
      },
      { prj, outputType: 'uint8array', compression: 'DEFLATE' },
    );
    const [shape] = (await readShapes(file('metres.zip', bytes as BlobPart))).shapes;
    const [[west]] = shape!.boundary.coordinates[0] as [Position[]];
    expect(west![0]).toBeCloseTo(-138.6, 0);
    expect(west![1]).toBeCloseTo(44.6, 0);
    // The zone's scale there is 0.04 % off 1 at most.
    expect(geodesicArea(shape!.boundary) / 160_000).toBeCloseTo(1, 2);
  });

  it('a track without times is a way around', async () => {
    const points = box(-138.6, 44.6, 0.004)
      .map(([lon, lat]) => `<trkpt lat="${lat}" lon="${lon}"></trkpt>`)
      .join('');
    const gpx = `<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>Around</name><trkseg>${points}</trkseg></trk></gpx>`;
    const { shapes } = await readShapes(file('way.gpx', gpx));
    expect(shapes).toMatchObject([{ name: 'Around' }]);
    expect(geodesicArea(shapes[0]!.boundary)).toBeGreaterThan(100_000);
  });

  it('an outline of far too many corners is drawn with fewer, and as big', async () => {
    const ring = Array.from({ length: 60_001 }, (_, i): Position => {
      const angle = (2 * Math.PI * (i % 60_000)) / 60_000;
      return [-138.6 + 0.005 * Math.cos(angle), 44.6 + 0.004 * Math.sin(angle)];
    });
    const text = JSON.stringify({ type: 'Polygon', coordinates: [ring] });
    const [shape] = (await readShapes(file('round.geojson', text))).shapes;
    expect(shape!.boundary.coordinates[0]![0]!.length).toBeLessThan(5001);
    const whole = geodesicArea({ type: 'MultiPolygon', coordinates: [[ring]] });
    expect(geodesicArea(shape!.boundary) / whole).toBeCloseTo(1, 3);
  });
});

describe('what cannot be read says what to do', () => {
  it.each([
    ['words.geojson', 'just words', /cannot be read/],
    ['points.csv', 'a,b\n1,2', /column called latitude/],
    ['points.csv', 'latitude,longitude\nx,y\nx,y\nx,y', /no outline/],
    ['empty.kml', '<kml xmlns="http://www.opengis.net/kml/2.2"></kml>', /no outline/],
    ['place.geojson', '{"type":"Point","coordinates":[1,2]}', /no outline/],
    ['no.zip', 'no zip at all', /zipped shapefile/],
    ['no.kmz', 'no zip at all', /KML inside/],
  ])('%s: %s', async (name, content, says) => {
    await expect(readShapes(file(name, content))).rejects.toThrow(says);
  });

  it('a KMZ without a KML, and a file far too big', async () => {
    const kmz = zipSync({ 'picture.png': strToU8('no') });
    await expect(readShapes(file('a.kmz', kmz as BlobPart))).rejects.toThrow(/KML inside/);
    const big = { name: 'big.geojson', size: 60 * 1024 * 1024 } as File;
    await expect(readShapes(big)).rejects.toThrow(/bigger than 50 MB/);
  });

  it('a zip that says to hold gigabytes is refused before it is unpacked', async () => {
    /** A zip whose list of contents says three gigabytes. */
    const bomb = (name: string) => {
      const bytes = zipSync({ [name]: strToU8('small') });
      const view = new DataView(bytes.buffer, bytes.byteOffset);
      for (let at = 0; at < bytes.length - 4; at++)
        if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 3e9, true);
      return file(name.replace('kml', 'kmz').replace('shp', 'zip'), bytes as BlobPart);
    };
    for (const name of ['a.kml', 'a.shp'])
      await expect(readShapes(bomb(name))).rejects.toThrow(/bigger than 100 MB/);
  });

  it('four thousand small areas are no outline of a field, and it is said why', async () => {
    const areas = Array.from({ length: 4000 }, (_, i) => [
      box(-138.6 + (i % 60) * 1e-3, 44 + Math.floor(i / 60) * 1e-3, 5e-4),
    ]);
    const text = JSON.stringify({ type: 'MultiPolygon', coordinates: areas });
    await expect(readShapes(file('many.geojson', text))).rejects.toThrow(/4000 separate areas/);
  });
});
