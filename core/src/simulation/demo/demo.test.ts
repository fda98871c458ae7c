import { describe, expect, it } from 'vitest';
import {
  analyseRowDepths,
  DEFAULT_DEPTH_STEP_M,
  DEFAULT_DEPTH_TOLERANCE_M,
} from '../../depth/index.ts';
import { countedLength, judgeStand, standByRow, summariseStand } from '../../stand/index.ts';
import { bootstrapEmergence, compareEmergence, finished } from '../../emergence/index.ts';
import {
  boundsOf,
  checkBoundary,
  cutTo,
  fromEdge,
  geodesicArea,
  onPlane,
  planeAt,
} from '../../geo/index.ts';
import { addDays } from '../../season/index.ts';
import { daysOfMonths, heatSince, spellsSince } from '../../weather/index.ts';
import {
  flaggedCounts,
  ownWeights,
  readPlants,
  readWalkFacts,
  readWalkStand,
  readBelow,
  readEmergence,
  readSeasonWeather,
  type GroupReading,
} from '../../readings/index.ts';
import { seededRandom } from '../../stats/index.ts';
import { expectedStand } from '../../targets/index.ts';
import type { DataOf, Kept, Kind, SamplingPlan, StandWalk } from '../../records/index.ts';
import { DEMO_TODAY } from './demoScenarios.ts';
import { demoSeason as season } from './demoSeason.testing.ts';
import { trueStand } from '../index.ts';

/** The records of one field's walk, as the result screen reads them. */
function walkOf(fieldName: string) {
  const of = <K extends Kind>(kind: K) =>
    season.records.filter((record) => record.kind === kind) as unknown as {
      id: string;
      data: DataOf<K>;
    }[];
  const field = of('field').find(({ data }) => data.name === fieldName)!;
  const planting = of('planting').find(({ data }) => data.fieldId === field.id)!;
  const walk = of('walk').flatMap(({ id, data }) =>
    data.plantingId === planting.id && data.purpose === 'stand' ? [{ id, data }] : [],
  )[0]!;
  const stops = of('stop').filter(({ data }) => data.walkId === walk.id);
  const counts = of('observation').flatMap(({ data }) =>
    data.type === 'count' && stops.some(({ id }) => id === data.stopId) ? [data] : [],
  );
  const stand = summariseStand(
    stops.map(({ id }) => ({ id, counts: counts.filter((count) => count.stopId === id) })),
  );
  const rows = standByRow(
    stops.map(({ id }) =>
      counts.flatMap((count) =>
        count.stopId === id && count.row !== null ? [{ ...count, row: count.row }] : [],
      ),
    ),
  );
  return {
    planting: planting.data,
    walk: walk.data,
    stand,
    rows,
    findings: judgeStand(stand, rows, expectedStand(planting.data)),
  };
}

describe('what the app finds in the demo is what was put in', () => {
  it('Long Forty: row 4, set shallow, is thin and late', () => {
    const { findings } = walkOf('Long Forty');
    const thin = findings.find(({ finding }) => finding === 'thinRows');
    expect(thin?.finding === 'thinRows' && thin.rows.map(({ row }) => row).sort()).toContain(4);
    const late = findings.find(({ finding }) => finding === 'lateRows');
    expect(late?.finding === 'lateRows' && late.rows.map(({ row }) => row)).toContain(4);
  });
  it('Ditch Block is thin', () =>
    expect(walkOf('Ditch Block').findings[0]).toMatchObject({ finding: 'thin' }));
  it('the hoop of Kiln Corner comes down to its own area', () => {
    const { walk, planting } = walkOf('Kiln Corner');
    const lengthM = countedLength({ ...walk, rowWidthM: planting.rowWidthM });
    expect(lengthM * planting.rowWidthM).toBeCloseTo((Math.PI * walk.hoopDiameterM! ** 2) / 4, 9);
  });
  it.each(['Long Forty', 'The Apron', 'Kiln Corner', 'Ditch Block'])(
    'the interval of %s is not far from the truth',
    (name) => {
      const { stand } = walkOf(name);
      const truth = trueStand(season.truth[name]!, 45 * 24);
      expect(stand.meanPerM2 / truth).toBeGreaterThan(0.8);
      expect(stand.meanPerM2 / truth).toBeLessThan(1.25);
    },
  );
});

