import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import golden from './rowDepths.golden.json' with { type: 'json' };
import { analyseRowDepths, beforeAndAfter, isOff, judgeTrench, NORMAL_FURROW } from './index.ts';

const INCH = 0.0254;
const TARGET = { targetM: 2 * INCH, toleranceM: INCH / 4, stepM: INCH / 4 };
const row = (row: number, ...inches: number[]) =>
  inches.map((depth) => ({ row, depthM: depth * INCH }));
const of = (analysis: ReturnType<typeof analyseRowDepths>, wanted: number) =>
  analysis.rows.find(({ row }) => row === wanted)!;

it('agrees with R: F test, pooled t-tests, Holm, intervals, Wilson', () => {
  const found = analyseRowDepths(golden.readings, { ...golden, stepM: INCH / 8 });
  const near = (actual: number, expected: number) =>
    expect(Math.abs(actual - expected)).toBeLessThanOrEqual(1e-6 * Math.abs(expected) + 1e-12);
  near(found.rowsDiffer!.f, golden.f);
  near(found.rowsDiffer!.p, golden.pF);
  expect([found.rowsDiffer!.df1, found.rowsDiffer!.df2]).toEqual([golden.df1, golden.df2]);
  found.rows.forEach((one, i) => {
    near(one.meanM, golden.mean[i]!);
    near(one.p, golden.p[i]!);
    near(one.pHolm, golden.pHolm[i]!);
    near(one.intervalM![1] - one.meanM, golden.half[i]!);
    near(one.inside.lower, golden.lower[i]!);
    near(one.inside.upper, golden.upper[i]!);
  });
});

