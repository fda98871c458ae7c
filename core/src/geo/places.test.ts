import { describe, expect, it } from 'vitest';
import {
  addPart,
  apart,
  bearing,
  compassWord,
  cutTo,
  fromEdge,
  geodesicArea,
  geodesicBearing,
  geodesicDistance,
  isIn,
  NO_FIX,
  onPlane,
  planeAt,
  steady,
  type Boundary,
  type Fix,
  type Metres,
  type Position,
} from './index.ts';

const HERE: Position = [-138.6, 44.6];
const plane = planeAt(HERE);
const box = (west: number, south: number, east: number, north: number): Boundary => ({
  type: 'MultiPolygon',
  coordinates: [
    [
      (
        [
          [west, south],
          [east, south],
          [east, north],
          [west, north],
          [west, south],
        ] as Metres[]
      ).map(plane.toPlace),
    ],
  ],
});

describe('a field on a plane', () => {
  it('keeps distances and directions of the ellipsoid, as far as a field reaches', () => {
    for (const metres of [
      [300, 400],
      [-900, 200],
      [10, -1500],
    ] as Metres[]) {
      const place = plane.toPlace(metres);
      expect(apart([0, 0], metres) / geodesicDistance(HERE, place)).toBeCloseTo(1, 3);
      expect(Math.abs(bearing([0, 0], metres) - geodesicBearing(HERE, place))).toBeLessThan(0.02);
      plane.toMetres(place).forEach((value, i) => expect(value).toBeCloseTo(metres[i]!, 6));
    }
  });

  it('knows inside from outside and how far the edge is, holes too', () => {
    const field = box(-200, -200, 200, 200);
    const hole = box(-50, -50, 50, 50).coordinates[0]![0]!;
    const shape = onPlane(plane, { ...field, coordinates: [[field.coordinates[0]![0]!, hole]] });
    expect([isIn(shape, [100, 100]), isIn(shape, [0, 0]), isIn(shape, [300, 0])]).toEqual([
      true,
      false,
      false,
    ]);
    expect(fromEdge(shape, [100, 0])).toBeCloseTo(50, 5);
    expect(fromEdge(shape, [230, 240])).toBeCloseTo(50, 5);
  });

  it('says directions as people do', () =>
    expect([0, 44, 91, 200, 359, -45].map(compassWord)).toEqual([
      'north',
      'north-east',
      'east',
      'south',
      'north',
      'north-west',
    ]));

  it('cuts what lies outside off a zone', () => {
    const field = box(-200, -200, 200, 200);
    expect(geodesicArea(cutTo(box(100, -50, 400, 50), field)!)).toBeCloseTo(10_000, -1);
    expect(cutTo(box(300, 300, 400, 400), field)).toBeNull();
  });
});

describe('a shape drawn on an outline', () => {
  const field = box(-200, -200, 200, 200);
  const ringOf = (shape: Boundary) => shape.coordinates[0]![0]!;
  const area = (shape: Boundary) => Math.round(geodesicArea(shape));

  it('is a hole inside it, a part beside it, and joined to it over its edge', () => {
    const holed = addPart(field, ringOf(box(-50, -50, 50, 50)));
    expect(holed.coordinates.map((part) => part.length)).toEqual([2]);
    expect(area(holed) / 150_000).toBeCloseTo(1, 3);
    const two = addPart(field, ringOf(box(300, 0, 400, 100)));
    expect(two.coordinates).toHaveLength(2);
    expect(area(two) / 170_000).toBeCloseTo(1, 3);
    const wider = addPart(field, ringOf(box(100, -50, 300, 50)));
    expect(wider.coordinates).toHaveLength(1);
    expect(area(wider) / 170_000).toBeCloseTo(1, 3);
    expect(area(addPart(null, ringOf(field)))).toBe(area(field));
  });
});

describe('a position that jumps', () => {
  const fix = (seconds: number, north: number, accuracyM = 5): Fix => ({
    at: plane.toPlace([0, north]),
    accuracyM,
    headingDeg: null,
    atMs: 1000 * seconds,
  });
  const after = (...fixes: Fix[]) => fixes.reduce(steady, NO_FIX).fix!;

  it('is followed at a walk', () =>
    expect(after(fix(0, 0), fix(10, 14), fix(20, 28))).toEqual(fix(20, 28)));

  it('is not believed when it lies half a kilometre off for a moment', () => {
    expect(after(fix(0, 0), fix(1, 500))).toEqual(fix(0, 0));
    expect(after(fix(0, 0), fix(1, 500), fix(2, 1), fix(3, 500))).toEqual(fix(2, 1));
  });

  it('is believed once three agree: one drove there, or the first was wrong', () =>
    expect(after(fix(0, 0), fix(1, 500), fix(2, 501), fix(3, 502))).toEqual(fix(3, 502)));

  it('may be as far off as it says', () =>
    expect(after(fix(0, 0), fix(1, 80, 100))).toEqual(fix(1, 80, 100)));
});
