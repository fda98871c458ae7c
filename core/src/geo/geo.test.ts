import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import areas from './geodesicArea.golden.json' with { type: 'json' };
import {
  boundsOf,
  checkBoundary,
  geodesicArea,
  tidied,
  type Boundary,
  type Position,
  type Ring,
} from './index.ts';

const golden = areas as { box: [number, number, number, number]; areaM2: number }[];

const box = (west: number, south: number, east: number, north: number): Ring => [
  [west, south],
  [east, south],
  [east, north],
  [west, north],
  [west, south],
];
const field = (...rings: Ring[]): Boundary => ({ type: 'MultiPolygon', coordinates: [rings] });
const square = box(-138.62, 44.6, -138.61, 44.61);
const troubleOf = (boundary: Boundary) => checkBoundary(boundary)?.trouble ?? null;

describe('the area of a field', () => {
  it.each(golden)('of $box is that of the ellipsoid', ({ box: [w, s, e, n], areaM2 }) =>
    expect(geodesicArea(field(box(w, s, e, n))) / areaM2).toBeCloseTo(1, 6),
  );
  it('is its parts less their holes, whichever way they turn', () => {
    const hole = box(-138.618, 44.602, -138.616, 44.604);
    const whole = geodesicArea(field(square));
    const less = geodesicArea(field(square, hole));
    expect(less).toBeCloseTo(whole - geodesicArea(field(hole)), 3);
    expect(geodesicArea(field([...square].reverse(), [...hole].reverse()))).toBeCloseTo(less, 6);
    const east = box(-138.6, 44.6, -138.59, 44.61);
    const two: Boundary = { type: 'MultiPolygon', coordinates: [[square, hole], [east]] };
    expect(geodesicArea(two)).toBeCloseTo(less + geodesicArea(field(east)), 3);
  });
});

describe('a boundary that cannot be', () => {
  it('is told by what is wrong', () => {
    expect(troubleOf(field(square))).toBeNull();
    expect(
      troubleOf(
        field([
          [0, 0],
          [1, 1],
        ] as Ring),
      ),
    ).toBe('empty');
    expect(troubleOf(field(box(500_000, 4_900_000, 500_400, 4_900_400)))).toBe('projected');
    expect(troubleOf(field(box(-138.62, 44.6, -120, 44.61)))).toBe('wide');
    expect(troubleOf(field(box(-138.62, 44.6, -138.61999, 44.60001)))).toBe('small');
    const bow: Ring = [
      [-138.62, 44.6],
      [-138.61, 44.61],
      [-138.61, 44.6],
      [-138.62, 44.61],
      [-138.62, 44.6],
    ];
    expect(checkBoundary(field(bow))?.says).toMatch(/crosses itself near 44\.60500, -138\.61500/);
  });
  it('with latitude and longitude swapped is turned, when that makes a field', () => {
    const turned = square.map(([x, y]): Position => [y, x]);
    const trouble = checkBoundary(field(turned))!;
    expect(trouble.trouble).toBe('range');
    expect(trouble.repair).toEqual(field(square));
    expect(checkBoundary(trouble.repair!)).toBeNull();
  });
  it('left open, or with corners twice, is closed and tidied', () => {
    const loose = field([square[0]!, square[0]!, square[1]!, square[2]!, square[3]!]);
    expect(troubleOf(loose)).toBeNull();
    expect(tidied(loose)).toEqual(field(square));
  });
  it('never breaks the check, whatever its places are', () => {
    const place = fc.tuple(
      fc.double({ min: -400, max: 400 }),
      fc.double({ min: -200, max: 200 }),
    ) as unknown as fc.Arbitrary<Position>;
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.array(place, { maxLength: 8 }), { maxLength: 3 }), { maxLength: 3 }),
        (coordinates) => {
          const trouble = checkBoundary({ type: 'MultiPolygon', coordinates });
          expect(trouble === null || trouble.says.length > 20).toBe(true);
        },
      ),
    );
  });
  it('of a convex field is never said to cross itself', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 359 }), { minLength: 3, maxLength: 40 }),
        (angles) => {
          const corners = [...angles]
            .sort((a, b) => a - b)
            .map((angle): Position => [
              -138.6 + 0.01 * Math.cos((angle * Math.PI) / 180),
              44.6 + 0.01 * Math.sin((angle * Math.PI) / 180),
            ]);
          expect(troubleOf(field([...corners, corners[0]!]))).not.toBe('crossing');
        },
      ),
    );
  });
  it('has the box around all its parts', () =>
    expect(
      boundsOf({
        type: 'MultiPolygon',
        coordinates: [[square], [box(-138.6, 44.59, -138.59, 44.6)]],
      }),
    ).toEqual([-138.62, 44.59, -138.59, 44.61]));
});
