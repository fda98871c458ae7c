import { describe, expect, it } from 'vitest';
import { seededRandom } from '../stats/index.ts';
import {
  compareMonitor,
  droppedPopulation,
  guessLogMapping,
  makeLogReader,
  missingFields,
  runningLog,
  type LogMapping,
} from './index.ts';

const W = { rowWidthM: 0.762, targetSpacingM: 0.166 };

describe('population dropped, from dug seeds', () => {
  it('by hand: one row, distances 15, 17 and 19 cm', () => {
    const { rows, machine } = droppedPopulation([{ row: 3, gapsM: [0.15, 0.17, 0.19] }], W);
    // One over a mean of three leans high by (SE ÷ mean)²: SE = 0.02 / √3.
    expect(rows[0]!.perM2).toBeCloseTo(1 / (0.762 * 0.17) / (1 + 0.0004 / 3 / 0.17 ** 2), 9);
    // t(0.975, 2) = 4.3027, SE = 0.02 / √3: mean distance 0.17 ± 0.0497.
    expect(rows[0]!.intervalPerM2![0]).toBeCloseTo(1 / (0.762 * 0.21968), 3);
    expect(rows[0]!.intervalPerM2![1]).toBeCloseTo(1 / (0.762 * 0.12032), 3);
    expect(machine.intervalPerM2).toBeNull();
  });
  it('one distance in each row: no interval, no invented certainty', () =>
    expect(
      droppedPopulation(
        [
          { row: 1, gapsM: [0.16] },
          { row: 2, gapsM: [0.17] },
        ],
        W,
      ).rows.map(({ intervalPerM2 }) => intervalPerM2),
    ).toEqual([null, null]));
  it('a double and a skip lower singulation', () => {
    const { singulation } = droppedPopulation([{ row: 1, gapsM: [0.166, 0.02, 0.33, 0.166] }], W);
    // Slots: 2 singles + 1 miss worth one empty = 4; one double, one empty: half fed singly.
    expect(singulation.share).toBeCloseTo(0.5, 9);
  });
  it('names what is wrong', () => {
    expect(() => droppedPopulation([{ row: 1, gapsM: [] }], W)).toThrow(/at least one distance/);
    expect(() => droppedPopulation([{ row: 4, gapsM: [0.1, 0] }], W)).toThrow(/row 4 gapsM\[1\]/);
  });
});

describe('monitor against ground', () => {
  const random = seededRandom(3);
  const dug = droppedPopulation(
    Array.from({ length: 12 }, (_, i) => ({
      row: i + 1,
      gapsM: Array.from({ length: 12 }, () => 0.166 + random.normal() * 0.015),
    })),
    W,
  );
  const truth = 1 / (0.762 * 0.166);
  it('a monitor that tells the truth agrees', () => {
    const { machine, rows } = compareMonitor(
      dug.rows.map(({ row }) => ({ row, perM2: truth, singulation: null })),
      dug,
    );
    expect(machine!.verdict).toBe('agrees');
    expect(rows.filter(({ verdict }) => verdict.startsWith('reads'))).toEqual([]);
  });
  it('one row whose sensor counts double is named, and only that', () => {
    const { rows } = compareMonitor(
      dug.rows.map(({ row }) => ({
        row,
        perM2: truth * (row === 5 ? 1.25 : 1),
        singulation: 0.99,
      })),
      dug,
    );
    expect(rows.filter(({ verdict }) => verdict.startsWith('reads'))).toMatchObject([
      { row: 5, verdict: 'reads high' },
    ]);
  });
  it('singulation is held against the ground row by row too', () => {
    const { rows } = compareMonitor([{ row: 2, perM2: truth, singulation: 0.99 }], dug);
    const ground = dug.rows.find(({ row }) => row === 2)!.singulation;
    expect(rows[0]!.singulation).toEqual({
      monitor: 0.99,
      bias: 0.99 - ground.share,
      interval: [0.99 - ground.upper, 0.99 - ground.lower],
    });
  });
  it('too few distances neither accuse nor acquit', () => {
    const few = droppedPopulation(
      dug.rows.map(({ row }) => ({ row, gapsM: [0.15, 0.18] })),
      W,
    );
    const { rows } = compareMonitor([{ row: 5, perM2: truth * 1.12, singulation: null }], few);
    expect(rows[0]!.verdict).toBe('cannot tell');
  });
  it('says how many distances a row would take', () => {
    // By hand: CV 0.02 / 0.17, t(0.975, 2) = 4.3027: (4.3027 × 0.11765 / 0.1)² = 25.6.
    const one = droppedPopulation([{ row: 1, gapsM: [0.15, 0.17, 0.19] }], W);
    const { gapsNeeded } = compareMonitor([{ row: 1, perM2: truth, singulation: null }], one);
    expect(gapsNeeded).toBe(26);
  });
  it('the machine’s figure alone is judged too', () => {
    const { machine, singulation } = compareMonitor(
      [{ row: null, perM2: truth * 0.9, singulation: 0.98 }],
      dug,
    );
    expect(machine!.verdict).toBe('reads low');
    expect(machine!.bias).toBeCloseTo((truth * 0.9) / dug.machine.perM2 - 1, 9);
    expect(singulation!.monitor).toBe(0.98);
    expect(singulation!.bias).toBeCloseTo(0.98 - dug.singulation.share, 9);
  });
});

