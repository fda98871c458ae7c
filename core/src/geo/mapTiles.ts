import { requireFinite, requireWhole } from '../arguments/index.ts';

/** A square of a map that covers the earth in Web Mercator: zoom 0 is all of it, each next zoom halves the side. */
export interface Tile {
  z: number;
  /** From the west. */
  x: number;
  /** From the north. */
  y: number;
}

/** Where the tiles of a background map come from. */
export interface TileSource {
  service: 'xyz' | 'wms';
  /** XYZ: with {z}, {x} and {y}, or {-y} where rows count from the south; WMS: of the service. */
  address: string;
  /** Of a WMS, its layers separated by commas; empty for XYZ. */
  layers: string;
}

/** Side of a tile, px. */
export const TILE_PX = 256;
/** Half of the earth's circumference in Web Mercator, m. */
const HALF_M = Math.PI * 6_378_137;
/** Where Web Mercator ends, degrees. */
const MOST_LATITUDE = 85.05;

/**
 * The address a tile is fetched from. A WMS is asked for the square of the tile in Web Mercator (EPSG:3857), as version 1.3.0
 * has it; what the service's address says already stays.
 *
 * @example tileAddress({ service: 'xyz', address: 'https://tiles.example/{z}/{x}/{y}.png', layers: '' }, { z: 2, x: 1, y: 3 })
 *   // 'https://tiles.example/2/1/3.png'
 */
export function tileAddress({ service, address, layers }: TileSource, { z, x, y }: Tile): string {
  requireWhole('tile.z', z, 0);
  requireWhole('tile.x', x, 0);
  requireWhole('tile.y', y, 0);
  if (service === 'xyz')
    return address
      .replaceAll('{z}', String(z))
      .replaceAll('{x}', String(x))
      .replaceAll('{y}', String(y))
      .replaceAll('{-y}', String(2 ** z - 1 - y));
  const side = (2 * HALF_M) / 2 ** z;
  const west = x * side - HALF_M;
  const north = HALF_M - y * side;
  const asked = {
    SERVICE: 'WMS',
    REQUEST: 'GetMap',
    VERSION: '1.3.0',
    LAYERS: layers,
    STYLES: '',
    CRS: 'EPSG:3857',
    BBOX: [west, north - side, west + side, north].join(','),
    WIDTH: String(TILE_PX),
    HEIGHT: String(TILE_PX),
    FORMAT: 'image/png',
  };
  const [start = '', own = ''] = address.split('#')[0]!.split('?');
  const kept = own
    .split('&')
    .filter((part) => part !== '' && !ASKED.has(part.split('=')[0]!.toLowerCase()));
  const made = Object.entries(asked).map(([key, value]) => `${key}=${encodeURIComponent(value)}`);
  return `${start}?${[...kept, ...made].join('&')}`;
}
/** What a tile itself asks a WMS for. */
const ASKED: ReadonlySet<string> = new Set(
  'service request version layers styles crs srs bbox width height format'.split(' '),
);

/**
 * The tiles that cover a box, from the zoom at which it fits one tile to the deepest that is wanted; fewer zooms where they
 * would be more than `most`.
 *
 * @param box west, south, east, north, degrees
 * @example tilesOver([-138.61, 44.59, -138.6, 44.6], { maxZoom: 17, most: 500 }).length // 78
 */
export function tilesOver(
  [west, south, east, north]: readonly [number, number, number, number],
  { maxZoom, most }: { maxZoom: number; most: number },
): Tile[] {
  for (const [name, value] of Object.entries({ west, south, east, north }))
    requireFinite(`box.${name}`, value);
  requireWhole('maxZoom', maxZoom, 0);
  requireWhole('most', most, 0);
  const tiles: Tile[] = [];
  for (let z = 0; z <= maxZoom; z++) {
    const [left, right] = [columnOf(west, z), columnOf(east, z)];
    const [top, bottom] = [rowOf(north, z), rowOf(south, z)];
    // Zoomed out further, a screen shows a region, not the field.
    if (right - left > 1 || bottom - top > 1 || z > maxZoom - ZOOMS_KEPT) {
      const count = (right - left + 1) * (bottom - top + 1);
      if (tiles.length + count > most) return tiles;
      for (let x = left; x <= right; x++)
        for (let y = top; y <= bottom; y++) tiles.push({ z, x, y });
    }
  }
  return tiles;
}
/** Zooms below the deepest that are kept even where the box fits one tile. */
const ZOOMS_KEPT = 5;

const inWorld = (index: number, z: number) => Math.min(2 ** z - 1, Math.max(0, Math.floor(index)));
const columnOf = (longitude: number, z: number) => inWorld(((longitude + 180) / 360) * 2 ** z, z);
function rowOf(latitude: number, z: number): number {
  const held = Math.max(-MOST_LATITUDE, Math.min(MOST_LATITUDE, latitude));
  const up = Math.asinh(Math.tan((held * Math.PI) / 180)) / Math.PI;
  return inWorld(((1 - up) / 2) * 2 ** z, z);
}

/**
 * What is wrong with the address of a background map; null when it can be asked for tiles.
 *
 * @example tileSourceProblem({ service: 'xyz', address: 'https://tiles.example/', layers: '' })
 *   // { at: 'address', says: 'Put {z}, {x} and {y} where zoom, column and row stand: https://…/{z}/{x}/{y}.png' }
 */
export function tileSourceProblem({
  service,
  address,
  layers,
}: TileSource): { at: 'address' | 'layers'; says: string } | null {
  if (!/^https?:\/\/[^\s/]+/i.test(address))
    return { at: 'address', says: 'Enter an address that begins with http:// or https://.' };
  const says = (text: string) => address.includes(text);
  if (service === 'xyz')
    return says('{z}') && says('{x}') && (says('{y}') || says('{-y}'))
      ? null
      : {
          at: 'address',
          says: 'Put {z}, {x} and {y} where zoom, column and row stand: https://…/{z}/{x}/{y}.png',
        };
  if (/[{}]/.test(address))
    return { at: 'address', says: 'A WMS address has no {x}: choose tiles (XYZ) for it.' };
  return layers.trim() === ''
    ? { at: 'layers', says: 'Enter the name of the layer, as the service lists it.' }
    : null;
}
