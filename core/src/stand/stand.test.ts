import { describe, expect, it } from 'vitest';
import golden from './stand.golden.json' with { type: 'json' };
import {
  countedLength,
  rowsAsSeen,
  rowsThatStandOut,
  standByRow,
  summariseStand,
  twoFields,
} from './index.ts';

describe('summariseStand', () => {
  it.each(golden)('agrees with R at confidence $confidence', (expected) => {
    const found = summariseStand(
      expected.stops.map((counts, i) => ({ id: `${i}`, counts })),
      { confidence: expected.confidence },
    );
    expect(found.meanPerM2).toBeCloseTo(expected.meanPerM2, 10);
    expect(found.sePerM2).toBeCloseTo(expected.sePerM2, 10);
    expect(found.cv).toBeCloseTo(expected.cv, 10);
    found.intervalPerM2!.forEach((bound, i) =>
      expect(bound).toBeCloseTo(expected.intervalPerM2[i]!, 6),
    );
    expect(found.effective.meanPerM2).toBeCloseTo(expected.effectiveMean, 10);
    found.effective.intervalPerM2!.forEach((bound, i) =>
      expect(bound).toBeCloseTo(expected.effectiveInterval[i]!, 6),
    );
    expect(found.stopsNeeded(0.05)).toBe(expected.needed);
  });

  it('weighs a stop by its area, not its counts by their number', () => {
    const { stops } = summariseStand([
      {
        id: 'a',
        counts: [
          { lengthM: 9, rowWidthM: 1, inStep: 90 },
          { lengthM: 1, rowWidthM: 1, inStep: 0 },
        ],
      },
    ]);
    expect(stops[0]).toMatchObject({ id: 'a', perM2: 9, plants: 90, areaM2: 10 });
  });

  it('has no interval from one stop and asks for no number it cannot know', () => {
    const found = summariseStand([
      { id: 'a', counts: [{ lengthM: 5, rowWidthM: 0.8, inStep: 30, oneBehind: 4, twoBehind: 2 }] },
    ]);
    expect(found).toMatchObject({ meanPerM2: 9, intervalPerM2: null, sePerM2: null, cv: null });
    expect(found.effective.meanPerM2).toBe(8.25);
    expect(found.stopsNeeded(0.05)).toBe(Infinity);
  });

  it('a field without a plant is a stand of zero, not NaN', () => {
    const empty = { lengthM: 5, rowWidthM: 0.8, inStep: 0 };
    const found = summariseStand([
      { id: 'a', counts: [empty] },
      { id: 'b', counts: [empty] },
    ]);
    expect(found).toMatchObject({ meanPerM2: 0, intervalPerM2: [0, 0], cv: null });
  });

  it('takes the user’s own weights', () => {
    const stop = {
      id: 'a',
      counts: [{ lengthM: 1, rowWidthM: 1, inStep: 10, oneBehind: 10, twoBehind: 10 }],
    };
    expect(
      summariseStand([stop], { weights: { oneBehind: 0.5, twoBehind: 0.1 } }).effective.meanPerM2,
    ).toBeCloseTo(16, 12);
  });

  it.each([
    [() => summariseStand([]), /stops must have at least one entry/],
    [() => summariseStand([{ id: 'a', counts: [] }]), /stops\[0\]\.counts/],
    [
      () => summariseStand([{ id: 'a', counts: [{ lengthM: 0, rowWidthM: 1, inStep: 1 }] }]),
      /stops\[0\]\.counts\[0\]\.lengthM must be above zero, got 0/,
    ],
    [
      () => summariseStand([{ id: 'a', counts: [{ lengthM: 1, rowWidthM: 1, inStep: -1 }] }]),
      /inStep must be zero or more, got -1/,
    ],
    [
      () =>
        summariseStand([{ id: 'a', counts: [{ lengthM: 1, rowWidthM: 1, inStep: 1 }] }], {
          confidence: 95,
        }),
      /confidence/,
    ],
  ])('refuses bad input by name: %s', (call, message) => expect(call).toThrow(message));
});

it('rows stand mirrored on the return pass', () => {
  expect(rowsAsSeen(4, 'away')).toEqual([1, 2, 3, 4]);
  expect(rowsAsSeen(4, 'toward')).toEqual([4, 3, 2, 1]);
  expect(() => rowsAsSeen(0, 'away')).toThrow(RangeError);
});

