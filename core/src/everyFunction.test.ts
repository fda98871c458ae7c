import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as core from './index.ts';
import { analyseRowDepths, FEELS, NORMAL_FURROW, standByRow, summariseStand } from './index.ts';

/**
 * Every public function of the core that takes figures: with sane ones only finite ones come out; a figure
 * that is none, or none of its kind, is refused by the name it was given under.
 */
interface Sane<Arguments extends unknown[] = unknown[]> {
  name: string;
  /** Of the arguments, as a caller knows them. */
  parameters: string[];
  sane: fc.Arbitrary<Arguments>;
  /** Attributes that may be below zero. */
  signed: string[];
  /** Attributes that may be without end. */
  endless: string[];
  /** Arguments that another function of the core made, and nobody types: only what comes out is looked at. */
  made: string[];
  /** Cases tried: fewer of what takes longer than a few milliseconds. */
  runs: number;
}

const table: Sane[] = [];
function takes<Arguments extends unknown[]>(
  name: keyof typeof core,
  parameters: string,
  sane: fc.Arbitrary<Arguments>,
  { signed = '', endless = '', made = '', runs = 60 } = {},
) {
  const words = (text: string) => text.split(' ').filter(Boolean);
  table.push({
    name,
    parameters: words(parameters),
    sane,
    signed: words(signed),
    endless: words(endless),
    made: words(made),
    runs,
  });
}

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const whole = (min: number, max: number) => fc.integer({ min, max });
const some = <T>(...values: readonly T[]) => fc.constantFrom(...values);
const list = <T>(of: fc.Arbitrary<T>, minLength: number, maxLength: number) =>
  fc.array(of, { minLength, maxLength });
const args = <T extends unknown[]>(...of: { [K in keyof T]: fc.Arbitrary<T[K]> }) =>
  fc.tuple(...of) as unknown as fc.Arbitrary<T>;
const record = fc.record;
const share = number(0, 1);
const between = number(0.01, 0.99);
const metres = number(0.001, 500);
const depth = number(0.01, 0.1);
const values = list(number(-100, 100), 1, 8);
const day = fc
  .date({ min: new Date('2026-01-01'), max: new Date('2028-12-31'), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));
const instant = day.map((date) => `${date}T12:00:00.000Z`);
const crop = some(...core.CROPS);

// Statistics
takes('sdInterval', 'values confidence', args(values, between), { signed: 'values' });
takes('normalCdf', 'z', args(number(-9, 9)), { signed: 'z' });
takes('fastNormalCdf', 'z', args(number(-9, 9)), { signed: 'z' });
takes('normalQuantile', 'p', args(between));
takes('tQuantile', 'p df', args(between, number(1, 200)));
takes('tCdf', 't df', args(number(-9, 9), number(1, 200)), { signed: 't' });
takes('inTolerances', 'measure difference', args(some('depth', 'late'), number(-9, 9)), {
  signed: 'difference',
});
takes('twoSidedP', 'estimate se df', args(number(-9, 9), number(0, 9), number(1, 99)), {
  signed: 'estimate',
});
takes('fUpperTail', 'f df1 df2', args(number(0, 99), number(1, 50), number(1, 50)));
takes('chiSquareQuantile', 'p df', args(between, number(1, 200)));
takes('binomialCdf', 'k n p', args(whole(0, 9), whole(9, 40), share));
takes('wilsonInterval', 'successes trials confidence', args(whole(0, 9), whole(9, 40), between));
takes('tInterval', 'mean standardError df', args(number(-9, 9), number(0, 9), number(1, 99)), {
  signed: 'mean',
});
takes('mean', 'values', args(values), { signed: 'values' });
takes('sampleSd', 'values', args(values), { signed: 'values' });
takes('holm', 'p', args(list(share, 0, 9)));
takes('pooledSpread', 'groups', args(list(values, 1, 5)), { signed: 'groups' });
takes('squaresWithin', 'groups', args(list(values, 1, 5)), { signed: 'groups' });
takes(
  'fitMixedModel',
  'model',
  args(
    list(number(-100, 100), 6, 8).map((y) => ({
      y,
      fixed: y.map(() => [1]),
      groups: { row: y.map((_, i) => `r${i % 3}`) },
    })),
  ),
  { signed: 'y fixed' },
);
takes(
  'seedsToProve',
  'given',
  args(record({ sdM: number(0.001, 0.02), toleranceM: number(0.003, 0.02), places: whole(1, 4) })),
);
takes('combineP', 'p', args(list(share, 1, 6)));
takes(
  'rowPosterior',
  'rows band prior',
  args(
    list(
      record({ mean: number(-5, 5), n: whole(1, 9), variance: number(0.1, 4), df: number(1, 90) }),
      1,
      6,
    ),
    some([-1, 1] as [number, number]),
    some({ alikeSds: [0.1, 0.3], outSd: 2, outShares: [0.2, 0.5] }),
  ),
  { made: 'rows band prior' },
);
takes('remlOneWay', 'groups', args(list(values, 2, 5)), { signed: 'groups' });
takes(
  'moderatedVariances',
  'groups options',
  args(
    list(values, 1, 6),
    record({ usual: record({ sd: number(0.1, 9), df: number(1, 9) }), floorSd: number(0, 1) }),
  ),
  { signed: 'groups' },
);

// Units
takes('toSi', 'value unit', args(number(-100, 100), some('in', 'celsius', 'ac')), {
  signed: 'value',
});
takes('fromSi', 'value unit', args(number(-100, 100), some('in', 'celsius', 'ac')), {
  signed: 'value',
});
takes('isUsual', 'value range', args(metres, record({ 0: number(0, 1), 1: number(2, 3) })), {
  signed: 'value',
  made: 'range',
});
const system = some('us', 'metric');
const kind = some('seedDepth', 'area', 'temperature', 'population');
takes('show', 'value kind system', args(metres, kind, system), { signed: 'value' });
takes('showRough', 'value kind system', args(metres, kind, system), { signed: 'value' });
takes('showNumber', 'value kind system', args(metres, kind, system), { signed: 'value' });
takes('inEveryUnit', 'value kind', args(metres, kind), { signed: 'value' });
takes(
  'axisTicks',
  'low high kind system about',
  args(number(0, 1), number(2, 9), some('seedDepth', 'rowLength'), system, whole(2, 9)),
  { signed: 'low high' },
);
takes(
  'printNumber',
  'value unit style',
  args(metres, some('in', 'm'), record({ decimals: whole(0, 3) })),
  {
    signed: 'value',
    made: 'style',
  },
);
takes(
  'printQuantity',
  'value unit style',
  args(metres, some('in', 'm'), record({ decimals: whole(0, 3) })),
  {
    signed: 'value',
    made: 'style',
  },
);