/** Rows opened behind the planter on a field of this season. */
function trenchDigs(fieldName: string) {
  const of = <K extends Kind>(kind: K) =>
    season.records.filter((record) => record.kind === kind) as unknown as {
      id: string;
      data: DataOf<K>;
    }[];
  const field = of('field').find(({ data }) => data.name === fieldName)!;
  const plantings = of('planting').filter(({ data }) => data.fieldId === field.id);
  const walks = of('walk').filter(({ data }) => plantings.some(({ id }) => id === data.plantingId));
  const stops = of('stop').filter(({ data }) => walks.some(({ id }) => id === data.walkId));
  return of('observation').flatMap(({ data }) =>
    data.type === 'trench' && stops.some(({ id }) => id === data.stopId) ? [data] : [],
  );
}

it('the trench check of Long Forty finds row 4 shallow, and none of the sound rows off', () => {
  const digs = trenchDigs('Long Forty');
  const found = analyseRowDepths(
    digs.flatMap(({ row, seeds }) =>
      seeds.flatMap(({ depthM }) => (depthM === null ? [] : [{ row, depthM }])),
    ),
    { targetM: 0.0508, toleranceM: DEFAULT_DEPTH_TOLERANCE_M, stepM: DEFAULT_DEPTH_STEP_M },
  );
  expect(found.rows.find(({ row }) => row === 4)).toMatchObject({ verdict: 'shallow' });
  expect(found.rows.find(({ row }) => row === 4)!.correctionM / 0.0254).toBeCloseTo(0.75, 6);
  for (const { row, verdict } of found.rows)
    if (![4, 6, 7].includes(row)) expect(['on target', 'undecided']).toContain(verdict);
});

it('a field has one planting a season, unless it says why there are two', () => {
  const plantings = season.records.flatMap(({ kind, data }) =>
    kind === 'planting' ? [data as DataOf<'planting'>] : [],
  );
  expect(new Set(plantings.map((one) => one.season))).toEqual(new Set([2025, 2026, 2027]));
  for (const year of [2026, 2027]) {
    const whole = plantings.filter((one) => one.season === year && one.beside === null);
    expect(new Set(whole.map(({ fieldId }) => fieldId)).size).toBe(whole.length);
  }
  expect(season.records.filter(({ kind }) => kind === 'field')).toHaveLength(6);
});

describe('the emergence of the demo is what was put in', () => {
  const of = <K extends Kind>(kind: K) =>
    season.records.filter((record) => record.kind === kind) as unknown as {
      id: string;
      data: DataOf<K>;
    }[];
  const read = (fieldName: string) => {
    const field = of('field').find(({ data }) => data.name === fieldName)!;
    const planting = of('planting').find(({ data }) => data.fieldId === field.id)!;
    return readEmergence(
      planting,
      of('flaggedLength').filter(({ data }) => data.plantingId === planting.id),
      of('emergenceCount'),
    );
  };
  const compared = (groups: readonly GroupReading[]) => {
    return compareEmergence(
      finished(
        bootstrapEmergence(
          groups.map(({ name, lengths }) => ({ name, lengths: lengths.map(flaggedCounts) })),
          { draws: 400, random: seededRandom(3) },
        ),
      ),
    );
  };
  it('Long Forty: row 4, set shallow into dry soil, is up late, and no other row is', () => {
    const { rows, all, coming } = read('Long Forty');
    expect(coming).toBe('done');
    const { emergedAtH, entries } = season.truth['Long Forty']!;
    const up = [...emergedAtH.slice(0, entries)].filter(Number.isFinite).sort((a, b) => a - b);
    expect(Math.abs(all!.told.t50H! - up[up.length >> 1]!)).toBeLessThan(12);
    const late = compared(rows).filter(({ verdict }) => verdict !== 'not told apart');
    expect(late.map(({ name, verdict }) => `${name} ${verdict}`)).toEqual(['Row 4 later']);
  });
  it('The Apron: the half whose dry layer reaches the seed is up late, and fewer of it', () => {
    const { zones } = read('The Apron');
    expect(zones.map(({ name }) => name)).toEqual(['upper half', 'lower half']);
    expect(compared(zones)).toContainEqual(
      expect.objectContaining({ name: 'lower half', verdict: 'later' }),
    );
    const [upper, lower] = zones.map(({ fit }) => fit.finalShare) as [number, number];
    expect(lower).toBeLessThan(upper - 0.1);
    expect(weatherOf('The Apron').spells.map(({ spell }) => spell)).toContain('dry');
  });
});

