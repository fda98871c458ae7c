import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  apart,
  fromEdge,
  isIn,
  onPlane,
  planeAt,
  type Boundary,
  type Metres,
} from '../geo/index.ts';
import { kindOf, validate } from '../records/index.ts';
import { mean, sampleSd, seededRandom } from '../stats/index.ts';
import {
  addPlaces,
  chooseSpread,
  cutShort,
  drawPlaces,
  fairness,
  localPivotal,
  minutesLeft,
  nestedOrder,
  OFF_OBSTACLES_M,
  passLines,
  planStops,
  quickInterval,
  replacePlace,
  roundLength,
  rowsAtStops,
  samplingFrame,
  shortestRound,
  spreadKnown,
  stopsCurve,
  toWalk,
  type PlanInput,
} from './index.ts';

const ZONE = '019f0000-0000-7000-8000-000000000077';
const plane = planeAt([-138.6, 44.6]);
const shape = (...corners: Metres[]): Boundary => ({
  type: 'MultiPolygon',
  coordinates: [[[...corners, corners[0]!].map(plane.toPlace)]],
});
const box = (west: number, south: number, east: number, north: number) =>
  shape([west, south], [east, south], [east, north], [west, north]);
const forty = box(-200, -200, 200, 200);
const plan = (changes: Partial<PlanInput> = {}): PlanInput => ({
  boundary: forty,
  zones: [],
  obstacles: [],
  headlandM: 24,
  seed: 7,
  stops: 12,
  rows: 12,
  rowsAtOnce: 4,
  earlier: [],
  passes: null,
  widthM: 9.144,
  ...changes,
});
const grid = Array.from({ length: 400 }, (_, i): Metres => [i % 20, Math.floor(i / 20)]);
/** How unevenly places lie: the spread of the distances from anywhere to the nearest. */
const unevenness = (places: readonly Metres[]) =>
  mean(grid.map((at) => Math.min(...places.map((place) => apart(place, at))) ** 2))!;

describe('places drawn by the local pivotal method', () => {
  it('are as many as their shares add up to, and each as often as its share says', () => {
    const shares = grid.slice(0, 40).map((_, i) => (i < 20 ? 0.1 : 0.3));
    const times = shares.map(() => 0);
    const random = seededRandom(3);
    for (let run = 0; run < 4000; run++) {
      const chosen = localPivotal(grid.slice(0, 40), shares, random);
      expect(chosen).toHaveLength(8);
      for (const i of chosen) times[i]! += 1;
    }
    // Four standard errors of a share of 0.1 and of 0.3.
    times.forEach((count, i) =>
      expect(Math.abs(count / 4000 - shares[i]!)).toBeLessThan(i < 20 ? 0.02 : 0.03),
    );
  });

  it('cover the ground better than places drawn one by one, and so does every beginning of their order', () => {
    const random = seededRandom(5);
    const runs = Array.from({ length: 60 }, () => {
      const spread = chooseSpread(grid, 16, random).map((i) => grid[i]!);
      const order = nestedOrder(spread, random).map((i) => spread[i]!);
      const any = () => Array.from({ length: 16 }, () => grid[random.below(400)]!);
      return {
        spread: unevenness(spread),
        any: unevenness(any()),
        first: unevenness(order.slice(0, 6)),
        anySix: unevenness(any().slice(0, 6)),
      };
    });
    const of = (name: keyof (typeof runs)[number]) => mean(runs.map((run) => run[name]))!;
    expect(of('spread')).toBeLessThan(0.75 * of('any'));
    expect(of('first')).toBeLessThan(0.85 * of('anySix'));
  });
});