// Targets
takes('targetSpacing', 'given', args(record({ rowWidthM: metres, populationPerM2: metres })));
takes('populationAtSpacing', 'given', args(record({ rowWidthM: metres, spacingM: metres })));
takes('rowLengthForArea', 'given', args(record({ rowWidthM: metres, areaM2: metres })));
takes('hoopArea', 'diameterM', args(metres));
takes(
  'expectedStand',
  'given',
  args(record({ seedsPerM2: metres, germination: between, fieldLoss: share })),
);
takes(
  'rateForStand',
  'given',
  args(record({ standPerM2: metres, germination: between, fieldLoss: between })),
);
takes(
  'seedsInLength',
  'given',
  args(record({ seedsPerM2: metres, rowWidthM: metres, lengthM: metres })),
);
takes(
  'seedNeeded',
  'given',
  args(
    record({
      seedsPerM2: metres,
      areaM2: metres,
      reserve: share,
      seedsPerBag: fc.option(metres),
      seedsPerKg: fc.option(metres),
    }),
  ),
);

// Stand
const count = record({
  row: whole(1, 12),
  lengthM: number(0.5, 20),
  rowWidthM: number(0.1, 1),
  inStep: whole(0, 60),
  oneBehind: whole(0, 9),
  twoBehind: whole(0, 9),
});
const stops = list(list(count, 1, 4), 1, 5);
takes(
  'countedLength',
  'given',
  args(
    record({
      method: some('everyRow', 'bothSides', 'hoop'),
      lengthM: metres,
      hoopDiameterM: metres,
      rowWidthM: metres,
    }),
  ),
);
takes('rowsAsSeen', 'rows travel', args(whole(1, 60), some('away', 'toward')));
takes('standByRow', 'stops', args(stops));
takes(
  'compareRowStands',
  'stops options',
  args(
    stops.map((all) => all.map((counts, i) => ({ id: `s${i}`, counts }))),
    record({ sowing: some('singulated', 'drilled') }),
  ),
);
const named = stops.map((all) =>
  all.map((counts, i) => ({ id: `s${i}`, counts: counts.map(({ row: _, ...one }) => one) })),
);
const rowStands = stops.map((all) => standByRow(all));
for (const name of ['rowsThatStandOut', 'rowsThatAreLate'] as const)
  takes(name, 'rows level', args(rowStands, between), { made: 'rows' });
takes(
  'summariseStand',
  'stops options',
  args(
    named,
    record({ weights: record({ oneBehind: share, twoBehind: share }), confidence: between }),
  ),
);
takes(
  'judgeStand',
  'stand rows expectedPerM2',
  args(
    named.map((all) => summariseStand(all)),
    rowStands,
    metres,
  ),
  { made: 'stand rows' },
);
takes('twoFields', 'stops', args(list(record({ id: some('a', 'b'), perM2: number(0, 20) }), 0, 9)));

// Spacing
const positionsM = list(number(0, 0.5), 0, 30).map((gaps) => {
  let at = 0;
  return gaps.map((gap) => (at += gap));
});
takes(
  'analyseSpacing',
  'runs options',
  args(
    list(record({ positionsM, lengthM: number(20, 40) }), 1, 3),
    record({ referenceM: number(0.02, 0.5) }),
  ),
);
takes(
  'findRepeatingGaps',
  'runs options',
  args(
    list(record({ positionsM }), 1, 3),
    record({ referenceM: number(0.02, 0.5), cells: whole(2, 60) }),
  ),
);
takes(
  'driftOfDay',
  'figures',
  args(
    list(
      record({
        row: whole(1, 4),
        day: some('a', 'b'),
        stop: some('1', '2', '3', '4', '5'),
        value: number(-10, 10),
        clockH: number(0, 24),
      }),
      1,
      30,
    ),
  ),
  { signed: 'value clockH' },
);
takes(
  'neighboursAlike',
  'rows',
  args(list(record({ row: whole(1, 24), value: number(-10, 10) }), 1, 24)),
  { signed: 'value' },
);
takes(
  'rowOn',
  'row moves day',
  args(whole(1, 24), list(record({ rowA: whole(1, 24), rowB: whole(1, 24), on: day }), 0, 4), day),
  { made: 'moves day' },
);
takes(
  'rowNow',
  'row moves day',
  args(whole(1, 24), list(record({ rowA: whole(1, 24), rowB: whole(1, 24), on: day }), 0, 4), day),
  { made: 'moves day' },
);
const yieldTable = {
  daysAfterBest: [0, 20],
  plantsPerM2: [4, 8],
  shares: [
    [0.7, 1],
    [0.6, 0.9],
  ],
};
takes(
  'tableYield',
  'table at',
  args(
    fc.constant(yieldTable),
    record({ plantsPerM2: number(0, 20), daysAfterBest: number(-5, 60) }),
  ),
  { made: 'table', signed: 'daysAfterBest' },
);
takes(
  'monotoneSpline',
  'xs ys',
  args(fc.constant([0, 1, 3]), fc.tuple(number(-5, 5), number(-5, 5), number(-5, 5))),
  { signed: 'xs ys' },
);
takes(
  'breakEvenStand',
  'of',
  args(
    record({
      crop,
      daysAfterBest: number(0, 20),
      replant: record({ plantsPerM2: number(1, 40), daysAfterBest: number(20, 50) }),
      fullYieldKgPerM2: number(0.1, 2),
      pricePerKg: number(0.05, 1),
      costPerM2: number(0, 0.1),
    }),
  ),
  { signed: 'daysAfterBest' },
);
takes(
  'priorityOf',
  'costKg minutes',
  args(fc.tuple(number(0, 1e5), number(0, 1e5)), number(1, 600)),
);
takes(
  'emptySlots',
  'positionsM referenceM name',
  args(positionsM, number(0.02, 0.5), fc.constant('runs')),
  {
    made: 'name',
  },
);
takes(
  'gapsAgain',
  'runs options',
  args(
    list(record({ positionsM }), 1, 3),
    record({ referenceM: number(0.02, 0.5), cells: whole(2, 60) }),
  ),
);
takes('isSettled', 'cause', args(record({ probability: share })));
takes(
  'nextChecks',
  'causes daysAfterPlanting',
  args(
    list(
      record({ cause: some(...core.DIAGNOSIS_NAMES), rows: fc.constant(null), probability: share }),
      1,
      4,
    ),
    number(0, 200),
  ),
  { made: 'causes', signed: 'daysAfterPlanting' },
);
takes(
  'judgePlanterRows',
  'readings options',
  args(
    list(
      record({
        row: whole(1, 4),
        field: some('a', 'b'),
        stop: some('1', '2'),
        value: number(-9, 9),
      }),
      1,
      9,
    ),
    record({ target: number(-9, 9), tolerance: number(0.1, 9) }),
  ),
  { signed: 'value target', runs: 15 },
);
takes(
  'rowModel',
  'readings',
  args(
    list(
      record({
        row: whole(1, 4),
        field: some('a', 'b'),
        stop: some('1', '2'),
        value: number(-9, 9),
      }),
      1,
      9,
    ),
  ),
  { signed: 'value' },
);
takes('slotsSpanned', 'intervalM referenceM', args(number(0, 9), number(0.02, 0.5)));
takes('intervalClass', 'slots', args(whole(0, 9)));
takes(
  'machineSpread',
  'given',
  args(record({ sdM: number(0, 0.5), referenceM: metres, liveShare: number(0.01, 1) })),
);
takes(
  'perfectMeterSd',
  'given',
  args(record({ referenceM: metres, emergedShare: number(0.01, 1) })),
);
takes('costOfSpacing', 'sdM', args(number(0, 0.5)));

