import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tileAddress, tilesOver, tileSourceProblem, type TileSource } from './mapTiles.ts';

const xyz = (address: string): TileSource => ({ service: 'xyz', address, layers: '' });
const wms = (address: string, layers = 'aerial'): TileSource => ({
  service: 'wms',
  address,
  layers,
});

describe('the address of a tile', () => {
  it('has zoom, column and row in their places, rows from the south where they are wanted so', () => {
    const tile = { z: 3, x: 5, y: 1 };
    expect(tileAddress(xyz('https://t.example/{z}/{x}/{y}.png?key=a'), tile)).toBe(
      'https://t.example/3/5/1.png?key=a',
    );
    expect(tileAddress(xyz('https://t.example/{z}/{x}/{-y}.png'), tile)).toBe(
      'https://t.example/3/5/6.png',
    );
  });

  it('of a WMS asks for the square in Web Mercator and keeps what its address says', () => {
    const address = tileAddress(wms('https://w.example/ows?map=county&service=wms'), {
      z: 1,
      x: 1,
      y: 0,
    });
    expect(address).toMatch(/^https:\/\/w\.example\/ows\?map=county&SERVICE=WMS&REQUEST=GetMap&/);
    expect(address).toContain('&CRS=EPSG%3A3857&');
    expect(address).not.toContain('service=wms');
    const box = decodeURIComponent(/BBOX=([^&]*)/.exec(address)![1]!)
      .split(',')
      .map(Number);
    const half = 20_037_508.342789;
    [0, 0, half, half].forEach((edge, i) => expect(box[i]).toBeCloseTo(edge, 3));
  });
});

describe('tiles over a box', () => {
  it('cover it at the deepest zoom, and are no more than wanted', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -179, max: 178, noNaN: true }),
        fc.double({ min: -84, max: 83, noNaN: true }),
        fc.double({ min: 0.001, max: 0.05, noNaN: true }),
        (west, south, side) => {
          const box = [west, south, west + side, south + side] as const;
          const tiles = tilesOver(box, { maxZoom: 16, most: 400 });
          expect(tiles.length).toBeLessThanOrEqual(400);
          const deepest = tiles.filter(({ z }) => z === Math.max(...tiles.map((tile) => tile.z)));
          const scale = 2 ** deepest[0]!.z;
          const wests = deepest.map(({ x }) => (x / scale) * 360 - 180);
          expect(Math.min(...wests)).toBeLessThanOrEqual(west + 1e-9);
          expect(Math.max(...wests) + 360 / scale).toBeGreaterThanOrEqual(west + side - 1e-9);
          expect(new Set(tiles.map(({ z, x, y }) => `${z}/${x}/${y}`)).size).toBe(tiles.length);
        },
      ),
    ));
});

describe('an address that cannot be asked', () => {
  it.each([
    [xyz('https://t.example/'), 'address'],
    [xyz('t.example/{z}/{x}/{y}'), 'address'],
    [xyz('ftp://t.example/{z}/{x}/{y}'), 'address'],
    [wms('https://w.example/{z}/{x}/{y}'), 'address'],
    [wms('https://w.example/ows', ' '), 'layers'],
  ])('%o says where', (source, at) => expect(tileSourceProblem(source)?.at).toBe(at));

  it.each([
    xyz('https://t.example/{z}/{x}/{y}.png'),
    xyz('http://10.0.0.4:8080/{z}/{x}/{-y}'),
    wms('https://w.example/ows?map=a'),
  ])('%o is none of them', (source) => expect(tileSourceProblem(source)).toBeNull());
});