describe('planter rows at the stops', () => {
  it('have all been counted within one of equally often after any number of stops, 4 to 36 rows', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 4, max: 36 }),
        fc.integer({ min: 1, max: 36 }),
        fc.nat(),
        fc.integer({ min: 1, max: 80 }),
        (rows, atOnce, seed, stops) => {
          const rowsAt = rowsAtStops({ rows, atOnce }, seededRandom(seed));
          const times = Array.from({ length: rows }, () => 0);
          for (let stop = 0; stop < stops; stop++)
            for (const row of rowsAt(stop).rows) times[row - 1]! += 1;
          expect(Math.max(...times) - Math.min(...times)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });

  it('come from both halves by turns, each block from passes of both directions', () => {
    for (const atOnce of [2, 3, 4, 6])
      for (let seed = 0; seed < 20; seed++) {
        const rowsAt = rowsAtStops({ rows: 12, atOnce }, seededRandom(seed));
        const blocks = 12 / atOnce;
        const first = Array.from({ length: blocks }, (_, i) => rowsAt(i).rows[0]! <= 6);
        if (blocks % 2 === 0)
          first.forEach((left, i) => i > 0 && expect(left).not.toBe(first[i - 1]));
        const ways = new Map<string, Set<string>>();
        for (let stop = 0; stop < 2 * blocks; stop++) {
          const { rows, travel } = rowsAt(stop);
          ways.set(rows.join(' '), (ways.get(rows.join(' ')) ?? new Set()).add(travel));
        }
        expect([...ways.values()].map(({ size }) => size)).toEqual(Array(blocks).fill(2));
      }
  });
});

describe('a plan of stops', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(planStops(plan())).toEqual(planStops(plan()));
    expect(planStops(plan({ seed: 8 }))).not.toEqual(planStops(plan()));
  });

  it('never stops on a headland, at an obstacle or outside, whatever the field', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 120, max: 500 }), { minLength: 5, maxLength: 9 }),
        fc.integer({ min: 0, max: 60 }),
        fc.nat(),
        fc.boolean(),
        (radii, headlandM, seed, inPasses) => {
          const corners = radii.map((radius, i): Metres => {
            const angle = (2 * Math.PI * i) / radii.length;
            return [radius * Math.cos(angle), radius * Math.sin(angle)];
          });
          const boundary = shape(...corners);
          const pond = box(-20, -20, 30, 10);
          const planned = planStops(
            plan({
              boundary,
              headlandM,
              obstacles: [pond],
              seed,
              passes: inPasses ? { bearingDeg: seed % 360, firstAt: 'left' } : null,
            }),
          );
          const [field, off] = [onPlane(plane, boundary), onPlane(plane, pond)];
          for (const { at } of planned?.places ?? []) {
            const place = plane.toMetres(at);
            // Places are kept to a centimetre.
            expect(isIn(field, place)).toBe(true);
            expect(fromEdge(field, place)).toBeGreaterThan(headlandM - 0.05);
            expect(fromEdge(off, place)).toBeGreaterThan(OFF_OBSTACLES_M - 0.05);
            expect(isIn(off, place)).toBe(false);
          }
        },
      ),
      { numRuns: 15 },
    );
  });

  it('gives each zone stops by its area, two at least', () => {
    const zones = [
      { id: 'west', shape: box(-300, -300, 0, 300) },
      { id: 'corner', shape: box(150, 150, 300, 300) },
    ];
    const { places } = planStops(plan({ zones, stops: 20, headlandM: 0 }))!;
    const wanted = places.filter(({ state }) => state === 'wanted');
    const stopsIn = (zone: string | null) => wanted.filter((place) => place.zone === zone).length;
    expect(wanted).toHaveLength(20);
    expect(stopsIn('corner')).toBe(2);
    expect(stopsIn('west')).toBeGreaterThanOrEqual(9);
    expect(stopsIn('west')).toBeLessThanOrEqual(11);
  });

  it('is a plan that can be kept, whatever its seed', () => {
    const example = kindOf('samplingPlan').example as object;
    const { places } = planStops(plan({ stops: 5 }))!;
    for (let seed = 0; seed < 30; seed++) {
      const zones = seed % 2 ? [{ id: ZONE, shape: box(-300, -300, 0, 300) }] : [];
      const { shares } = samplingFrame(plan({ headlandM: seed, zones }), seededRandom(seed))!;
      expect(validate('samplingPlan', { ...example, shares, places })).toMatchObject({ ok: true });
    }
  });

  it('goes to places of an earlier walk again, and keeps new ones away from them', () => {
    const earlier = [
      [-100, -100],
      [100, 100],
      [-100, 100],
    ].map((at) => plane.toPlace(at as Metres));
    let near = 0;
    for (let seed = 0; seed < 10; seed++) {
      const places = planStops(plan({ earlier, seed, stops: 9 }))!.places.slice(0, 9);
      expect(places.filter((place) => place.earlier)).toHaveLength(3);
      const [old, fresh] = [true, false].map((is) =>
        places.filter((place) => place.earlier === is).map(({ at }) => plane.toMetres(at)),
      );
      near += fresh!.filter((at) => old!.some((other) => apart(at, other) < 40)).length;
    }
    // 60 places anywhere would have 6 or so in those circles.
    expect(near).toBeLessThan(4);
  });

  it('lies in the passes of the direction it names, once they are known', () => {
    const lines = passLines(
      { bearingDeg: 0, firstAt: 'left' },
      forty,
      10,
      planeAt([-138.6, 44.6]).toMetres,
    );
    expect([lines.passAt([-195, 0]), lines.passAt([-185, 0])]).toEqual([1, 2]);
    expect([lines.travelAt([-195, 50]), lines.travelAt([-185, 50])]).toEqual(['away', 'toward']);
    const [x, y] = lines.inPass([-193, 40], 'toward');
    expect([Math.round(x), y]).toEqual([-185, 40]);
    // Headed south, its left is the east.
    const south = passLines({ bearingDeg: 180, firstAt: 'left' }, forty, 10, plane.toMetres);
    expect(south.passAt([195, 0])).toBe(1);
  });

  it('is none when the headland leaves no room', () =>
    expect(planStops(plan({ headlandM: 210 }))).toBeNull());
});