takes(
  'tapeLengthIn',
  'tape rowWidthHereM',
  args(record({ lengthM: number(0.5, 60), rowWidthM: number(0.1, 1.5) }), number(0.1, 1.5)),
);

// Weather
const weatherOf = (n: number): core.WeatherDay[] =>
  Array.from({ length: n }, (_, i) => ({
    on: core.addDays('2027-05-01', i),
    minC: 8,
    maxC: 20 + i,
    rainM: 0,
    soilMinC: null,
    soilMaxC: null,
    soilMoisture: null,
    hours: null,
  }));

// Below ground
const seedBelow = record({
  state: some(...core.SEED_STATES),
  depthM: fc.option(depth),
  moist: some(true, false, null),
  shootM: fc.option(number(0, 0.1)),
  over: fc.subarray([...core.COVERS]),
  row: fc.option(whole(1, 12)),
});
const seedContext = record({
  crop,
  heat: fc.option(number(0, 200)),
  depthM: depth,
  days: fc.option(whole(0, 30)),
});
takes('fateOf', 'seed context', args(seedBelow, seedContext), { made: 'seed' });
takes('fatesOf', 'seeds context', args(list(seedBelow, 1, 12), seedContext), { made: 'seeds' });
takes(
  'judgeBelow',
  'seeds facts',
  args(
    list(seedBelow, 1, 12),
    record({
      crop,
      heat: fc.option(number(0, 200)),
      depthM: depth,
      germination: between,
      spells: fc.constant([]),
      days: fc.option(whole(0, 30)),
    }),
  ),
  { made: 'seeds' },
);

// Emergence
const curve = record({
  finalShare: share,
  halfH: number(50, 900),
  steepness: number(2, 90),
});
const seen = list(record({ gap: number(2, 90), more: whole(0, 40) }), 1, 6).map((steps) => {
  let [hours, emerged] = [120, 0];
  return steps.map(({ gap, more }) => ({ hours: (hours += gap), emerged: (emerged += more) }));
});
const flagged = list(
  seen.map((visits) => ({
    id: 'a',
    sown: 300,
    rounds: visits.map((visit, i) => ({ round: `${i}`, ...visit })),
  })),
  1,
  3,
).map((lengths) => lengths.map((one, i) => ({ ...one, id: `length ${i}` })));
const groups = list(record({ name: some('Row 1', 'Row 2'), lengths: flagged }), 1, 3);
const draws = groups.map((given) =>
  core.finished(core.bootstrapEmergence(given, { draws: 5, random: core.seededRandom(1) })),
);
takes('fitEmergence', 'visits options', args(seen, record({ sown: whole(240, 400) })));
takes('emergenceIndices', 'visits', args(seen));
takes('timesOf', 'curve', args(curve));
takes(
  'shareWithin',
  'curve windowH',
  args(record({ halfH: number(50, 900), steepness: number(2, 90) }), number(1, 200)),
);
takes('upBy', 'curve hours', args(curve, number(0, 900)));
takes('poolLengths', 'lengths', args(flagged));
takes(
  'bootstrapEmergence',
  'groups options',
  args(groups, record({ draws: whole(1, 5), random: fc.constant(core.seededRandom(1)) })),
);
takes(
  'compareEmergence',
  'draws confidence',
  args(
    draws.filter((given) => given.length > 0),
    between,
  ),
  {
    made: 'draws',
  },
);
takes(
  'emergenceInterval',
  'draws what confidence',
  args(
    draws.filter((given) => given.length > 0).map(([first]) => first!),
    some('t10H', 't50H', 't90H', 'finalShare'),
    between,
  ),
  { made: 'draws' },
);

