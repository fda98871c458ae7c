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
      expect(one.moreDigs).toBeGreaterThan(0);
    }
  });
  it('more digs at the same mean do settle it', () => {
    const some = [...row(1, 1.5, 1.75, 2.25, 2.5), ...row(2, 1.6, 1.8, 2.2, 2.4)];
    const first = of(analyseRowDepths(some, TARGET), 1);
    expect(first.verdict).toBe('undecided');
    const again = Array.from({ length: first.moreDigs! + 2 }, (_, i) => 2 + (i % 2 ? 0.5 : -0.5));
    expect(of(analyseRowDepths([...some, ...row(1, ...again)], TARGET), 1).verdict).not.toBe(
      'undecided',
    );
  });
  it('one seed in each row decides nothing and is no NaN', () => {
    const thin = analyseRowDepths([...row(1, 2), ...row(2, 1)], TARGET);
    expect(thin).toMatchObject({ withinRowSdM: null, betweenRowSdM: null, rowsDiffer: null });
    expect(thin.rows).toMatchObject([
      { verdict: 'undecided', p: 1, sdM: null, intervalM: null, moreDigs: null },
      { verdict: 'undecided' },
    ]);
  });
  it('readings without any spread are exact', () => {
    const exact = analyseRowDepths([...row(1, 2, 2), ...row(2, 1, 1)], TARGET);
    expect(exact.rows).toMatchObject([
      { verdict: 'on target', p: 1 },
      { verdict: 'shallow', p: 0, correctionM: INCH },
    ]);
    expect(exact.rowsDiffer).toMatchObject({ f: Infinity, p: 0 });
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

it('60 simulated planters: rows off by half an inch or more are called, rows on target are not', () => {
  const random = seededRandom(60);
  let off = 0;
  let called = 0;
  let right = 0;
  let falsely = 0;
  for (let planter = 0; planter < 60; planter++) {
    const set = Array.from({ length: 12 }, () => {
      const kind = random.below(5);
      return kind === 0 ? -0.5 - random.uniform() * 0.4 : kind === 1 ? 0.5 : 0;
    });
    const { rows } = analyseRowDepths(
      set.flatMap((by, i) =>
        row(i + 1, ...Array.from({ length: 5 }, () => 2 + by + random.normal() * 0.25)),
      ),
      TARGET,
    );
    set.forEach((by, i) => {
      const { verdict } = rows[i]!;
      if (by === 0) {
        right += 1;
        if (isOff(verdict)) falsely += 1;
      } else {
        off += 1;
        if (verdict === (by < 0 ? 'shallow' : 'deep')) called += 1;
      }
    });
  }
  expect(called / off).toBeGreaterThanOrEqual(0.9);
  expect(falsely / right).toBeLessThanOrEqual(0.05);
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
      verdict: 'shallow',
    }));
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

it('before and after: worked, helped, did not, dig again', () => {
  const before = [
    { row: 1, at: '', depthsM: [1.2 * INCH] },
    { row: 2, at: '', depthsM: [1 * INCH] },
    { row: 3, at: '', depthsM: [1.5 * INCH] },
    { row: 4, at: '', depthsM: [1.5 * INCH] },
  ];
  const after = analyseRowDepths(
    [
      ...row(1, 2, 2.1, 1.9, 2),
      ...row(2, 1.4, 1.5, 1.3, 1.4),
      ...row(3, 1.2, 1.1, 1.2, 1.3),
      ...row(9, 2, 2, 2.1, 2),
    ],
    TARGET,
  );
  expect(
    beforeAndAfter([1, 2, 3, 4], before, after, TARGET.targetM).map(({ outcome }) => outcome),
  ).toEqual(['worked', 'helped', 'did not', 'dig again']);
});