describe('the way round', () => {
  /** The shortest way there is, by looking at every one of them. */
  const shortest = (start: Metres, left: readonly Metres[]): number =>
    left.length === 0
      ? 0
      : Math.min(
          ...left.map(
            (next, i) =>
              apart(start, next) +
              (left.length === 1
                ? apart(next, [0, 0])
                : shortest(
                    next,
                    left.filter((_, k) => k !== i),
                  )),
          ),
        );

  it('is the shortest where all can be looked at', () => {
    const random = seededRandom(2);
    for (let run = 0; run < 12; run++) {
      const places = Array.from({ length: 7 }, (): Metres => [
        400 * random.uniform(),
        400 * random.uniform(),
      ]);
      const way = shortestRound([0, 0], places);
      expect([...way].sort()).toEqual([0, 1, 2, 3, 4, 5, 6]);
      const length = roundLength(
        [0, 0],
        way.map((i) => places[i]!),
        [0, 0],
      );
      expect(length).toBeCloseTo(shortest([0, 0], places), 6);
    }
  });

  it('of 60 places around a ring is the ring', () => {
    const random = seededRandom(8);
    const places = Array.from({ length: 60 }, (): Metres => {
      const angle = 2 * Math.PI * random.uniform();
      return [300 * Math.cos(angle), 300 * Math.sin(angle)];
    });
    const way = shortestRound(places[0]!, places).map((i) => places[i]!);
    const ring = [...places].sort((a, b) => Math.atan2(a[1], a[0]) - Math.atan2(b[1], b[0]));
    const best = roundLength(ring[0]!, ring, ring[0]!);
    expect(roundLength(places[0]!, way, places[0]!) / best).toBeCloseTo(1, 6);
  });
});