// Depth
const readings = list(record({ row: whole(1, 6), depthM: depth }), 1, 12);
const aim = record({ targetM: depth, toleranceM: number(0.003, 0.02), stepM: number(0.003, 0.02) });
const depths = fc.tuple(readings, aim).map((given) => analyseRowDepths(...given));
const dig = record({ row: whole(1, 6), at: instant, depthsM: list(depth, 1, 4) });
const reading = record({ readTo: some('top', 'bottom'), crop });
const seed = record({ depthM: fc.option(depth), moist: some(true, false, null) });
takes('analyseRowDepths', 'readings options', args(readings, aim));
takes(
  'believedDifference',
  'difference se variance',
  args(number(-9, 9), number(0, 9), number(0, 9)),
  { signed: 'difference' },
);
takes(
  'sitesWithPrior',
  'sites usualSd confidence',
  args(
    list(record({ difference: number(-9, 9), se: number(0.1, 9) }), 2, 4),
    number(0.1, 9),
    between,
  ),
  { signed: 'difference' },
);
takes('mayBeMissed', 'stops', args(whole(1, 40)));
takes('windowAround', 'crop targetM', args(crop, depth));
takes('depthToBottom', 'depthM readTo crop', args(depth, some('top', 'bottom'), crop));
takes('calibrateGauge', 'readingsM', args(list(depth, 3, 6)));
takes(
  'digOf',
  'dug reading',
  args(record({ row: whole(1, 6), at: instant, seeds: list(seed, 0, 5) }), reading),
  {
    made: 'at',
  },
);
takes(
  'liesMoist',
  'seed dryLayerM reading',
  args(record({ depthM: depth, moist: some(null) }), number(0, 0.1), reading),
);
takes(
  'beforeAndAfter',
  'adjustedRows before after options',
  args(list(whole(1, 6), 0, 4), list(dig, 0, 6), depths, aim),
  { made: 'after stepM' },
);
takes(
  'judgeTrench',
  'depths rows options',
  args(
    depths,
    list(
      record({
        row: whole(1, 6),
        findings: some(NORMAL_FURROW),
        moist: whole(0, 2),
        judgedForMoisture: whole(2, 4),
        closingWheel: some('', 'spiked'),
      }),
      0,
      4,
    ),
    aim,
  ),
  { made: 'depths rows stepM' },
);
takes(
  'checksDue',
  'given',
  args(
    record({
      rows: whole(1, 12),
      digs: list(record({ row: whole(1, 12), at: instant }), 1, 5),
      adjustments: list(record({ rows: list(whole(1, 12), 0, 3), at: instant }), 0, 3),
      changes: list(record({ type: some('rain'), at: instant }), 0, 3),
      now: instant,
    }),
  ),
);
takes(
  'sinceAdjustment',
  'digs adjustments',
  args(list(dig, 0, 5), list(record({ rows: list(whole(1, 12), 0, 3), at: instant }), 0, 3)),
  { made: 'digs adjustments' },
);
takes(
  'lastAdjusted',
  'adjustments row',
  args(list(record({ rows: list(whole(1, 12), 0, 3), at: instant }), 0, 3), whole(1, 12)),
  { made: 'adjustments' },
);
takes('crownDepth', 'seedDepthM crop', args(depth, crop));
const moisture = fc.oneof(
  record({ depthM: depth, feel: some(...FEELS) }),
  record({ depthM: depth, value: number(0, 50), adequate: number(1, 50) }),
);
takes('wetness', 'reading', args(moisture));
takes('depthByReadings', 'readings', args(list(moisture, 1, 4)));
takes(
  'adviseDepth',
  'conditions',
  args(
    record({
      crop,
      date: day,
      soil: some(...core.SOILS),
      crusting: fc.boolean(),
      cloddy: fc.boolean(),
      tillage: some(...core.TILLAGES),
      heavyResidue: fc.boolean(),
      dryLayerM: fc.option(depth),
      readings: list(moisture, 0, 3),
      forecast: some(...core.FORECASTS),
      faults: some([], ['closing' as const]),
      faultsStay: fc.boolean(),
    }),
  ),
);

// Planter
const gaps = list(record({ row: whole(1, 6), gapsM: list(number(0.05, 0.4), 1, 5) }), 1, 6).map(
  (rows) => rows.map((one, i) => ({ ...one, row: i + 1 })),
);
const sowing = record({ rowWidthM: number(0.1, 1), targetSpacingM: number(0.05, 0.4) });
const dropped = fc.tuple(gaps, sowing).map((given) => core.droppedPopulation(...given));
takes('droppedPopulation', 'rows options', args(gaps, sowing));
takes(
  'compareMonitor',
  'figures dug',
  args(
    list(
      record({ row: fc.option(whole(1, 6)), perM2: number(0, 20), singulation: fc.option(share) }),
      0,
      4,
    ),
    dropped,
  ),
  { made: 'dug' },
);

// Season
takes(
  'heatUnits',
  'days options',
  args(
    list(record({ minC: number(-9, 9), maxC: number(10, 40) }), 0, 9),
    record({ baseC: number(0, 10), capC: number(20, 35) }),
  ),
  { signed: 'minC maxC baseC capC', endless: 'capC' },
);
const heatDays = args(crop, whole(1, 8)).map(([of, n]) =>
  core.heatSince(of, '2027-05-01', weatherOf(n), core.addDays('2027-05-01', n)),
);
takes(
  'heatSince',
  'crop plantedOn days until',
  args(crop, fc.constant('2027-05-01'), whole(1, 8).map(weatherOf), fc.constant('2027-05-06')),
  { made: 'days' },
);
const needs = record({ mean: number(20, 120), sd: number(0, 12), seedSd: number(0, 12) });
takes(
  'predictEmergence',
  'heat options',
  args(
    heatDays,
    record({ needs, usualPerDay: number(0, 12), plantedOn: fc.constant('2027-05-01') }),
  ),
  { made: 'heat' },
);
takes(
  'heatNeeded',
  'crop sown',
  args(
    crop,
    record({
      depthTargetM: depth,
      dug: record({ seeds: whole(1, 60), meanM: depth, sdM: number(0, 0.01) }),
    }),
  ),
);
takes(
  'latenessGoesWith',
  'rows',
  args(
    list(
      record({
        row: whole(1, 12),
        halfH: number(100, 400),
        measured: record({ depthM: depth, dryShare: share }),
      }),
      0,
      12,
    ),
  ),
  { signed: 'depthM dryShare' },
);
takes('minutesText', 'minutes', args(whole(0, 900)));
takes('makeSprings', 'random draws', args(fc.constant(core.seededRandom(1)), fc.constant(20)), {
  made: 'random',
  runs: 15,
});
takes(
  'heatAhead',
  'crop heat days forecast',
  args(
    crop,
    heatDays,
    whole(1, 8).map(weatherOf),
    list(
      record({
        on: fc.constant('2027-05-20'),
        minC: number(-9, 9),
        maxC: number(10, 40),
        rainM: number(0, 0.1),
      }),
      0,
      6,
    ),
  ),
  { made: 'heat days forecast' },
);
takes(
  'heatSoFar',
  'planting days today',
  args(
    record({ crop, plantedOn: fc.constant('2027-05-01') }),
    whole(1, 8).map(weatherOf),
    fc.constant('2027-05-06'),
  ),
  { made: 'planting days today' },
);
takes(
  'whenUp',
  'planting heat known',
  args(
    record({ crop, plantedOn: fc.constant('2027-05-01'), depthTargetM: depth }),
    heatDays,
    record({ days: whole(1, 8).map(weatherOf) }),
  ),
  { made: 'planting heat known' },
);
takes('dayOfHeat', 'heat wanted', args(heatDays, number(0, 80)), { made: 'heat' });
takes('hoursToGather', 'heat from wanted', args(heatDays, number(0, 200), number(0, 20)), {
  made: 'heat',
});
takes('heatAt', 'heat hours', args(heatDays, number(0, 300)), { made: 'heat' });
takes('hoursSince', 'plantedOn at zoneOffsetMin', args(day, instant, whole(-720, 840)), {
  signed: 'zoneOffsetMin',
});
takes('momentAfter', 'plantedOn hours', args(day, number(-500, 5000)), { signed: 'hours' });
takes('daysBetween', 'from to', args(day, day));
takes('addDays', 'date days', args(day, whole(-400, 400)), { signed: 'days' });
takes('cropYear', 'plantedOn', args(day));
takes('isFarFrom', 'perM2 beforePerM2', args(number(0, 50), number(0, 50)), {
  signed: 'perM2 beforePerM2',
});
takes('localDay', 'at zoneOffsetMin', args(instant, whole(-720, 840)), { signed: 'zoneOffsetMin' });
takes('localTime', 'at zoneOffsetMin', args(instant, whole(-720, 840)), {
  signed: 'zoneOffsetMin',
});