describe('planter logs', () => {
  const headers = [
    'Timestamp',
    'Row',
    'Lat',
    'Lon',
    'Speed (mph)',
    'Target Population (ac)',
    'Dropped Population (ac)',
    'Singulation %',
    'Gauge wheel load (lb)',
  ];
  const line = ['2027-05-27T10:00:00Z', '4', '41.5', '-93.6', '5', '32000', '31500', '98.5', '60'];
  const mapping = guessLogMapping(headers, line);
  it('guesses the columns and their units from the header', () => {
    expect(mapping.droppedPerM2).toEqual({ column: headers[6], unit: 'per ac' });
    expect(mapping.targetPerM2).toEqual({ column: headers[5], unit: 'per ac' });
    expect(mapping.speedMPerS!.unit).toBe('mph');
    expect(mapping.singulation!.unit).toBe('%');
    expect(mapping.wheelLoadN!.unit).toBe('lb');
    expect(missingFields(mapping)).toEqual([]);
    expect(missingFields(guessLogMapping(['a', 'b'], []))).toEqual(['time', 'row', 'droppedPerM2']);
  });
  it('reads a line into SI', () => {
    const read = makeLogReader(mapping, headers)(line);
    expect(read).toMatchObject({ ok: true, record: { row: 4, time: '2027-05-27T10:00:00Z' } });
    if (!read.ok) throw new Error(read.problem);
    expect(read.record.droppedPerM2).toBeCloseTo(31500 / 4046.8564224, 9);
    expect(read.record.speedMPerS).toBeCloseTo(2.2352, 9);
    expect(read.record.singulation).toBeCloseTo(0.985, 9);
    expect(read.record.downforceN).toBeNull();
  });
  it.each([
    ['a cut line', line.slice(0, 4), /4 of 9 columns/],
    ['letters for a number', line.with(6, 'abc'), /Dropped Population.*“abc”.*expected/],
    ['an impossible row', line.with(1, '4.5'), /Row is “4.5”: expected a row/],
    ['no time', line.with(0, ''), /expected a time/],
    ['an impossible share', line.with(7, '250'), /0 to 100 %/],
  ])('says what is wrong with %s', (_, cells, words) => {
    const read = makeLogReader(mapping, headers)(cells);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problem).toMatch(words);
  });
  it('refuses a mapping that cannot work', () => {
    expect(() => makeLogReader({}, headers)).toThrow(/Time, Row, Dropped/);
    const wrong: LogMapping = { ...mapping, row: { column: 'Nowhere', unit: 'number' } };
    expect(() => makeLogReader(wrong, headers)).toThrow(/“Nowhere”/);
  });
  it('keeps means by row as records pass', () => {
    const log = runningLog();
    const reader = makeLogReader(mapping, headers);
    for (const [row, dropped, load] of [
      [1, 30000, 10],
      [1, 32000, 100],
      [2, 31000, 100],
    ]) {
      const read = reader(line.with(1, String(row)).with(6, String(dropped)).with(8, String(load)));
      if (read.ok) log.add(read.record);
    }
    const rows = log.rows();
    expect(rows.map(({ records }) => records)).toEqual([2, 1]);
    expect(rows[0]!.droppedPerM2).toBeCloseTo(31000 / 4046.8564224, 9);
    expect(rows[0]!.lightShare).toBe(0.5);
    expect(rows[0]!.downforceN).toBeNull();
  });
});
