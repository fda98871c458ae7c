import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import { fieldPatterns, smoothed, type FieldFigure } from './index.ts';

const places = Array.from({ length: 20 }, (_, i): [number, number] => [
  80 * (i % 4) + 7 * (i % 3),
  90 * Math.floor(i / 4) + 5 * (i % 2),
]);
/** Stops whose figure follows the place, with a little chance. */
const stops = (value: (x: number, y: number, i: number) => number, noise = 0.1): FieldFigure[] => {
  const random = seededRandom(3);
  return places.map(([x, y], i) => ({
    at: [x, y],
    value: value(x, y, i) + noise * random.normal(),
  }));
};

describe('patterns that stops show', () => {
  it('none in an even field, none in few stops, none where all are the same', () => {
    expect(
      fieldPatterns(
        stops(() => 7),
        0,
      ),
    ).toEqual([]);
    expect(fieldPatterns(stops((_, y) => y).slice(0, 7), 0)).toEqual([]);
    expect(
      fieldPatterns(
        stops(() => 7, 0),
        0,
      ),
    ).toEqual([]);
  });

  it('a slope along the passes, where it is more and how much, and the same across when passes turn', () => {
    const [along] = fieldPatterns(
      stops((_, y) => 7 - y / 365),
      0,
    );
    expect(along).toMatchObject({ pattern: 'along', toward: 'south' });
    expect(along).toHaveProperty('change');
    if (along && 'change' in along) expect(Math.abs(along.change)).toBeCloseTo(1, 0);
    expect(
      fieldPatterns(
        stops((_, y) => 7 - y / 365),
        90,
      )[0],
    ).toMatchObject({
      pattern: 'across',
      toward: 'south',
    });
  });

  it('zones that differ, the least first', () => {
    const zoned = stops((x) => (x < 150 ? 6 : 7)).map((one) => ({
      ...one,
      zone: one.at[0] < 150 ? 'wet' : '',
    }));
    const zone = fieldPatterns(zoned, 0).find(({ pattern }) => pattern === 'zone');
    expect(zone).toMatchObject({ zones: [{ zone: 'wet', stops: 10 }, { zone: '' }] });
  });

  it('an edge unlike the inside', () => {
    const edged = stops((_, __, i) => (i % 3 === 0 ? 6 : 7)).map((one, i) => ({
      ...one,
      fromEdgeM: i % 3 === 0 ? 20 + i : 80 + i,
    }));
    const [edge] = fieldPatterns(edged, 0);
    expect(edge).toMatchObject({ pattern: 'edge' });
    if (edge?.pattern === 'edge') expect(edge.change).toBeLessThan(-0.5);
  });

  it('patches: neighbours alike without a slope', () => {
    const patchy = fieldPatterns(
      stops((x, y) => 7 + (x > 100 === y > 200 ? 1 : 0)),
      0,
    );
    expect(patchy.map(({ pattern }) => pattern)).toContain('patches');
  });

  it('are corrected for all that was looked at', () => {
    for (const { p, pHolm } of fieldPatterns(
      stops((_, y) => 7 - y / 365),
      0,
    ))
      expect(pHolm).toBeGreaterThanOrEqual(p);
  });
});

describe('a surface between stops', () => {
  const area = 320 * 450;

  it('follows what changes slowly, and is surer among stops than beside them', () => {
    const surface = smoothed(
      stops((_, y) => 6 + y / 180),
      [
        [130, 40],
        [130, 320],
        [130, 185],
        [900, 900],
      ],
      area,
    )!;
    const [south, north, middle, far] = surface.values;
    expect(south!.value).toBeLessThan(6.9);
    expect(north!.value).toBeGreaterThan(7.1);
    expect(Math.abs(middle!.value - 7.03)).toBeLessThan(0.35);
    expect(far).toBeNull();
    expect(middle!.se).toBeGreaterThan(0);
    expect(middle!.se).toBeLessThan(0.3);
  });

  it('never goes beyond what the stops show', () => {
    const shown = stops((x, y) => x / 100 + y / 90, 0.4);
    const values = shown.map(({ value }) => value);
    for (const one of smoothed(shown, places, area)!.values)
      if (one) {
        expect(one.value).toBeGreaterThanOrEqual(Math.min(...values));
        expect(one.value).toBeLessThanOrEqual(Math.max(...values));
      }
  });

  it('is none where chance alone makes stops differ, mostly, and none of few stops', () => {
    let drawn = 0;
    for (let seed = 0; seed < 60; seed++) {
      const random = seededRandom(7919 * seed + 11);
      const chance = places.map((at): FieldFigure => ({ at, value: random.normal() }));
      if (smoothed(chance, places, area)) drawn += 1;
    }
    expect(drawn).toBeLessThan(9);
    expect(smoothed(stops((_, y) => y).slice(0, 7), places, area)).toBeNull();
  });
});