// Places and plans
const metre = number(-2000, 2000);
const place = args(metre, metre) as unknown as fc.Arbitrary<core.Metres>;
const degrees = args(number(-170, 170), number(-80, 80)) as unknown as fc.Arbitrary<core.Position>;
const random = whole(0, 1e6).map(core.seededRandom);
const box: core.Boundary = {
  type: 'MultiPolygon',
  coordinates: [
    [
      [
        [-138.6, 44.6],
        [-138.598, 44.6],
        [-138.598, 44.603],
        [-138.6, 44.603],
        [-138.6, 44.6],
      ],
    ],
  ],
};
const boxFrame = core.samplingFrame(
  { boundary: box, zones: [], obstacles: [], headlandM: 10 },
  core.seededRandom(1),
  60,
)!;
const spread = record({
  cv: number(0, 0.6),
  df: number(1, 60),
  from: some('field', 'neighbours', 'default'),
}) as fc.Arbitrary<core.SpreadKnown>;
const found = list(record({ cv: number(0, 0.5), stops: whole(2, 40) }), 0, 4);
const drawn = some(
  ...[3, 5, 8].map(
    (seed) =>
      core.planStops({
        boundary: box,
        zones: [],
        obstacles: [],
        headlandM: 10,
        seed,
        stops: 6,
        rows: 12,
        rowsAtOnce: 4,
        earlier: [],
        passes: null,
        widthM: null,
      })!.places,
  ),
);
const rest = record({
  done: fc.constant(new Set<number>()),
  here: place,
  end: place,
  rowsAtOnce: whole(1, 36),
  toMetres: fc.constant(boxFrame.plane.toMetres),
});
takes(
  'neighbourForm',
  'stops neighbourhood',
  args(list(record({ at: place }), 2, 8), fc.constant(3)),
  { made: 'stops neighbourhood' },
);
takes(
  'localVariance',
  'stops neighbourhood',
  args(list(record({ value: number(0, 20), at: place }), 2, 8), fc.constant(3)),
  { made: 'stops neighbourhood' },
);
takes('fitLine', 'pairs', args(list(args(metre, metre), 0, 8)), { made: 'pairs' });
takes(
  'fieldPatterns',
  'stops alongDeg',
  args(list(record({ value: number(0, 20), at: place }), 0, 10), number(0, 360)),
  { made: 'stops alongDeg' },
);
takes(
  'smoothed',
  'stops places areaM2',
  args(
    list(record({ value: number(0, 20), at: place }), 0, 10),
    list(place, 0, 4),
    number(1e3, 1e7),
  ),
  { made: 'stops places areaM2' },
);
takes('fromEdge', 'shape at', args(fc.constant(core.onPlane(boxFrame.plane, box)), place), {
  made: 'shape at',
});
takes(
  'gridIn',
  'shape stepM',
  args(fc.constant(core.onPlane(boxFrame.plane, box)), number(10, 90)),
  { made: 'shape', runs: 15 },
);
takes('planeAt', 'origin', args(degrees), { made: 'origin' });
takes('geodesicDistance', 'from to', args(degrees, degrees), { made: 'from to' });
takes('geodesicBearing', 'from to', args(degrees, degrees), { made: 'from to' });
takes(
  'tileAddress',
  'source tile',
  args(
    fc.constant({ service: 'wms', address: 'https://maps.example/wms', layers: 'aerial' } as const),
    record({ z: whole(12, 22), x: whole(0, 4000), y: whole(0, 4000) }),
  ),
);
takes(
  'tilesOver',
  'box limits',
  args(
    fc
      .tuple(number(-170, 160), number(-80, 80))
      .map(([x, y]): [number, number, number, number] => [x, y, x + 0.01, y + 0.01]),
    record({ maxZoom: whole(0, 18), most: whole(0, 500) }),
  ),
  { signed: 'box', made: 'box' },
);
takes('apart', 'a b', args(place, place), { made: 'a b' });
takes('bearing', 'a b', args(place, place), { made: 'a b' });
takes(
  'localPivotal',
  'places shares random',
  args(fc.constant<core.Metres[]>([[0, 0]]), list(share, 1, 1), random),
  { made: 'places random' },
);
takes(
  'rowsAtStops',
  'of random',
  args(record({ rows: whole(1, 96), atOnce: whole(1, 96) }), random),
  { made: 'random' },
);
takes(
  'samplingFrame',
  'field random cells',
  args(
    record({
      boundary: fc.constant(box),
      zones: fc.constant([]),
      obstacles: fc.constant([]),
      headlandM: number(0, 200),
    }),
    random,
    whole(1, 200),
  ),
  { made: 'boundary random', runs: 15 },
);
takes(
  'drawPlaces',
  'frame of random',
  args(fc.constant(boxFrame), record({ stops: whole(1, 20) }), random),
  { made: 'frame random' },
);
takes('shortestRound', 'start places end', args(place, list(place, 0, 8), place), {
  made: 'start places end',
});
takes('roundLength', 'start places end', args(place, list(place, 0, 8), place), {
  made: 'start places end',
});
takes(
  'passLines',
  'passes boundary widthM toMetres',
  args(
    record({ bearingDeg: number(0, 360), firstAt: some('left', 'right') }),
    fc.constant(box),
    number(1, 40),
    fc.constant(boxFrame.plane.toMetres),
  ),
  { made: 'passes boundary toMetres' },
);
takes('replacePlace', 'places out', args(drawn, whole(0, 5)), { made: 'places' });
takes('addPlaces', 'places more', args(drawn, whole(0, 9)), { made: 'places' });
takes('cutShort', 'places minutes rest', args(drawn, number(0, 200), rest), {
  made: 'places rest',
});
takes('minutesLeft', 'places rest', args(drawn, rest), { made: 'places rest' });
takes('fairness', 'frame stops', args(fc.constant(boxFrame), list(place, 0, 5)), {
  made: 'frame stops',
});
takes('spreadKnown', 'known', args(record({ field: found, neighbours: found })));
takes('stopsCurve', 'spread most', args(spread, whole(2, 30)));
takes('stopsToReach', 'spread halfWidth most', args(spread, between, fc.constant(40)));
takes('quickInterval', 'perM2 floorSdPerM2 spread', args(number(0, 40), number(0, 2), spread));
takes(
  'walkMinutes',
  'of',
  args(record({ stops: whole(0, 60), rowsAtOnce: whole(1, 36), walkM: number(0, 9000) })),
);
takes('expectedWay', 'stops areaM2', args(whole(0, 60), number(0, 2e6)));