describe('verdicts', () => {
  const planter = analyseRowDepths(
    [
      ...row(1, 1.9, 2, 2.1, 2, 2),
      ...row(2, 1.2, 1.3, 1.1, 1.25, 1.15),
      ...row(3, 2.7, 2.6, 2.8, 2.75, 2.65),
      ...row(4, 2.05, 1.95, 2, 2.1, 1.9),
      ...row(5, 1.6),
    ],
    TARGET,
  );
  it('rows off say which way and by how many steps of the depth stop', () => {
    expect(of(planter, 2)).toMatchObject({ verdict: 'shallow', moreDigs: 0 });
    expect(of(planter, 2).correctionM / INCH).toBeCloseTo(0.75, 9);
    expect(of(planter, 3).verdict).toBe('deep');
    expect(of(planter, 3).correctionM / INCH).toBeCloseTo(-0.75, 9);
  });
  it('rows on target are left alone', () =>
    expect([of(planter, 1), of(planter, 4)]).toMatchObject([
      { verdict: 'on target', correctionM: 0 },
      { verdict: 'on target', correctionM: 0 },
    ]));
  it('a wide spread leaves a row open, and says how many digs would settle it', () => {
    const loose = analyseRowDepths(
      [...row(1, 1.4, 2.6, 2, 1.7), ...row(2, 1.5, 2.5, 2.2), ...row(3, 1.2, 2)],
      TARGET,
    );
    for (const one of loose.rows) {
      expect(one.verdict).toBe('undecided');
      expect(one.correctionM).toBe(0);
      expect(one.moreDigs).not.toBe(0);
    }
  });
  it('one seed in each row decides nothing but what is far off, and is no NaN', () => {
    const thin = analyseRowDepths([...row(1, 2), ...row(2, 1.8)], TARGET);
    expect(thin).toMatchObject({ withinRowSdM: null, betweenRowSdM: null, rowsDiffer: null });
    expect(thin.rows.map(({ verdict }) => verdict)).not.toContain('shallow');
    expect(thin.rows[0]).toMatchObject({ p: 1, sdM: null, intervalM: null });
  });
  it('readings that happen to be equal are no certainty: they were read to a step', () => {
    const equal = analyseRowDepths(
      [...row(1, 2, 2), ...row(2, 1.75, 1.75), ...row(3, 1.75)],
      TARGET,
    );
    for (const { p, se, outside } of equal.rows) {
      expect(p).toBeGreaterThan(0);
      expect(se.m).toBeGreaterThan(INCH / 8 / Math.sqrt(12) / Math.sqrt(2) - 1e-12);
      expect(outside.shallow + outside.deep).toBeGreaterThan(0.001);
    }
    expect(of(equal, 3).verdict).not.toBe('shallow');
  });
  it('a row off is set by what it shows itself, never by nothing and never the wrong way', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 4, max: 28 }), { minLength: 8, maxLength: 40 }),
        fc.integer({ min: 2, max: 8 }),
        (eighths, rows) => {
          const { rows: found } = analyseRowDepths(
            eighths.map((eighth, i) => ({ row: 1 + (i % rows), depthM: (eighth / 8) * INCH })),
            TARGET,
          );
          for (const { verdict, correctionM } of found) {
            if (verdict === 'shallow') expect(correctionM).toBeGreaterThan(0);
            if (verdict === 'deep') expect(correctionM).toBeLessThan(0);
            if (verdict === 'on target') expect(correctionM).toBe(0);
          }
        },
      ),
      { numRuns: 60 },
    ));
  it('a machine off as a whole is shifted, and its exception stands apart', () => {
    const { machine, rows } = analyseRowDepths(
      [1, 2, 3, 4, 5, 6].flatMap((one) =>
        one === 4 ? row(4, 0.9, 1, 1.1, 1, 0.95) : row(one, 1.5, 1.4, 1.6, 1.55, 1.45),
      ),
      TARGET,
    );
    expect(machine.shiftM / INCH).toBeCloseTo(0.5, 9);
    expect(rows.map(({ correctionM }) => correctionM / INCH)).toEqual(
      [0.5, 0.5, 0.5, 1, 0.5, 0.5].map((by) => expect.closeTo(by, 9)),
    );
    expect(rows.filter(({ exception }) => exception).map((one) => one.row)).toEqual([4]);
  });
  it('a loose row is called loose, and not off', () => {
    const { rows } = analyseRowDepths(
      [1, 2, 3, 4, 5, 6].flatMap((one) =>
        one === 3 ? row(3, 1.2, 2.8, 2.4, 1.5, 2.1) : row(one, 2, 1.9, 2.1, 2.05, 1.95),
      ),
      TARGET,
    );
    expect(rows.filter(({ loose }) => loose).map((one) => one.row)).toEqual([3]);
    expect(isOff(rows[2]!.verdict)).toBe(false);
  });
  it('no figure is ever NaN, whatever is dug', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            row: fc.integer({ min: 1, max: 5 }),
            depthM: fc.integer({ min: 0, max: 3 }),
          }),
          { minLength: 1, maxLength: 20 },
        ),
        (readings) => {
          const text = JSON.stringify(
            analyseRowDepths(
              readings.map(({ row, depthM }) => ({ row, depthM: depthM * 0.02 })),
              TARGET,
            ),
            (_, value: unknown) => (Number.isNaN(value) ? 'NaN' : value),
          );
          expect(text).not.toContain('NaN');
        },
      ),
    ));
  it('names what is wrong', () => {
    expect(() => analyseRowDepths([], TARGET)).toThrow(/readings must have at least one/);
    expect(() => analyseRowDepths([{ row: 0, depthM: 1 }], TARGET)).toThrow(/readings\[0\]\.row/);
    expect(() => analyseRowDepths([{ row: 1, depthM: -0.01 }], TARGET)).toThrow(
      /readings\[0\]\.depthM must be zero or more/,
    );
    expect(() => analyseRowDepths(row(1, 2), { ...TARGET, stepM: 0 })).toThrow(/stepM/);
  });
});