it('every way of counting comes down to a length of row', () => {
  const tape = { lengthM: 5, hoopDiameterM: null, rowWidthM: 0.5 };
  expect(countedLength({ method: 'oneRow', ...tape })).toBe(5);
  expect(countedLength({ method: 'bothSides', ...tape })).toBe(10);
  expect(
    countedLength({ method: 'hoop', lengthM: null, hoopDiameterM: 2, rowWidthM: 0.5 }),
  ).toBeCloseTo(2 * Math.PI, 12);
  expect(() => countedLength({ method: 'hoop', ...tape })).toThrow(/hoopDiameterM/);
});

it('stops that happen to agree leave what counting alone leaves', () => {
  const stop = (id: string) => ({ id, counts: [{ lengthM: 5.31, rowWidthM: 0.762, inStep: 29 }] });
  const [lower, upper] = summariseStand(['a', 'b', 'c'].map(stop)).intervalPerM2!;
  expect((upper - lower) / 2 / ((upper + lower) / 2)).toBeGreaterThan(0.03);
});

describe('stops of two kinds', () => {
  const stops = (...perM2: number[]) => perM2.map((density, i) => ({ id: `${i}`, perM2: density }));
  it('are told from stops that differ', () => {
    expect(twoFields(stops(7, 7.2, 6.9, 3, 7.1, 2.8))).toMatchObject({
      thin: ['3', '5'],
      thinPerM2: expect.closeTo(2.9, 9),
      restPerM2: expect.closeTo(7.05, 9),
    });
    expect(twoFields(stops(7, 6, 5.2, 4.6, 7.1, 5.5))).toBeNull();
  });
  it('need three stops, and most of them standing', () => {
    expect(twoFields(stops(7, 2))).toBeNull();
    expect(twoFields(stops(2, 2.1, 7))).toBeNull();
    expect(twoFields(stops(0, 0, 0))).toBeNull();
  });
});

describe('rows', () => {
  const counts = [0, 1, 2, 3].map((stop) =>
    [1, 2, 3, 4, 5, 6].map((row) => ({
      row,
      lengthM: 10,
      rowWidthM: 0.76,
      inStep: row === 4 ? 42 : 60 + ((row + stop) % 3),
    })),
  );
  it('each has its own density', () => {
    const rows = standByRow(counts);
    expect(rows.map((row) => row.row)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(rows[3]).toMatchObject({ plants: 168, lengthM: 40 });
    expect(rows[3]!.perM2).toBeCloseTo(168 / (40 * 0.76), 12);
  });
  it('the thin one is named, the ordinary ones are not', () => {
    expect(rowsThatStandOut(standByRow(counts)).map(({ row }) => row)).toEqual([4]);
    const without = counts.map((own) => own.filter(({ row }) => row !== 4));
    expect(rowsThatStandOut(standByRow(without))).toEqual([]);
  });
  it('a thin place that all rows share accuses none of them', () => {
    const patchy = counts.map((own, stop) =>
      own.map((count) => ({ ...count, inStep: stop === 2 ? 20 : 60 + ((count.row + stop) % 3) })),
    );
    expect(rowsThatStandOut(standByRow(patchy))).toEqual([]);
  });
  it('a dead row does not make its sisters thick', () => {
    const dead = counts.map((own) =>
      own.map((count) => ({ ...count, inStep: count.row === 4 ? 0 : 60 })),
    );
    expect(rowsThatStandOut(standByRow(dead)).map(({ row }) => row)).toEqual([4]);
  });
  it('what a drill drops by chance is not taken for a row that stands out', () => {
    const once = [[52, 61, 55, 67, 49, 60].map((inStep, i) => ({ ...counts[0]![i]!, inStep }))];
    expect(rowsThatStandOut(standByRow(once, { drilled: true }))).toEqual([]);
  });
  it('says what is wrong by name', () => {
    const wrong = (count: object) => () => standByRow([[{ ...counts[0]![0]!, ...count }]]);
    expect(wrong({ inStep: Number.NaN })).toThrow(/stops\[0\]\[0\]\.inStep/);
    expect(wrong({ inStep: -1 })).toThrow(/inStep/);
    expect(wrong({ lengthM: 0 })).toThrow(/lengthM/);
    expect(wrong({ row: 0 })).toThrow(/row/);
  });
});
