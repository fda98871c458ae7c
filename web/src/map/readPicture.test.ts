import { describe, expect, it } from 'vitest';
import { projectionOf } from './projections.ts';
import { boxOfWorldFile, readPicture } from './readPicture.ts';

const FIELD: [number, number] = [-138.6, 44.6];

describe('a world file', () => {
  it('names the middle of the first pixel: the picture begins half a pixel before', () =>
    expect(boxOfWorldFile('2\n0\n0\n-2\n501\n999\n', { width: 100, height: 50 })).toEqual([
      500, 900, 700, 1000,
    ]));

  it('of a turned picture, or of five lines, says what to do', () => {
    const size = { width: 10, height: 10 };
    expect(() => boxOfWorldFile('2\n0.3\n0\n-2\n1\n9', size)).toThrow(/north up/);
    expect(() => boxOfWorldFile('2\n0\n0\n-2\n1', size)).toThrow(/six lines/);
  });

  it('without its picture asks for it', () =>
    expect(readPicture([new File(['2'], 'soil.pgw')], FIELD)).rejects.toThrow(
      /Choose the picture/,
    ));
});

describe('the projection of a picture', () => {
  it('that nobody named is the one that lays it on the field', () => {
    expect(projectionOf([-138.61, 44.59, -138.59, 44.61], null, FIELD)).toBe('EPSG:4326');
    expect(projectionOf([-15430000, 5560000, -15428000, 5562000], null, FIELD)).toBe('EPSG:3857');
    // Zone 7 reaches from 144° to 138° W.
    expect(projectionOf([690_000, 4_940_000, 691_000, 4_941_000], null, FIELD)).toBe('EPSG:32607');
  });

  it('is none when the picture lies elsewhere, or in one that is not known', () => {
    expect(projectionOf([10, 50, 11, 51], null, FIELD)).toBeNull();
    expect(projectionOf([690_000, 4_940_000, 691_000, 4_941_000], 'EPSG:2056', FIELD)).toBeNull();
    expect(projectionOf([690_000, 4_940_000, 691_000, 4_941_000], 'EPSG:32607', FIELD)).toBe(
      'EPSG:32607',
    );
  });
});