const recordsOf = <K extends Kind>(kind: K) =>
  season.records.filter((record) => record.kind === kind) as unknown as {
    id: string;
    data: DataOf<K>;
  }[];

/** The newest planting of a field that was there before the day of the demo, and the weather it had. */
function weatherOf(name: string) {
  const field = recordsOf('field').find(({ data }) => data.name === name)!;
  const planting = recordsOf('planting').find(({ data }) => data.fieldId === field.id)!;
  const days = daysOfMonths(
    recordsOf('weatherMonth').filter(({ data }) => data.stationId === field.data.stationId),
  );
  const { plantedOn, crop } = planting.data;
  return {
    planting,
    heat: heatSince(crop, plantedOn, days, addDays(plantedOn, 20)),
    spells: spellsSince(plantedOn, days, {
      cold: crop !== 'wheat',
      until: addDays(plantedOn, 18),
    }),
  };
}

it.each([
  ['Heron Bottom', 'cold', 'coldDrink'],
  ['Kiln Corner', 'crust', 'crust'],
] as const)('%s: what was dug points to %s, and so does its weather', (name, cause, spell) => {
  const { planting, heat, spells } = weatherOf(name);
  const found = readBelow(
    planting,
    recordsOf('belowGround').filter(({ data }) => data.plantingId === planting.id),
    { heat, spells },
  )!;
  expect(spells.map((one) => one.spell)).toContain(spell);
  expect(found.judged.causes[0]?.cause).toBe(cause);
});

it('the season before taught what this season’s emergences bear out', () => {
  const held = <K extends Kind>(kind: K) => recordsOf(kind) as never as Kept<K>[];
  const { scores } = readSeasonWeather(
    {
      plantings: held('planting'),
      fields: held('field'),
      months: held('weatherMonth'),
      forecasts: held('weatherForecast'),
      lengths: held('flaggedLength'),
      counts: held('emergenceCount'),
      dug: new Map(),
    },
    DEMO_TODAY,
  );
  expect(scores.map(({ madeOn }) => madeOn.slice(0, 4))).toEqual(['2026', '2026', '2027']);
  for (const { seenDays, byDefault } of scores)
    expect(Math.abs(seenDays - byDefault)).toBeLessThan(6);
});

it('each field has an outline as big as it is said to be, and none lies on another', () => {
  const fields = recordsOf('field');
  expect(fields).toHaveLength(6);
  const boxes = fields.map(({ data }) => {
    expect(checkBoundary(data.boundary!), data.name).toBeNull();
    expect(geodesicArea(data.boundary!) / data.areaM2!, data.name).toBeCloseTo(1, 2);
    return boundsOf(data.boundary!);
  });
  boxes.forEach(([west, south, east, north], i) => {
    for (const [w, s, e, n] of boxes.slice(i + 1))
      expect(east <= w || e <= west || north <= s || n <= south).toBe(true);
  });
});