describe('what a check means', () => {
  const even = (depth: number) => [depth - 0.1, depth, depth + 0.1, depth - 0.05, depth + 0.05];
  const trenchRow = (row: number, closingWheel = '', findings = {}) => ({
    row,
    findings: { ...NORMAL_FURROW, ...findings },
    moist: 5,
    judgedForMoisture: 5,
    closingWheel,
  });
  const judge = (depths: number[], rows = [trenchRow(1)]) =>
    judgeTrench(
      analyseRowDepths(
        depths.flatMap((depth, i) => row(i + 1, ...even(depth))),
        TARGET,
      ),
      rows,
      TARGET,
    );
  const named = (found: ReturnType<typeof judge>, name: string) =>
    found.find(({ finding }) => finding === name);
  it('one row shallow: that row, and the rows’ settings rather than the ground', () => {
    const found = judge([2, 2, 1.2, 2, 2, 2]);
    expect(named(found, 'offRows')).toMatchObject({ rows: [{ row: 3, verdict: 'shallow' }] });
    expect(named(found, 'spread')).toMatchObject({ pointsTo: 'rows' });
    expect(named(found, 'wholePlanter')).toBeUndefined();
  });
  it('every row shallow: the planter as a whole', () =>
    expect(named(judge([1.2, 1.25, 1.2, 1.15]), 'wholePlanter')).toMatchObject({
      shiftM: 0.75 * INCH,
    }));
  it('what the shift of the machine mends is not ordered again row by row; a row off the other way is', () => {
    const found = judge([1.2, 1.25, 1.2, 1.15, 1.2, 1.2, 1.2, 2.5]);
    expect(named(found, 'wholePlanter')).toMatchObject({ exceptions: [8], undecided: [] });
    expect(named(found, 'offRows')).toMatchObject({ rows: [{ row: 8, verdict: 'deep' }] });
  });
  it('a wide spread inside every row points to downforce, speed and ground', () => {
    const depths = [1, 2, 3].flatMap((number) => row(number, 1.4, 2.6, 2, 1.5, 2.5));
    expect(
      named(judgeTrench(analyseRowDepths(depths, TARGET), [], TARGET), 'spread'),
    ).toMatchObject({ pointsTo: 'within' });
  });
  it('all well says so, and nothing else', () =>
    expect(judge([2, 2, 2, 2]).map(({ finding }) => finding)).toEqual(['onTarget']));
  it('furrow findings by row, dry seeds with their interval, mixed closing wheels named', () => {
    const found = judge(
      [2, 2, 2],
      [
        trenchRow(1, 'Rubber'),
        trenchRow(2, 'spiked', { closing: 'open', wall: 'smeared' }),
        { ...trenchRow(3, 'rubber '), moist: 2 },
      ],
    );
    expect(found).toContainEqual({ finding: 'furrow', part: 'closing', saw: 'open', rows: [2] });
    expect(found).toContainEqual({ finding: 'furrow', part: 'wall', saw: 'smeared', rows: [2] });
    expect(named(found, 'drySeeds')).toMatchObject({ share: 3 / 15, rows: [3] });
    expect(named(found, 'mixedClosingWheels')).toMatchObject({
      wheels: [
        { wheel: 'rubber', rows: [1, 3] },
        { wheel: 'spiked', rows: [2] },
      ],
    });
  });
});

it('before and after: worked, did not though nearer, did not, cannot tell, dig again', () => {
  const dig = (number: number, ...inches: number[]) => ({
    row: number,
    at: '2027-04-28T12:00:00Z',
    depthsM: inches.map((depth) => depth * INCH),
  });
  const before = [
    dig(1, 1.2, 1.3, 1.1),
    dig(2, 1, 1.1, 0.9),
    dig(3, 1.5, 1.4, 1.6),
    dig(4, 1.5, 1.5),
    dig(5, 1.74),
  ];
  const after = analyseRowDepths(
    [
      ...row(1, 2, 2.1, 1.9, 2),
      ...row(2, 1.4, 1.5, 1.3, 1.4),
      ...row(3, 1.3, 1.4, 1.4, 1.3),
      ...row(5, 1.85, 1.9, 1.95, 1.9),
      ...row(9, 2, 2, 2.1, 2),
    ],
    TARGET,
  );
  expect(
    beforeAndAfter([1, 2, 3, 4, 5], before, after, TARGET).map(({ outcome, nearer }) => [
      outcome,
      nearer,
    ]),
  ).toEqual([
    ['worked', true],
    ['did not', true],
    ['did not', false],
    ['dig again', false],
    ['cannot tell yet', false],
  ]);
});

it('the digs said to show whether an adjustment worked do so in four of five', () => {
  const random = seededRandom(60_211);
  const digs = (mean: number, n: number) =>
    Array.from({ length: n }, () => Math.max(0.2, mean + 0.3 * random.normal()));
  let [asked, told] = [0, 0];
  for (let run = 0; run < 400; run++) {
    const [was, now] = [digs(1.65, 2), digs(2, 2)];
    const change = () =>
      beforeAndAfter(
        [1],
        [{ row: 1, at: '2027-04-28T12:00:00Z', depthsM: was.map((depth) => depth * INCH) }],
        analyseRowDepths(
          [...row(1, ...now), ...[2, 3, 4].flatMap((one) => row(one, 2, 2.2, 1.8, 2.1, 1.9))],
          TARGET,
        ),
        TARGET,
      )[0]!;
    const { outcome, moreDigs } = change();
    if (outcome !== 'cannot tell yet' || !Array.isArray(moreDigs)) continue;
    now.push(...digs(2, moreDigs[1]));
    asked += 1;
    told += change().outcome === 'cannot tell yet' ? 0 : 1;
  }
  expect(asked).toBeGreaterThan(60);
  expect(told / asked).toBeGreaterThan(0.75);
});