// What a plant tells
const told = record({ value: number(4, 5), lower: number(0, 4), upper: number(5, 9) });
takes('differenceOf', 'a b', args(told, told), { signed: 'value lower upper' });
takes('binomialUpperTail', 'k n p', args(whole(0, 9), whole(9, 40), share));
takes(
  'betaBinomialUpperTail',
  'k n prior',
  args(whole(0, 9), whole(9, 40), record({ a: number(0.5, 99), b: number(0.5, 99) })),
);
takes('collarsFromTips', 'tips', args(whole(0, 20)));
takes('stageFromHeat', 'crop heat', args(crop, number(-50, 900)), { signed: 'heat' });
const looked = record({ stems: whole(20, 90), headed: whole(0, 20) });
takes('headingSpread', 'first second days', args(looked, looked, number(0.5, 9)));
takes(
  'estimateWeights',
  'plants',
  args(list(record({ group: some(...core.TAG_GROUPS), yield: number(0, 300) }), 0, 20)),
);
takes(
  'comparePairs',
  'pairs options',
  args(
    list(record({ late: depth, neighbour: depth }), 1, 9),
    record({ resolution: number(0, 0.01) }),
  ),
  { signed: 'late neighbour' },
);
takes(
  'depthFromMesocotyl',
  'plant',
  args(record({ mesocotylM: number(0, 0.1), crownDepthM: number(0, 0.05) })),
);
takes('causeShares', 'counts', args(record({ noSeed: whole(1, 9), rotten: whole(0, 9) })));
takes(
  'germinationAllowanceTest',
  'walk',
  args(
    record({
      seeds: whole(9, 400),
      failed: whole(0, 9),
      germination: share,
      tagOf: whole(1, 900),
    }),
  ),
);
takes('noncentralTCdf', 't df noncentrality', args(number(-5, 20), whole(1, 60), number(-3, 8)), {
  signed: 't noncentrality',
});
takes('studentizedRangeTail', 'q groups df', args(number(0, 12), whole(2, 12), whole(2, 60)));
takes(
  'dunnettTail',
  't lambdas df',
  args(number(0, 8), list(number(0.2, 0.95), 1, 6), whole(2, 40)),
  { runs: 15 },
);
takes(
  'fitLinear',
  'rows y',
  args(
    fc.constant([
      [1, 0],
      [1, 1],
      [1, 3],
    ]),
    list(number(-5, 5), 3, 3),
  ),
  { signed: 'rows y' },
);
takes(
  'analyseTrial',
  'treatment block value',
  args(
    list(
      record({ treatment: some('a', 'b', 'c'), block: some('1', '2'), value: number(0, 3) }),
      8,
      14,
    ).map((plots) => [
      { treatment: 'a', block: '1', value: 1 },
      { treatment: 'b', block: '1', value: 1.2 },
      ...plots,
    ]),
  ),
  { signed: 'value' },
);
takes(
  'analyseSites',
  'site treatment block value',
  args(
    list(
      record({
        site: some('x', 'y'),
        treatment: some('a', 'b'),
        block: some('1', '2'),
        value: number(0, 3),
      }),
      6,
      14,
    ).map((plots) => [
      { site: 'x', treatment: 'a', block: '1', value: 1 },
      { site: 'y', treatment: 'b', block: '1', value: 1.2 },
      ...plots,
    ]),
  ),
  { signed: 'value', runs: 15 },
);
const responsePoints = list(record({ x: number(0, 9), value: number(0, 3) }), 3, 9).map(
  (points) => [{ x: -1, value: 1 }, { x: 10, value: 2 }, { x: 12, value: 1.5 }, ...points],
);
takes(
  'fitBestResponse',
  'x value price cost',
  args(responsePoints, record({ price: number(0.1, 5), cost: number(0, 1) })),
  { signed: 'value x', runs: 10 },
);
takes(
  'fitResponse',
  'x value price cost',
  args(
    responsePoints,
    record({
      shape: some('quadratic', 'quadraticPlateau', 'linearPlateau'),
      price: number(0.1, 5),
      cost: number(0, 3),
    }),
  ),
  { signed: 'x value', runs: 15 },
);
takes(
  'fieller',
  'p q vp vq vpq t',
  args(
    record({
      p: number(-3, 3),
      q: number(-3, 3),
      vp: number(0, 1),
      vq: number(0, 1),
      vpq: number(0, 0.01),
      t: number(1, 5),
    }),
  ),
  { signed: 'p q vp vq vpq t' },
);
takes(
  'differenceSeen',
  'replicates treatments residualSd',
  args(
    record({
      replicates: whole(2, 8),
      treatments: whole(2, 5),
      residualSd: number(0.02, 0.3),
    }),
  ),
  { runs: 15 },
);
takes(
  'layTrial',
  'levels replicates seed',
  args(
    record({
      layout: some('blocks', 'oneEach'),
      levels: list(whole(2, 4), 1, 2),
      replicates: whole(1, 6),
      seed: whole(0, 1e6),
    }),
  ),
);
takes(
  'fitStrips',
  'planterWidthM combineWidthM rowWidthM guardRows',
  args(
    record({
      planterWidthM: number(2, 20),
      combineWidthM: number(2, 14),
      rowWidthM: number(0.2, 1),
      guardRows: whole(0, 3),
      half: some(true, false),
    }),
  ),
);
takes(
  'stripYield',
  'weightKg moisture lengthM widthM',
  args(
    record({
      crop: some('corn', 'wheat'),
      weightKg: number(0, 5000),
      moisture: number(0, 0.4),
      lengthM: number(10, 800),
      widthM: number(2, 20),
    }),
  ),
);
takes(
  'worthOfAnotherYear',
  'gainPerM2 gainSe neededPerM2 anotherSe perGain',
  args(
    record({
      gainPerM2: number(-0.01, 0.01),
      gainSe: number(1e-4, 0.01),
      neededPerM2: number(-0.01, 0.01),
      anotherSe: number(1e-4, 0.01),
      perGain: number(0, 1e7),
    }),
  ),
  { signed: 'gainPerM2 neededPerM2' },
);
takes(
  'trialPower',
  'replicates treatments residualSd difference',
  args(
    record({
      replicates: whole(2, 12),
      treatments: whole(2, 5),
      residualSd: number(0.02, 0.3),
      difference: number(0.01, 0.4),
    }),
  ),
);
takes(
  'replicatesNeeded',
  'treatments residualSd difference',
  args(
    record({
      treatments: whole(2, 4),
      residualSd: number(0.02, 0.1),
      difference: number(0.08, 0.2),
    }),
  ),
);
takes(
  'payback',
  'gainPerM2 gainSe costPerUnit areaM2PerYear years',
  args(
    record({
      gainPerM2: number(-0.01, 0.05),
      gainSe: number(0, 0.02),
      df: whole(1, 40),
      costPerUnit: number(10, 1e6),
      areaM2PerYear: number(1e3, 1e8),
      years: whole(1, 20),
      discount: number(0, 0.2),
    }),
  ),
  { signed: 'gainPerM2' },
);
takes(
  'clusteredShare',
  'stops',
  args(list(record({ some: whole(0, 5), all: whole(5, 12) }), 0, 9)),
);
takes(
  'relativeYield',
  'stand',
  args(
    record({
      crop,
      plantsPerM2: number(0, 500),
      daysAfterBest: number(-20, 90),
      longGapShare: share,
      school: some(...core.STAND_SCHOOLS),
    }),
  ),
  { signed: 'daysAfterBest' },
);