describe('the district on the map', () => {
  const fields = recordsOf('field');
  const parts = recordsOf('fieldPart');
  const partsOf = (name: string) =>
    parts.filter(({ data }) => fields.find(({ id }) => id === data.fieldId)!.data.name === name);

  it('every field has a gateway, a headland and passes, and its zones lie in it', () => {
    for (const { data } of fields) {
      expect(data.headlandM, data.name).toBeGreaterThan(10);
      expect(data.passes, data.name).not.toBeNull();
      const own = partsOf(data.name);
      expect(own.filter(({ data: { part } }) => part === 'gateway')).toHaveLength(1);
      expect(own.some(({ data: { part } }) => !['gateway', 'obstacle'].includes(part))).toBe(true);
      for (const { data: part } of own)
        if (part.shape) {
          const inside = cutTo(part.shape, data.boundary!);
          expect(inside, part.name).not.toBeNull();
          expect(geodesicArea(inside!) / geodesicArea(part.shape), part.name).toBeCloseTo(1, 3);
        }
    }
    expect(partsOf('The Apron').map(({ data }) => data.name)).toContain('lower half');
  });

  it('the stops of Ditch Block were planned, off its headland', () => {
    const plan: SamplingPlan = recordsOf('samplingPlan')[0]!.data;
    const field = fields.find(({ data }) => data.name === 'Ditch Block')!;
    const plane = planeAt(plan.places[0]!.at);
    const shape = onPlane(plane, field.data.boundary!);
    for (const { at } of plan.places)
      expect(fromEdge(shape, plane.toMetres(at))).toBeGreaterThan(field.data.headlandM! - 0.1);
    const low = partsOf('Ditch Block').find(({ data }) => data.name === 'ditch side')!;
    expect(plan.shares[low.id]).toBeGreaterThan(0.3);
    const planned = recordsOf('stop').filter(({ data }) => typeof data.planned === 'number');
    expect(planned).toHaveLength(8);
  });
});

describe('what the plants of the demo tell', () => {
  const of = <K extends Kind>(kind: K) =>
    season.records.filter((record) => record.kind === kind) as unknown as Kept<K>[];
  const field = of('field').find(({ data }) => data.name === 'Long Forty')!;
  const planting = of('planting').find(
    ({ data }) => data.fieldId === field.id && data.season === 2027,
  )!;
  const walk = of('walk').find(
    ({ data }) => data.plantingId === planting.id && data.purpose === 'stand',
  )!;
  const stops = of('stop').filter(({ data }) => data.walkId === walk.id);
  const stand = readWalkStand(
    readWalkFacts(
      { id: walk.id, data: walk.data as StandWalk },
      planting,
      field.data,
      of('planter').find(({ id }) => id === planting.data.planterId)!.data,
      stops,
      null,
    ),
    stops.map(({ id }) => of('observation').filter(({ data }) => data.stopId === id)),
  );
  const plants = readPlants(stand);

  it('Long Forty: row 4 lies in dry soil, row 9 skips, and neither seed nor roots are accused', () => {
    const row = (number: number) => plants.rows.find(({ where }) => where === number)!;
    expect(['dry', 'dried']).toContain(row(4).mostly);
    expect(row(9).mostly).toBe('noSeed');
    expect(plants.gaps.allowance!.beyondAllowance).toBe(false);
    expect(plants.roots.forms[0]).toMatchObject({ name: 'straight' });
    expect(plants.roots.forms[0]!.share).toBeGreaterThan(0.85);
    expect(plants.gaps.depth!.meanDifference).toBeLessThan(0);
  });

  it('nobody counts laggards twice, and the patch of cutworm lies at the last stops', () => {
    expect(plants.stages[0]!.by).toBe('collars');
    const cut = plants.signs.find(({ name }) => name === 'cut')!;
    const found = cut.stops.filter(({ share }) => share > 0).map(({ ordinal }) => ordinal);
    expect(found.length).toBeGreaterThan(0);
    expect(Math.min(...found)).toBeGreaterThan(6);
    expect(plants.signs.find(({ name }) => name === 'purple')!.nothing).toBe(true);
  });

  it('tagged plants of the season before give the weight that was put in', () => {
    const { by, oneBehind } = ownWeights(of('taggedPlant'), of('tagOutcome'));
    expect(by).toBe('weight');
    // One stage behind bears 0.7 in this district.
    expect(oneBehind!.lower).toBeLessThan(0.7);
    expect(oneBehind!.upper).toBeGreaterThan(0.7);
    expect(Math.abs(oneBehind!.weight - 0.7)).toBeLessThan(0.1);
  });
});
