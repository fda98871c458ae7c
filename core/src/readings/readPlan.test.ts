import { describe, expect, it } from 'vitest';
import type { Field, FieldPart, Kept, Planter, SamplingPlan, Stop } from '../records/index.ts';
import { kindOf } from '../records/index.ts';
import type { PlannedPlace } from '../sampling/index.ts';
import {
  lookedBad,
  mappedStand,
  placeOfStop,
  planInput,
  readFieldMap,
  readPlan,
  readWalkFacts,
  readWalkStand,
  sampledField,
  spreadOfWalks,
  zoneKindsOf,
} from './index.ts';

const example = <T>(kind: Parameters<typeof kindOf>[0], more: object = {}) =>
  ({ ...kindOf(kind).defaults, ...(kindOf(kind).example as object), ...more }) as T;
const degrees = (east: number, north: number): [number, number] => [
  -138.6 + east / 79_390,
  44.6 + north / 111_120,
];
const square = (west: number, south: number, east: number, north: number) => ({
  type: 'MultiPolygon' as const,
  coordinates: [
    [
      [
        degrees(west, south),
        degrees(east, south),
        degrees(east, north),
        degrees(west, north),
        degrees(west, south),
      ],
    ],
  ],
});
const FIELD = example<Field>('field', { boundary: square(0, 0, 400, 400) });
const PARTS = [
  {
    id: 'wet',
    data: example<FieldPart>('fieldPart', { part: 'low', shape: square(0, 0, 200, 400) }),
  },
  {
    id: 'pond',
    data: example<FieldPart>('fieldPart', { part: 'obstacle', shape: square(300, 300, 320, 320) }),
  },
  { id: 'gate', data: example<FieldPart>('fieldPart') },
];
const place = (i: number, more: Partial<PlannedPlace> = {}): PlannedPlace => ({
  at: degrees(40 + 40 * i, 60 + 30 * i),
  zone: i < 4 ? 'wet' : null,
  earlier: false,
  rows: [1, 2, 3, 4],
  travel: 'away',
  state: i < 8 ? 'wanted' : 'spare',
  ...more,
});
const PLAN = {
  id: 'plan',
  data: example<SamplingPlan>('samplingPlan', {
    shares: { wet: 0.5, '': 0.5 },
    places: Array.from({ length: 10 }, (_, i) => place(i)),
  }),
};
const stop = (ordinal: number, more: Partial<Stop> = {}) => ({
  id: `s${ordinal}`,
  data: example<Stop>('stop', { ordinal, ...more }),
});
const count = (stopId: string, inStep: number, row = 1): Kept<'observation'> => ({
  kind: 'observation',
  id: `c ${stopId} ${row}`,
  revision: 1,
  deletedAt: null,
  editedBy: '',
  editedAt: '',
  data: {
    stopId,
    type: 'count',
    row,
    lengthM: 10,
    rowWidthM: 1,
    inStep,
    oneBehind: 0,
    twoBehind: 0,
  },
});

describe('a field as it is sampled', () => {
  it('has the zones of the kinds chosen, and its obstacles whatever is chosen', () => {
    expect(sampledField(FIELD, PARTS, ['low'], 18)).toMatchObject({
      zones: [{ id: 'wet' }],
      obstacles: [PARTS[1]!.data.shape],
      headlandM: 18,
    });
    expect(sampledField(FIELD, PARTS, ['soil'])!.zones).toEqual([]);
    expect(zoneKindsOf(PARTS)).toEqual(['low']);
    expect(sampledField({ ...FIELD, headlandM: 9 }, PARTS, [], 18)!.headlandM).toBe(9);
    expect(sampledField({ ...FIELD, boundary: null }, PARTS, [])).toBeNull();
  });

  it('names rows only of a planter, and no more than it has', () => {
    const sampled = sampledField(FIELD, [], [])!;
    const chosen = { seed: 1, stops: 5, rowsAtOnce: 20, earlier: [] };
    const of = (planter: Planter | null) => planInput(sampled, FIELD, planter, chosen);
    expect(of(example<Planter>('planter'))).toMatchObject({ rows: 12, rowsAtOnce: 12 });
    expect(of(example<Planter>('planter', { type: 'drill' })).rows).toBeNull();
    expect(of(null)).toMatchObject({ rows: null, rowsAtOnce: 1, widthM: null });
  });
});