/** What takes no figure of its own: words, records, and readings of records that their schemas have checked. */
const WITHOUT_FIGURES: (keyof typeof core)[] = [
  ...(['capital', 'lower', 'findingsShort', 'rowFigures'] as const),
  ...(['tileSourceProblem', 'readPlace', 'fieldSpacing', 'spacingStandsFor'] as const),
  ...(['mixedUnits', 'unitIn', 'laterDay', 'leavesWindow'] as const),
  ...(['cleanHeader', 'findHeader', 'weatherFile', 'monthsWith'] as const),
  ...(['learnFrom', 'learnHeat', 'scorePredictions', 'dugDepths', 'depthsDug'] as const),
  ...([
    'ownVisit',
    'plannedVisits',
    'planRounds',
    'placeVisits',
    'calendarFile',
    'calendarEntry',
  ] as const),
  ...([
    'shuffled',
    'middleOf',
    'boundsOf',
    'ringsOf',
    'checkBoundary',
    'tidied',
    'geodesicArea',
    'fieldArea',
  ] as const),
  ...(['isIn', 'onPlane', 'compassWord', 'chooseSpread', 'nestedOrder'] as const),
  ...(['planStops', 'toWalk', 'firstPass', 'passStrip', 'cutTo', 'addPart', 'steady'] as const),
  ...([
    'placeOfStop',
    'fieldRounds',
    'readFieldMap',
    'lookedBad',
    'shareBehind',
    'mappedDepth',
    'mappedStand',
    'planInput',
    'readPlan',
    'sampledField',
    'spreadOfWalks',
    'zoneKindsOf',
  ] as const),
  ...(['readFacts', 'readSeasonWeather', 'readVisits', 'seasonOn', 'isShownIn'] as const),
  ...([
    'seededRandom',
    'parseQuantity',
    'usualRange',
    'unitSymbol',
    'unitAreaM2',
    'unitName',
    'limitText',
    'read',
  ] as const),
  ...(['cropWords', 'cropTitle', 'usualPrice', 'isOff'] as const),
  ...(['unitsOf', 'guessLogMapping', 'makeLogReader', 'missingFields', 'runningLog'] as const),
  ...([
    'isKind',
    'kindOf',
    'validate',
    'readKept',
    'firstShape',
    'exampleFamily',
    'checkRelations',
    'idFor',
  ] as const),
  ...([
    'linksTo',
    'nameRecord',
    'parentsOf',
    'readCommit',
    'decideCommits',
    'canCombine',
    'combine',
  ] as const),
  ...([
    'mergeEdits',
    'sameData',
    'readTrenchCheck',
    'rowsToOpen',
    'trenchStop',
    'countsOf',
    'plantsOf',
  ] as const),
  ...(['daysOfMonths', 'finished', 'guessWeatherShape', 'weatherReader', 'spellsSince'] as const),
  ...(['readBelow', 'emergenceVisits', 'readEmergence', 'flaggedCounts'] as const),
  ...([
    'readWalkFacts',
    'readWalkStand',
    'tapeRun',
    'namedRowsText',
    'rowsNamed',
    'trenchVerdict',
  ] as const),
  ...([
    'stageName',
    'stageStep',
    'readStages',
    'stageByHeat',
    'signsOf',
    'plantDepth',
    'whyLate',
  ] as const),
  ...([
    'readPlants',
    'readStop',
    'perM2Of',
    'stagesAtStop',
    'stagesOf',
    'stopSteps',
    'fullYieldOf',
    'readStandCost',
    'liveShare',
    'compareWalks',
    'machineOf',
    'readTags',
    'ownWeights',
    'tagsDone',
  ] as const),
  ...(['judgeRows', 'rowsAgainst', 'rowPatterns', 'patternGroups'] as const),
  ...(['suggestWork', 'workVisits', 'workItemOf', 'proveWork', 'figureOf'] as const),
  ...([
    'driftsOf',
    'alikeRows',
    'rowPlaces',
    'spreadOf',
    'driftText',
    'alikeText',
    'spreadText',
  ] as const),
  ...(['figureIn', 'readSeedLog', 'readYieldTable', 'adviseReplant'] as const),
  ...([
    'adviseReplantSteps',
    'fitBend',
    'readStrips',
    'lettersOf',
    'analyseFactors',
    'analyseByCovariate',
    'analyseSplitPlot',
    'analyseEmergenceTrial',
    'lookAtPlots',
    'readTrial',
  ] as const),
  ...([
    'trialMeasureKind',
    'trialProblems',
    'trialTreatments',
    'answerTrial',
    'bestAgainst',
    'trialFactorsSentence',
    'trialLookSentences',
    'trialMoistureSentence',
    'trialMoneySentence',
    'trialResponseSentence',
    'trialSentence',
    'trialTitle',
    'togetherSentence',
    'siteOf',
    'trialKey',
    'countsAt',
    'requireCrop',
    'depthWindow',
    'sitesAloneSentence',
    'varianceOfDifferences',
    'factsAt',
    'tapeAt',
    'plantedAs',
    'stripSeedings',
    'withRowWidth',
    'trialsTogether',
    'trialResidual',
    'trialEmergence',
    'placeStrips',
    'levelsIn',
    'treatmentsOf',
    'drawOf',
    'stripsOf',
    'boughtFor',
    'annuityOf',
    'outermostCrossing',
    'measuredStrips',
  ] as const),
  ...(['longGapShare', 'readReplantCase'] as const),
  ...([
    'weakParts',
    'isZone',
    'zoneAt',
    'bestOpen',
    'flipText',
    'replantSentence',
    'waits',
    'replantAnswer',
    'inHundred',
  ] as const),
  ...(['waitSentence', 'whySentence', 'whyOf', 'tasksAfter', 'recountOn', 'scoreCalls'] as const),
  ...(['readCauseTable', 'writeCauseTable'] as const),
  ...([
    'weighCauses',
    'caseSigns',
    'readCase',
    'isClean',
    'diagnoseCard',
    'checkCauses',
    'checkedRow',
    'diagnoseCase',
    'noCells',
  ] as const),
  ...([
    'intervalOf',
    'digsToSettle',
    'rowCost',
    'repairReturn',
    'costText',
    'rowOverYears',
  ] as const),
  ...(['cardCells', 'judgeCard', 'readPlanterCard', 'rowYear', 'readRowGaps'] as const),
  ...([
    'findingText',
    'gapsText',
    'machineText',
    'measureText',
    'patternText',
    'proofText',
    'raiseText',
    'rowSentence',
    'rowShort',
    'seenText',
  ] as const),
  ...(['listed', 'rowsText', 'pinOf', 'pinsOn', 'trailOf', 'urgencyOf', 'nextOnTrail'] as const),
];