describe('a plan changed on the way', () => {
  const zones = [{ id: 'west', shape: box(-300, -300, 0, 300) }];
  const { places } = planStops(plan({ zones, stops: 12 }))!;
  const rest = (done: number[], here: Metres = [-200, -200]) => ({
    done: new Set(done),
    here,
    end: [-200, -200] as Metres,
    rowsAtOnce: 4,
    toMetres: plane.toMetres,
  });

  it('puts the next place of its zone for one that cannot be reached, with its rows', () => {
    const out = places.findIndex(({ zone }) => zone === 'west');
    const changed = replacePlace(places, out);
    expect(changed[out]!.state).toBe('unreachable');
    const [now] = changed.filter(
      (place, i) => place.state === 'wanted' && places[i]!.state !== 'wanted',
    );
    expect(now).toMatchObject({ zone: 'west', rows: places[out]!.rows });
    expect(toWalk(changed, new Set())).toHaveLength(12);
    // Again and again, until none is left: fewer stops, no failure.
    let left = changed;
    for (let i = 0; i < left.length; i++)
      if (left[i]!.state === 'wanted') left = replacePlace(left, i);
    expect(toWalk(left, new Set())).toHaveLength(0);
  });

  it('takes the next ones drawn when more are wanted', () => {
    const more = addPlaces(places, 3);
    expect(toWalk(more, new Set())).toHaveLength(15);
    expect(toWalk(addPlaces(places, 1000), new Set())).toHaveLength(places.length);
  });

  it('keeps to the time that rain leaves, and to the first drawn', () => {
    const short = cutShort(places, 40, rest([0, 1]));
    expect(minutesLeft(short, rest([0, 1]))).toBeLessThanOrEqual(40);
    const left = toWalk(short, new Set([0, 1]));
    expect(left.length).toBeGreaterThan(3);
    expect(left).toEqual(toWalk(places, new Set([0, 1])).slice(0, left.length));
    expect(toWalk(cutShort(places, 0, rest([0, 1])), new Set([0, 1]))).toEqual([]);
    // And takes up again what was dropped.
    expect(toWalk(addPlaces(short, 1), new Set())).toHaveLength(left.length + 3);
  });

  it('never keeps fewer stops for more time', () => {
    let before = 0;
    for (const minutes of [0, 5, 10, 20, 30, 45, 60, 90, 120]) {
      const now = toWalk(cutShort(places, minutes, rest([])), new Set()).length;
      expect(now).toBeGreaterThanOrEqual(before);
      before = now;
    }
    expect(before).toBe(12);
  });

  it('tells how fair the stops walked are', () => {
    const frame = samplingFrame(plan({ zones }), seededRandom(1))!;
    const at = places.slice(0, 12).map((place) => frame.plane.toMetres(place.at));
    expect(fairness(frame, at)).toMatchObject({ zones: [] });
    expect(fairness(frame, at).covered).toBeGreaterThan(0.9);
    const south = fairness(
      frame,
      at.filter(([, y]) => y < -60),
    );
    expect(south.covered).toBeLessThan(0.75);
    expect(south.lacking).toMatch(/^north/);
    expect(fairness(frame, [[100, 0]]).zones).toEqual(['west']);
    expect(fairness(frame, []).covered).toBe(0);
  });
});

describe('what is known before a walk', () => {
  it('comes from the field, its neighbours or what is usual, by what each tells', () => {
    expect(spreadKnown({ field: [], neighbours: [] })).toEqual({
      cv: 0.08,
      df: 2,
      from: 'default',
    });
    const own = spreadKnown({ field: [{ cv: 0.2, stops: 12 }], neighbours: [] });
    expect(own).toMatchObject({ df: 13, from: 'field' });
    expect(own.cv).toBeCloseTo(Math.sqrt((11 * 0.04 + 2 * 0.0064) / 13), 12);
    const many = Array.from({ length: 20 }, () => ({ cv: 0.05, stops: 10 }));
    expect(spreadKnown({ field: [], neighbours: many })).toMatchObject({
      df: 6,
      from: 'neighbours',
    });
  });

  it('asks more stops of a field that differs more, and promises less of fewer', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.4, noNaN: true }), (cv) => {
        const curve = stopsCurve({ cv, df: 6, from: 'field' }, 40);
        const wilder = stopsCurve({ cv: cv * 1.1, df: 6, from: 'field' }, 40);
        curve.forEach(({ halfWidth, likely: [low, high] }, i) => {
          if (i > 0) expect(halfWidth).toBeLessThan(curve[i - 1]!.halfWidth);
          expect(wilder[i]!.halfWidth).toBeGreaterThan(halfWidth);
          expect(low).toBeLessThan(halfWidth);
          expect(high).toBeGreaterThan(halfWidth);
        });
      }),
    );
  });

  it('makes one stop’s interval as wide as honesty needs', () => {
    const unknown = quickInterval(7.6, 0.1, spreadKnown({ field: [], neighbours: [] }));
    const known = quickInterval(
      7.6,
      0.1,
      spreadKnown({ field: [{ cv: 0.08, stops: 12 }], neighbours: [] }),
    );
    expect((unknown[1] - 7.6) / 7.6).toBeCloseTo(4.303 * 0.08, 3);
    expect(known[1] - known[0]).toBeLessThan(0.55 * (unknown[1] - unknown[0]));
    expect(quickInterval(0, 0.1, spreadKnown({ field: [], neighbours: [] }))[0]).toBe(0);
  });
});

it('the middle of a spread sample wanders half as much as that of places drawn one by one', () =>
  expect(
    sampleSd(
      Array.from({ length: 80 }, (_, seed) => {
        const frame = samplingFrame(plan(), seededRandom(seed), 400)!;
        return mean(
          drawPlaces(frame, { stops: 8 }, seededRandom(seed))
            .slice(0, 8)
            .map(({ at }) => at[0]),
        )!;
      }),
    ),
  ).toBeLessThan(0.5 * (352 / Math.sqrt(12) / Math.sqrt(8))));