describe('a plan under way', () => {
  it('knows what is done and what is left', () => {
    const { done, left } = readPlan(PLAN, [
      stop(1, { planned: 2 }),
      stop(2, { chosen: true }),
      stop(3, { planned: 0 }),
    ]);
    expect([...done]).toEqual([2, 0]);
    expect(left).toEqual([1, 3, 4, 5, 6, 7]);
  });

  it('tells where a stop is: as seen, else as planned, else nobody knows', () => {
    expect(placeOfStop({ at: [1, 2], planned: 3 }, PLAN.data)).toEqual([1, 2]);
    expect(placeOfStop({ at: null, planned: 3 }, PLAN.data)).toEqual(PLAN.data.places[3]!.at);
    expect(placeOfStop({ at: null, planned: null }, PLAN.data)).toBeNull();
  });
});

describe('a planned walk read', () => {
  const walked = (stops: ReturnType<typeof stop>[], plants: number[]) =>
    readWalkStand(
      readWalkFacts(
        { id: 'w', data: example('walk', { purpose: 'stand', planId: 'plan' }) },
        { id: 'p', data: example('planting') },
        FIELD,
        example<Planter>('planter'),
        stops,
        null,
        PLAN,
      ),
      stops.map(({ id }, i) => [count(id, plants[i]!)]),
    );
  const stops = Array.from({ length: 8 }, (_, i) => stop(i + 1, { planned: i }));
  const plants = [50, 52, 51, 50, 70, 71, 72, 70];

  it('weighs its zones and compares neighbours; one stop of the eye makes it a walk like others', () => {
    const planned = walked(stops, plants).summary!;
    expect(planned.design).toBe('spread');
    expect(planned.meanPerM2).toBeCloseTo((5.075 + 7.075) / 2, 9);
    const mixed = walked([...stops, stop(9)], [...plants, 60]).summary!;
    expect(mixed.design).toBe('simple');
    const bad = walked([...stops, stop(9, { chosen: true })], [...plants, 10]);
    expect(bad.summary!.design).toBe('spread');
    expect(bad.summary!.stops).toHaveLength(8);
    // Out of the mean, and read beside it.
    expect(lookedBad(bad)).toMatchObject({ ordinals: [9], perM2: 1, behind: { there: 0 } });
    expect(lookedBad(bad)!.share).toBeCloseTo(1 / 6.075, 9);
    expect(lookedBad(walked(stops, plants))).toBeNull();
  });

  it('shows its stops on the map, the bad-looking one apart, and the zones that differ', () => {
    const stand = walked(
      [...stops, stop(9, { chosen: true, at: degrees(300, 100) }), stop(10)],
      [...plants, 10, 60],
    );
    const mapped = mappedStand(stand, 'stand', () => '');
    expect(mapped.map(({ id }) => id)).not.toContain('s10');
    expect(mapped.find(({ id }) => id === 's9')).toMatchObject({ chosen: true, value: 1 });
    const { patterns } = readFieldMap(mapped, FIELD);
    expect(patterns.map(({ pattern }) => pattern)).toContain('zone');
  });
});

describe('what is known of a field’s spread', () => {
  const walk = (own: boolean, plants: number[]) => {
    const stops = plants.map((_, i) => stop(i + 1));
    return { own, stops, observed: stops.map(({ id }, i) => [count(id, plants[i]!)]) };
  };
  it('is that of its own walks first, without stops chosen for their looks', () => {
    const own = spreadOfWalks([walk(true, [50, 60, 70, 80, 90])]);
    expect(own.from).toBe('field');
    expect(own.cv).toBeGreaterThan(0.15);
    expect(spreadOfWalks([walk(false, [50, 60, 70, 80, 90])]).from).toBe('neighbours');
    expect(spreadOfWalks([walk(true, [50])])).toMatchObject({ from: 'default' });
  });
});