type Path = (string | number)[];
/** Every figure and time in some arguments, by its path. */
function leaves(value: unknown, path: Path = []): { path: Path; value: unknown }[] {
  if (typeof value === 'number') return [{ path, value }];
  if (typeof value === 'string') return /^\d{4}-\d\d-\d\d/.test(value) ? [{ path, value }] : [];
  if (Array.isArray(value)) return value.flatMap((one, i) => leaves(one, [...path, i]));
  if (value !== null && typeof value === 'object')
    return Object.entries(value).flatMap(([key, one]) => leaves(one, [...path, key]));
  return [];
}
const replaced = (value: unknown, [first, ...rest]: Path, by: unknown): unknown =>
  first === undefined
    ? by
    : Array.isArray(value)
      ? value.map((one, i) => (i === first ? replaced(one, rest, by) : one))
      : { ...(value as object), [first]: replaced((value as never)[first], rest, by) };
const call = (name: string, given: unknown[]) =>
  (core as unknown as Record<string, (...given: unknown[]) => unknown>)[name]!(...given);

it('every public function is in one of the two lists', () => {
  const functions = Object.entries(core).flatMap(([name, one]) =>
    typeof one === 'function' ? [name] : [],
  );
  const known = [...table.map(({ name }) => name), ...WITHOUT_FIGURES];
  expect(functions.filter((name) => !known.includes(name))).toEqual([]);
  expect(known.filter((name) => !functions.includes(name))).toEqual([]);
});

describe('sane in, finite out; a figure that is none is refused by its name', () => {
  it.each(table.map((one) => [one.name, one] as const))('%s', (name, of) => {
    fc.assert(
      fc.property(
        of.sane,
        fc.nat(),
        some(Number.NaN, Infinity, -Infinity, -1),
        (given, which, bad) => {
          for (const { path, value } of leaves(call(name, given)))
            expect(
              typeof value === 'string' || Number.isFinite(value),
              `${name} → ${path.join('.')}: ${String(value)}`,
            ).toBe(true);
          const own = leaves(given).flatMap((leaf) => {
            const words = [of.parameters[leaf.path[0] as number]!, ...leaf.path.slice(1)];
            const called = words.filter((word) => typeof word === 'string') as string[];
            return called.some((word) => of.made.includes(word))
              ? []
              : [
                  {
                    ...leaf,
                    called: called.at(-1)!,
                    signed: called.some((word) => of.signed.includes(word)),
                  },
                ];
          });
          if (own.length === 0) return;
          const { path, value, called, signed } = own[which % own.length]!;
          if (bad === -1 && signed) return;
          if (bad === Infinity && of.endless.includes(called)) return;
          const worse = replaced(given, path, typeof value === 'string' ? 'yesterday' : bad);
          const refusal = (() => {
            try {
              return `nothing, but gave ${JSON.stringify(call(name, worse as unknown[]))}`;
            } catch (error) {
              return error instanceof RangeError ? error.message : String(error);
            }
          })();
          expect(refusal, `${name} with ${path.join('.')} = ${bad}`).toContain(called);
          expect(refusal).not.toMatch(/^(nothing|TypeError)/);
        },
      ),
      { numRuns: of.runs },
    );
  });
});

/** Every crop or method among some arguments, by its path. */
function choices(value: unknown, path: Path = []): { path: Path; name: string }[] {
  const last = path.at(-1);
  if (typeof value === 'string') {
    const isCrop = (core.CROPS as readonly string[]).includes(value);
    const isSchool = last === 'school' && (core.STAND_SCHOOLS as readonly string[]).includes(value);
    return isCrop || isSchool ? [{ path, name: isCrop ? 'crop' : 'school' }] : [];
  }
  if (Array.isArray(value)) return value.flatMap((one, i) => choices(one, [...path, i]));
  if (value !== null && typeof value === 'object')
    return Object.entries(value).flatMap(([key, one]) => choices(one, [...path, key]));
  return [];
}

describe('a crop or method that the app does not know is refused by its name', () => {
  const taking = table.flatMap(({ name, sane, made, parameters }) => {
    const given = fc.sample(sane, { numRuns: 12, seed: 7 }).find((one) => choices(one).length > 0);
    const typed =
      given && choices(given).some(({ path }) => !made.includes(parameters[path[0] as number]!));
    return typed ? [[name, given, parameters, made] as const] : [];
  });
  it.each(taking)('%s', (name, given, parameters, made) => {
    for (const { path, name: called } of choices(given)) {
      if (made.includes(parameters[path[0] as number]!)) continue;
      const unknown = replaced(given, path, 'rye');
      const attempt = () => call(name, unknown as unknown[]);
      expect(attempt).toThrow(RangeError);
      expect(attempt).toThrow(called);
    }
  });
});
